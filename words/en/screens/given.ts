import { paper } from '../handover.ts'

export const words = {
  ...paper,
  asPaper: 'As a page to print',
  again: 'Try again',
}
