/** What stands above every list that grows. */
export const words = {
  show: 'Show',
  all: 'everything',
  order: 'In order of',
  by: (what: string) => `by ${what}`,
  found: (n: number) => `${n} found`,
  nothingFound: (find: string) => `Nothing here has “${find}” in it.`,
}
