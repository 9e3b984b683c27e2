import { describe, expect, it } from 'vitest'
import { paceOf, type Timing } from './pace.ts'

const records = (n: number, ratio: number): Timing[] =>
  Array.from({ length: n }, () => ({ treatment: 'lm', book: 10, took: 10 * ratio, people: 1 }))
const proposed = (timings: Timing[]) => paceOf(timings)[0]!.proposed
/** How far of the way from the catalogue to the measured pace, on the log scale. */
const way = (n: number) => Math.log(proposed(records(n, 1.5))) / Math.log(1.5)

describe('a shop’s own pace', () => {
  it('moves 20 % of the way after 3 records and at least 95 % after 300', () => {
    expect(way(3)).toBeCloseTo(0.2, 9)
    expect(way(300)).toBeGreaterThanOrEqual(0.95)
    expect(way(12)).toBeCloseTo(0.5, 9)
  })
  it('is not thrown by one record ten times off', () => {
    const usual = records(9, 1)
    expect(proposed([...usual, ...records(1, 10)])).toBeLessThan(1.05)
    expect(proposed([...usual, ...records(1, 0.1)])).toBeGreaterThan(0.95)
  })
  it('is moved by less than 8 % by one odd record alone, however odd', () => {
    expect(proposed(records(1, 100))).toBeLessThan(1.08)
    expect(proposed(records(1, 0.01))).toBeGreaterThan(1 / 1.08)
  })
  it('two who lift a seat together in the catalogue’s minutes are at its pace', () => {
    expect(paceOf([{ treatment: 'seats_out', book: 25, took: 25, people: 2 }])[0]!.measured).toBeCloseTo(1, 9)
  })
  it('leaves out what has no time', () => {
    expect(paceOf([{ treatment: 'lm', book: 0, took: 5, people: 1 }])).toEqual([])
  })
})
