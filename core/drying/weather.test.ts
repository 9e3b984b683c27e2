import { describe, expect, it } from 'vitest'
import { humidityRatio } from './moist-air.ts'
import { meanWeather, scenarios, standInWeather, sunsetOn, weatherAt } from './weather.ts'

const day = { high: 16, low: 6, humidity: 0.6, wind: 2, clear: true, sunset: 1000 }

describe('a day’s weather', () => {
  it('is coldest at six, warmest at three, and holds the same water all day', () => {
    expect(weatherAt(day, 900)).toEqual({ temperature: 16, humidity: expect.closeTo(0.6, 6) })
    expect(weatherAt(day, 360).temperature).toBeCloseTo(6, 6)
    expect(weatherAt(day, 1440 + 360).temperature).toBeCloseTo(6, 6)
    const water = humidityRatio(16, 0.6)
    for (const minute of [540, 660, 1000]) {
      const { temperature, humidity } = weatherAt(day, minute)
      expect(temperature).toBeGreaterThan(6)
      expect(temperature).toBeLessThan(16)
      expect(humidityRatio(temperature, humidity)).toBeCloseTo(water, 8)
    }
    // 8.4 °C is the dew point of 16 °C and 60 %: the night is full before its coldest.
    expect(weatherAt(day, 300).humidity).toBe(1)
  })
  it('working hours have their mean', () => {
    const { temperature } = meanWeather(day, 8 * 60, 18 * 60)
    expect(temperature).toBeGreaterThan(12)
    expect(temperature).toBeLessThan(15.5)
  })
  it('the sun sets late in June and early in December, at six in March; never in a northern June', () => {
    // Almanac for 50° north, solar time: 20:08 and 16:00 within ten minutes.
    expect(Math.abs(sunsetOn('2026-06-21', 50) - (20 * 60 + 4))).toBeLessThan(10)
    expect(Math.abs(sunsetOn('2026-12-21', 50) - (15 * 60 + 56))).toBeLessThan(10)
    expect(Math.abs(sunsetOn('2026-03-21', 50) - 18 * 60)).toBeLessThan(5)
    expect(sunsetOn('2026-06-21', 70)).toBe(1440)
  })
  it('the stand-in makes the same day twice and other days otherwise, each of its kind', () => {
    const days = Array.from(
      { length: 60 },
      (_, i) => `2026-${i < 30 ? '11' : '12'}-${String((i % 30) + 1).padStart(2, '0')}`,
    )
    for (const scenario of Object.keys(scenarios) as (keyof typeof scenarios)[]) {
      const made = days.map((d) => standInWeather(scenario, 1, d))
      expect(standInWeather(scenario, 1, days[7]!)).toEqual(made[7])
      expect(new Set(made.map((d) => d.high)).size).toBeGreaterThan(5)
      for (const d of made) {
        expect(d.low).toBeLessThan(d.high)
        expect(Math.abs(d.high - scenarios[scenario].high)).toBeLessThan(8)
      }
    }
    expect(days.map((d) => standInWeather('frost', 1, d)).filter((d) => d.low < 0).length).toBeGreaterThan(50)
  })
})
