import { describe, expect, it } from 'vitest'
import { doorsAndBlower, evaporation, minutesToTouchDry, saturationPressure } from './dry-time.ts'

const cloth = { critical: 120, touchDry: 30 }

describe('drying', () => {
  it('saturation pressure by Buck (1996)', () => {
    expect(saturationPressure(20)).toBeCloseTo(23.38, 1)
    expect(saturationPressure(0)).toBeCloseTo(6.11, 2)
  })
  it('light wet-vacuum work is touch-dry in about an hour with doors open and a blower', () => {
    const hours = minutesToTouchDry(80, cloth, doorsAndBlower) / 60
    expect(hours).toBeGreaterThan(0.7)
    expect(hours).toBeLessThan(1.2)
  })
  it('is monotone in water, humidity and air speed', () => {
    const t = (left: number, humidity = 0.5, speed = 2) =>
      minutesToTouchDry(left, cloth, { temperature: 20, humidity, speed })
    expect(t(160)).toBeGreaterThan(t(80))
    expect(t(80, 0.8)).toBeGreaterThan(t(80))
    expect(t(80, 0.5, 0.5)).toBeGreaterThan(t(80))
  })
  it('saturated air never dries anything, and what is touch-dry needs no time', () => {
    expect(evaporation({ ...doorsAndBlower, humidity: 1 })).toBeLessThan(1e-6)
    expect(minutesToTouchDry(80, cloth, { ...doorsAndBlower, humidity: 1.2 })).toBe(Number.POSITIVE_INFINITY)
    expect(minutesToTouchDry(30, cloth, doorsAndBlower)).toBe(0)
  })
})
