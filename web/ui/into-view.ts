import { isNarrow } from './narrow.ts'

/** What opens below a list on a phone is brought into view when it opens. */
export const intoView = (element: HTMLElement | null): void => {
  if (element && isNarrow()) element.scrollIntoView({ block: 'start' })
}
