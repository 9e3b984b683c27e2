import { expect, it } from 'vitest'
import { hoursOn } from './week.ts'

const hours = {
  shifts: [
    [480, 720],
    [750, 1080],
  ] as [number, number][],
}
const away = (from: number, to: number, day = '2026-11-28') => ({ day, from, to, why: '' })
const on = (...stretches: ReturnType<typeof away>[]) => hoursOn({ ...hours, away: stretches }, '2026-11-28')

it('whoever is away for a while is there before and after, and not in between', () => {
  expect(on(away(600, 660))).toEqual([
    [480, 600],
    [660, 720],
    [750, 1080],
  ])
  expect(on(away(700, 800))).toEqual([
    [480, 700],
    [800, 1080],
  ])
  expect(on(away(900, 1440))).toEqual([
    [480, 720],
    [750, 900],
  ])
  expect(on(away(0, 1440))).toEqual([])
  // Two stretches of one day, and one of another.
  expect(on(away(480, 500), away(1000, 1080), away(0, 1440, '2026-11-27'))).toEqual([
    [500, 720],
    [750, 1000],
  ])
  // In a break nobody is missed.
  expect(on(away(720, 750))).toEqual(hours.shifts)
})
