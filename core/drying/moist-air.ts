/** Pressure everything here is worked out at, Pa: one standard atmosphere. */
const pressure = 101_325
/** Gas constant of water vapour, J/kg K. */
const vapourConstant = 461.5
/** Mass of water vapour to mass of dry air at equal pressure and temperature. */
const massRatio = 0.621_98

const zero = 273.15

/** Buck (1996), "Buck Research CR-1A User's Manual", appendix 1: e = a·exp((b − t/d)·t/(t + c)), hPa. */
const overWater = { a: 6.1121, b: 18.678, c: 257.14, d: 234.5 }
const overIce = { a: 6.1115, b: 23.036, c: 279.82, d: 333.7 }

/** Saturation vapour pressure in hPa (Buck 1996), over ice below 0 °C, over water from there on. @param t °C */
export function saturationPressure(t: number): number {
  const { a, b, c, d } = t < 0 ? overIce : overWater
  return a * Math.exp(((b - t / d) * t) / (t + c))
}

/** How saturation pressure changes with temperature, as a share of itself by K. */
function steepness(t: number): number {
  const { b, c, d } = t < 0 ? overIce : overWater
  return ((b - (2 * t) / d) * (t + c) - (b - t / d) * t) / (t + c) ** 2
}

/** Vapour density in g/m³ of saturated air at t °C. */
export const saturationDensity = (t: number): number =>
  (saturationPressure(t) * 100_000) / (vapourConstant * (t + zero))

/** Vapour density of saturated air, g/m³, and how it changes with temperature, g/m³ K. */
export function saturation(t: number): { density: number; slope: number } {
  const density = saturationDensity(t)
  return { density, slope: density * (steepness(t) - 1 / (t + zero)) }
}

/** Grams of water on a gram of dry air. @param humidity relative, 0–1 */
export function humidityRatio(t: number, humidity: number): number {
  const vapour = humidity * saturationPressure(t) * 100
  return (massRatio * vapour) / (pressure - vapour)
}

/** Vapour pressure in hPa of air that holds `ratio` grams of water on a gram of dry air. */
const vapourPressure = (ratio: number): number => (ratio * pressure) / ((massRatio + ratio) * 100)

/** Vapour density in g/m³ of air of a humidity ratio at t °C, and how it changes with each. */
export function vapour(ratio: number, t: number): { density: number; byRatio: number; byT: number } {
  const density = (vapourPressure(ratio) * 100_000) / (vapourConstant * (t + zero))
  return {
    density,
    byRatio: (density * massRatio) / (Math.max(ratio, 1e-9) * (massRatio + ratio)),
    byT: -density / (t + zero),
  }
}

/** Relative humidity, 0–1 and above where air is over-full. */
export const relativeHumidity = (ratio: number, t: number): number => vapourPressure(ratio) / saturationPressure(t)

/** Where the values of a rising function pass `wanted`, by bisection to 1e-6. */
function inverse(rising: (x: number) => number, wanted: number, low: number, high: number): number {
  let [a, b] = [low, high]
  while (b - a > 1e-6) {
    const middle = (a + b) / 2
    if (rising(middle) < wanted) a = middle
    else b = middle
  }
  return (a + b) / 2
}

/** Temperature in °C at which air of this humidity ratio is full: dew above 0 °C, frost below. */
export const dewPoint = (ratio: number): number => inverse(saturationPressure, vapourPressure(ratio), -80, 80)

/**
 * Thermodynamic wet bulb in °C at 101.325 kPa: where air that takes up water from a wet surface until it is full comes to rest.
 * W = ((2501 − 2.326 t*)·Ws(t*) − 1.006 (t − t*)) / (2501 + 1.86 t − 4.186 t*), and over ice below 0 °C
 * (ASHRAE Handbook Fundamentals 2009, ch. 1, equations 35 and 37).
 */
export function wetBulb(t: number, humidity: number): number {
  const wanted = humidityRatio(t, humidity)
  const ratioAt = (bulb: number) => {
    const full = humidityRatio(bulb, 1)
    return bulb >= 0
      ? ((2501 - 2.326 * bulb) * full - 1.006 * (t - bulb)) / (2501 + 1.86 * t - 4.186 * bulb)
      : ((2830 - 0.24 * bulb) * full - 1.006 * (t - bulb)) / (2830 + 1.86 * t - 2.1 * bulb)
  }
  return inverse(ratioAt, wanted, t - 60, t)
}
