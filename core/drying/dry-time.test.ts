import { describe, expect, it } from 'vitest'
import { minutesToTouchDry } from './dry-time.ts'
import { evaporation } from './evaporation.ts'

const cloth = { critical: 120, touchDry: 30 }
const blower = { temperature: 20, humidity: 0.5, speed: 2 }

describe('drying in open air', () => {
  it('light wet-vacuum work is touch-dry in about an hour with doors open and a blower', () => {
    const hours = minutesToTouchDry(80, cloth, blower) / 60
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
    expect(evaporation({ ...blower, humidity: 1 })).toBeLessThan(1e-6)
    expect(minutesToTouchDry(80, cloth, { ...blower, humidity: 1.2 })).toBe(Number.POSITIVE_INFINITY)
    expect(minutesToTouchDry(30, cloth, blower)).toBe(0)
  })
})
