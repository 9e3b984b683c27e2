/** What a list says that comes from a file or goes into one. */
export const words = {
  out: 'Keep as CSV',
  in: 'Bring in a CSV',
  looked: (good: number, bad: number) => `${good} good lines, ${bad} that are not.`,
  takeGood: 'Take the good lines',
  took: (n: number) => `${n} ${n === 1 ? 'line' : 'lines'} taken.`,
  line: (n: number, message: string) => `Line ${n}: ${message}`,
}
