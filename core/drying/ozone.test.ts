import { describe, expect, it } from 'vitest'
import { air } from './ozone.ts'

describe('an ozone run', () => {
  it('rises and falls by its generator, its decay and the air that is changed', () => {
    // By hand: k = ln2/30 = 0.0231, n = 1/60 = 0.0167 by minute; 500 mg/h in 3 m³ are 8.33/3/1.96 = 1.417 ppm a minute, so 35.6 ppm at most,
    // and 1 − e^(−0.0398·30) = 0.697 of it after half an hour.
    const run = air({ volume: 3, generator: 500, run: 30 })
    expect(run.peak).toBeCloseTo(24.8, 1)
    // 60 changes open it at 1.0231 a minute: ln(248)/1.0231 = 5.4 min, but half an hour of fresh air at least.
    expect(run.notBefore).toEqual({ entry: 60, handOver: 60 })
  })
  it('little air takes longer than half an hour, and handing over longer than going in', () => {
    const { notBefore } = air({ volume: 3, generator: 500, run: 30, openChanges: 4 })
    // 0.0898 a minute: ln(248)/0.0898 = 61.4, ln(496)/0.0898 = 69.1.
    expect(notBefore).toEqual({ entry: 92, handOver: 100 })
  })
  it('is run for as long as what is wanted takes, or says that it never gets there', () => {
    const { run, peak } = air({ volume: 3, generator: 500, wanted: 10 })
    expect(peak).toBeCloseTo(10, 6)
    expect(run).toBeCloseTo(-Math.log(1 - 10 / 35.6) / 0.03977, 1)
    expect(() => air({ volume: 3, generator: 500, wanted: 60 })).toThrow(/35\.6 ppm/)
    expect(() => air({ volume: 3, generator: 500 })).toThrow(/needed/)
  })
  it('no clock lets anybody in: only a reading, below the limit, not before its time, by somebody', () => {
    const request = { volume: 3, generator: 500, run: 30 }
    expect(air(request).allowed).toEqual({ entry: false, handOver: false })
    const read = (at: number, ppm: number) => air({ ...request, reading: { at, ppm, by: 'Tam' } }).allowed
    expect(read(59, 0.01)).toEqual({ entry: false, handOver: false })
    expect(read(60, 0.1)).toEqual({ entry: false, handOver: false })
    expect(read(60, 0.08)).toEqual({ entry: true, handOver: false })
    expect(read(60, 0.04)).toEqual({ entry: true, handOver: true })
  })
  it('resting shut does not clear it', () => {
    const soon = air({ volume: 3, generator: 500, run: 30, openChanges: 4 })
    const rested = air({ volume: 3, generator: 500, run: 30, rest: 60, openChanges: 4 })
    expect(rested.notBefore.entry).toBeGreaterThan(soon.notBefore.entry)
  })
})
