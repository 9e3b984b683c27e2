import type { Surface } from '#core/cabin/schema.ts'
import type { Condition } from './schema.ts'

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)

/** Area-weighted mean soil of the whole car, rounded, 1–4: it sets the whole-car minutes (catalogue D1). */
export function carSoil(surfaces: readonly Surface[], condition: Condition): number {
  const weighted = sum(surfaces.map((s) => s.area * (condition[s.id]?.soil ?? 0)))
  return Math.max(1, Math.round(weighted / sum(surfaces.map((s) => s.area))))
}
