import type { Treatment } from '#core/catalogue/treatment.ts'
import { normals, seededRandom } from '#core/units/random.ts'
import { carSpread, stepSpread } from '#core/units/spread.ts'
import type { Work } from './choose.ts'

/**
 * Median minutes of one treatment on one surface (catalogue D1):
 * area × rate × step^(soil − design soil) × access × material, or area × level for hair and grit.
 */
export function workMinutes({ treatment, surface, material, condition, area, pace, stains = [] }: Work): number {
  if (treatment.each !== undefined) return pace * treatment.each * Math.max(1, stains.length)
  if (treatment.levels) return pace * area * treatment.levels.minutes[condition[treatment.levels.of] ?? 0]!
  return (
    pace *
    area *
    treatment.rate *
    treatment.step ** (condition.soil - treatment.designSoil) *
    surface.access *
    material.rateFactor
  )
}

/** Whole minutes that a plan books for a median. */
export const plannedMinutes = (p50: number): number => Math.max(1, Math.ceil(p50))

/** What setting up costs, charged to one treatment. */
export interface SetUp {
  treatment: string
  minutes: number
}

/**
 * Set-up minutes a car pays, by treatment: once a machine, its largest, charged to the row that asks for it.
 * Rows without a set-up of their own share their machine's (catalogue D1).
 */
export function setUpMinutes(used: readonly Treatment[]): SetUp[] {
  const byMachine = new Map<string, SetUp>()
  for (const t of used) {
    if (t.coveredBy?.some((id) => used.some((other) => other.id === id))) continue
    const machine = t.setUpGroup?.id ?? t.id
    // What has no set-up of its own asks for the machine's only where nothing else lays it ready.
    const laid = t.setUp === 0 && used.some((other) => other.setUpGroup?.id === machine && other.setUp > 0)
    const minutes = laid ? 0 : t.setUp || (t.setUpGroup?.minutes ?? 0)
    const paid = byMachine.get(machine)
    if (minutes > (paid?.minutes ?? 0)) byMachine.set(machine, { treatment: t.id, minutes })
  }
  return [...byMachine.values()]
}

const z80 = 0.8416

/** 80th percentile of one step: lognormal, its own spread and the car's. */
export function stepP80(median: number, severe: boolean): number {
  return median * Math.exp(z80 * Math.hypot(stepSpread, severe ? carSpread.severe : carSpread.usual))
}

/** Deviates of one seed, and what each makes of a step's minutes, centred so that the sum's median stays the sum of medians. */
interface Draws {
  seed: number
  normals: Float64Array
  steps: Float64Array
}

let lastDraws: Draws | undefined

/** At least so many draws of a seed. Every car of a shop is judged by the same: they are made once and kept until another seed is asked for. */
function drawsOf(seed: number, count: number): Draws {
  if (lastDraws?.seed === seed && lastDraws.normals.length >= count) return lastDraws
  const next = normals(seededRandom(seed))
  const drawn = Float64Array.from({ length: count }, next)
  const steps = drawn.map((normal) => Math.exp(stepSpread * normal - stepSpread ** 2 / 2))
  lastDraws = { seed, normals: drawn, steps }
  return lastDraws
}

/** 80th percentile of the whole job by sampling the sum (never the sum of the steps' own): lognormal steps, one shared factor a car. */
export function jobP80(medians: readonly number[], severe: boolean, seed = 1, samples = 500): number {
  const draws = drawsOf(seed, samples * (medians.length + 1))
  const sums = new Float64Array(samples)
  let at = 0
  for (let i = 0; i < samples; i++) {
    const car = Math.exp((severe ? carSpread.severe : carSpread.usual) * draws.normals[at++]!)
    let sum = 0
    for (const median of medians) sum += median * draws.steps[at++]!
    sums[i] = sum * car
  }
  return sums.sort()[Math.ceil(samples * 0.8) - 1]!
}
