import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BadInput } from './fault.ts'
import { heartOf, sayAmount, sayClock, sayMinutes, sayRatio, sayVolume } from './format.ts'
import { normals, seededRandom } from './random.ts'
import { dayIn, minuteOf, momentIn, momentOf } from './shop-time.ts'

describe('formats', () => {
  it.each([
    [0, '0 min'],
    [59.4, '59 min'],
    [59.6, '1 h'],
    [100, '1 h 40'],
    [125, '2 h 05'],
  ])('%d minutes are said "%s"', (minutes, text) => expect(sayMinutes(minutes)).toBe(text))
  it.each([
    [42.4, '42'],
    [158, '2:38'],
    [600, '10:00'],
  ])('%d minutes stand in a heart as "%s"', (minutes, text) => expect(heartOf(minutes)).toBe(text))
  it.each([
    [3.84, '3.8 ml'],
    [81.8, '82 ml'],
    [4615.4, '4.62 l'],
  ])('%d ml are said "%s"', (ml, text) => expect(sayVolume(ml)).toBe(text))
  // A hand at the car counts what it does not measure (judgement.md §10): a spray is about 1 ml, a drop a twentieth.
  it.each([
    [0.04, '1 drop'],
    [0.31, '6 drops'],
    [0.6, '1 spray'],
    [7.6, '8 sprays'],
    [14.9, '15 sprays'],
    [15, '15 ml'],
    [37.4, '37 ml'],
    [238, '240 ml'],
    [996, '1 l'],
    [1083, '1.1 l'],
    [25_880, '26 l'],
  ])('at the car %d ml are "%s"', (ml, text) => expect(sayAmount(ml)).toBe(text))
  it('ratios and clock times', () => {
    expect(sayRatio({ concentrate: 1, water: 10 })).toBe('1:10')
    expect(sayRatio({ concentrate: 1, water: 0 })).toBe('neat')
    expect(sayClock(598)).toBe('9:58')
    expect(sayClock(1440 + 5)).toBe('0:05')
    expect(sayClock(-10)).toBe('23:50')
  })
})

describe('shop time', () => {
  it('knows the shop’s day and minute, not the server’s', () => {
    const at = '2026-11-25T23:30:00.000Z'
    expect(dayIn('Etc/GMT-2', at)).toBe('2026-11-26')
    expect(dayIn('Etc/GMT+5', at)).toBe('2026-11-25')
    expect(minuteOf('Etc/GMT-2', '2026-11-26', at)).toBe(90)
    expect(minuteOf('Etc/GMT-2', '2026-11-27', at)).toBe(90 - 1440)
  })
  it('reads as the calendar itself does, in zones that are off by quarters and halves of an hour too', () => {
    const zones = ['Europe/Lisbon', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Chatham']
    const options = { dateStyle: 'short', timeStyle: 'short', hourCycle: 'h23' } as const
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: Date.UTC(2024, 0, 1), max: Date.UTC(2028, 0, 1) }),
        (zone, at) => {
          const itself = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, ...options }).format(at)
          expect(momentIn(zone, new Date(at).toISOString())).toBe(itself)
        },
      ),
      { numRuns: 500 },
    )
    // The minute before clocks go forward in Lisbon, and the minute after.
    expect(momentIn('Europe/Lisbon', '2026-03-29T00:59:59.999Z')).toBe('2026-03-29 00:59')
    expect(momentIn('Europe/Lisbon', '2026-03-29T01:00:00.000Z')).toBe('2026-03-29 02:00')
  })
  it('turns back and forth, also across a change of clocks', () => {
    const zones = ['Etc/GMT', 'Etc/GMT-9', 'Europe/Lisbon', 'Australia/Adelaide']
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom('2026-03-28', '2026-06-15', '2026-10-26'),
        (zone, minute, day) => {
          expect(minuteOf(zone, day, momentOf(zone, day, minute))).toBeCloseTo(minute, 6)
          expect(dayIn(zone, momentOf(zone, day, minute))).toBe(day)
        },
      ),
    )
  })
})

describe('seeded randomness', () => {
  it('repeats itself for a seed and differs between seeds', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, seededRandom(seed))
    expect(draw(3)).toEqual(draw(3))
    expect(draw(3)).not.toEqual(draw(4))
  })
  it('is uniform and normal enough', () => {
    const random = seededRandom(8)
    const uniform = Array.from({ length: 20_000 }, random)
    expect(uniform.reduce((a, b) => a + b) / 20_000).toBeCloseTo(0.5, 1)
    const normal = normals(random)
    const values = Array.from({ length: 20_000 }, normal)
    const mean = values.reduce((a, b) => a + b) / values.length
    const spread = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length)
    expect(Math.abs(mean)).toBeLessThan(0.03)
    expect(spread).toBeCloseTo(1, 1)
  })
})

it('a refusal names every fault by its pointer', () => {
  expect(
    new BadInput([
      { pointer: '/a', message: 'wrong' },
      { pointer: '/b', message: 'missing' },
    ]).message,
  ).toBe('/a: wrong; /b: missing')
})
