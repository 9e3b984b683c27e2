import { expect, it } from 'vitest'
import { readHours, sayHours } from './hours-text.ts'

it.each([
  [
    '8-12, 12:30-17',
    [
      [480, 720],
      [750, 1020],
    ],
  ],
  [
    '8–12 and 13–17:30',
    [
      [480, 720],
      [780, 1050],
    ],
  ],
  ['8.15 to 16.45', [[495, 1005]]],
  ['', []],
  ['0-24', [[0, 1440]]],
])('“%s” is read as people mean it', (text, hours) => {
  expect(readHours(text)).toEqual(hours)
  expect(readHours(sayHours(hours as [number, number][]))).toEqual(hours)
})
it.each(['morning', '8', '8-25', '8:75-9', '8-12-16'])('“%s” is not read', (text) =>
  expect(readHours(text)).toBeUndefined(),
)
