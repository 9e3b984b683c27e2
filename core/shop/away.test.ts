import { expect, it } from 'vitest'
import { changesTo, hoursOn, usualOf } from './week.ts'

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

it('hours of one day are said as they shall be: what is otherwise than usual is kept, and comes to them again', () => {
  const usual: [number, number][] = [
    [480, 720],
    [750, 1020],
  ]
  const comesTo = (wanted: [number, number][]) => {
    const away = changesTo(wanted, usual).map((a) => ({ day: '2026-11-28', ...a }))
    expect(usualOf(hoursOn({ shifts: usual, away }, '2026-11-28'), away), JSON.stringify(wanted)).toEqual(usual)
    return hoursOn({ shifts: usual, away }, '2026-11-28')
  }
  // Stays on, comes late, another break, comes although off, not at all.
  for (const wanted of [
    [
      [480, 720],
      [750, 1140],
    ],
    [
      [600, 720],
      [750, 1020],
    ],
    [
      [480, 780],
      [810, 1020],
    ],
    [[420, 1080]],
    [],
    usual,
  ] as [number, number][][])
    expect(comesTo(wanted)).toEqual(wanted)
  expect(changesTo(usual, usual)).toEqual([])
  expect(
    changesTo(
      [
        [480, 720],
        [750, 1140],
      ],
      usual,
    ),
  ).toEqual([{ from: 1020, to: 1140, why: '', there: true }])
})
