import { humidityRatio, saturation, vapour } from './moist-air.ts'

/** Air around a wet patch. Temperature in °C, relative humidity 0–1, speed in m/s. */
export interface Air {
  temperature: number
  humidity: number
  speed: number
}

/** J/g taken up by evaporation (engines.md §3). */
export const latentHeat = 2450
/** W/m²K by radiation between a wet surface and what is around it. */
const radiation = 5.4
/** ρ c_p Le^⅔ of air, J/m³K, Le 0.87 (Lewis analogy). */
const carrying = 1.2 * 1005 * 0.87 ** (2 / 3)

/** Convection alone, W/m²K, at an air speed in m/s. */
const convection = (speed: number): number => 2.8 + 3 * speed

/** What evaporates from a surface, and how that changes with the air, the vapour in it, and how wet the surface is. */
export interface Flux {
  /** g/m²s; never less than 0: what condenses does not make cloth wet here. */
  rate: number
  byT: number
  byVapour: number
  byWet: number
  /** °C, where the next search for it begins. */
  surface: number
}

/**
 * Evaporation from a surface of which the share `wet` gives water: J = h_m·a·(ρ_sat(T_s) − ρ_v), h_m = h_c / (ρ c_p Le^⅔), with the surface's
 * temperature from the heat balance (h_c + h_r)(T − T_s) = L·J, by Newton (engines.md §3).
 * @param wet 0–1
 * @param t of the air, °C
 * @param inAir vapour density, g/m³
 * @param from °C, a guess at the surface's temperature
 */
export function flux(wet: number, t: number, inAir: number, speed: number, from: number): Flux {
  const gain = convection(speed) + radiation
  const transfer = (convection(speed) / carrying) * wet
  let surface = Math.min(from, t + 5)
  let at = saturation(surface)
  for (let i = 0; i < 12; i++) {
    const off = gain * (t - surface) - latentHeat * transfer * (at.density - inAir)
    const step = off / (gain + latentHeat * transfer * at.slope)
    surface += step
    at = saturation(surface)
    if (Math.abs(step) < 1e-10) break
  }
  const rate = transfer * (at.density - inAir)
  if (rate <= 0) return { rate: 0, byT: 0, byVapour: 0, byWet: 0, surface }
  const cooling = latentHeat * transfer * at.slope
  const free = gain / (gain + cooling)
  return {
    rate,
    byT: transfer * at.slope * free,
    byVapour: -transfer * free,
    byWet: (convection(speed) / carrying) * (at.density - inAir) * free,
    surface,
  }
}

/** Evaporation from a fully wet surface, g/m²s, in air that stays as it is. */
export const evaporation = ({ temperature, humidity, speed }: Air): number =>
  flux(1, temperature, vapour(humidityRatio(temperature, humidity), temperature).density, speed, temperature - 5).rate
