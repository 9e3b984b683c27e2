/** Air around a wet patch. Temperature in °C, relative humidity 0–1, speed in m/s. */
export interface Air {
  temperature: number
  humidity: number
  speed: number
}

/** The working default: doors open and a blower, on a mild day. */
export const doorsAndBlower: Air = { temperature: 20, humidity: 0.5, speed: 2 }
/** Doors open and nothing that blows. */
export const doorsOnly: Air = { temperature: 20, humidity: 0.5, speed: 0.5 }

/** How a material lets water go, all in g/m² (catalogue D2). */
export interface Drying {
  critical: number
  touchDry: number
}

/** Saturation vapour pressure over water in hPa (Buck 1996), t in °C. */
export function saturationPressure(t: number): number {
  return 6.1121 * Math.exp((18.678 - t / 234.5) * (t / (257.14 + t)))
}

/** Vapour density in g/m³ of saturated air at t °C. */
export function saturationDensity(t: number): number {
  return (saturationPressure(t) * 100 * 1000) / (461.5 * (t + 273.15))
}

const latentHeat = 2450
const radiation = 5.4

/**
 * Evaporation from a fully wet surface, g/m²s, in air that is changed fast enough to stay as it is outside.
 * Mass transfer by the Lewis analogy (h_m = h_c / (ρ c_p Le^⅔), Le 0.87), the surface temperature from the heat balance
 * (h_c + h_r)(T − T_s) = L·J, solved by bisection.
 */
export function evaporation(air: Air): number {
  const convection = 2.8 + 3 * air.speed
  const transfer = convection / (1.2 * 1005 * 0.87 ** (2 / 3))
  const vapour = saturationDensity(air.temperature) * air.humidity
  const flux = (surface: number) => transfer * (saturationDensity(surface) - vapour)
  let low = air.temperature - 40
  let high = air.temperature
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if ((convection + radiation) * (air.temperature - middle) > latentHeat * flux(middle)) low = middle
    else high = middle
  }
  return Math.max(0, flux((low + high) / 2))
}

/**
 * Minutes from `left` g/m² to touch-dry: constant rate down to the critical content, then falling in proportion to what is left.
 * @returns Infinity in air that takes nothing up
 */
export function minutesToTouchDry(left: number, material: Drying, air: Air): number {
  if (left <= material.touchDry) return 0
  const rate = evaporation(air) * 60
  if (rate <= 0) return Number.POSITIVE_INFINITY
  const constant = Math.max(0, left - material.critical) / rate
  const from = Math.min(left, material.critical)
  const falling = from > material.touchDry ? (material.critical / rate) * Math.log(from / material.touchDry) : 0
  return constant + falling
}
