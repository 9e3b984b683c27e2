import { describe, expect, it } from 'vitest'
import {
  dewPoint,
  humidityRatio,
  relativeHumidity,
  saturationDensity,
  saturationPressure,
  wetBulb,
} from './moist-air.ts'

/** hPa: steam tables after IAPWS 1995, below 0 °C over ice after Wagner, Saul and Pruß 1994. */
const table: [number, number][] = [
  [-20, 1.0324],
  [-10, 2.599],
  [5, 8.7257],
  [10, 12.2812],
  [20, 23.3921],
  [30, 42.4696],
  [40, 73.849],
  [50, 123.52],
]

describe('moist air', () => {
  it.each(table)('at %i °C saturation is %f hPa within 0.1 %%', (t, hectopascal) => {
    expect(Math.abs(saturationPressure(t) / hectopascal - 1)).toBeLessThan(0.001)
  })
  // Degrees: CIBSE Guide C, "Properties of humid air" at 101.325 kPa, sling wet bulb.
  it.each([
    [20, 0.5, 13.8],
    [20, 0.8, 17.7],
    [25, 0.5, 17.9],
    [30, 0.5, 22],
    [10, 0.8, 8.3],
  ])('at %i °C and %f the wet bulb is %f °C within 0.1', (t, humidity, bulb) => {
    expect(Math.abs(wetBulb(t, humidity) - bulb)).toBeLessThan(0.1)
  })
  it('full air is at its own dew point and wet bulb, and less water always means a lower one', () => {
    for (const t of [-12, -3, 0.5, 8, 20, 35]) {
      expect(dewPoint(humidityRatio(t, 1))).toBeCloseTo(t, 4)
      expect(wetBulb(t, 1)).toBeCloseTo(t, 3)
      expect(wetBulb(t, 0.4)).toBeLessThan(wetBulb(t, 0.6))
      expect(dewPoint(humidityRatio(t, 0.6))).toBeLessThan(wetBulb(t, 0.6))
      expect(relativeHumidity(humidityRatio(t, 0.37), t)).toBeCloseTo(0.37, 10)
    }
  })
  it('20 °C full of water holds 17.3 g/m³', () => expect(saturationDensity(20)).toBeCloseTo(17.3, 1))
})
