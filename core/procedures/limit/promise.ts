import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { airMissing } from '#core/drying/at-hand.ts'
import { meansOf } from '#core/procedures/make/drying.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { clockOf } from './clock.ts'
import { levelFigures } from './levels.ts'

/** A way of working the car, and minutes on the clock until it is ready. */
export interface Way {
  crew: number
  finish: string
  clock: number
  /** What is done otherwise besides: how it dries, or the rungs of what would be too wet; and on how many surfaces. */
  air?: string
  rungs?: Record<string, number>
  surfaces?: number
  rung?: number
  /** Attended minutes it costs more than what is planned; below 0 it saves them. */
  costs?: number
}

type Finish = NonNullable<ProcedureRequest['finish']>

/** The rung that wets little, and the one that wets nothing (catalogue C2). */
const lowMoisture = 2
const dryWork = 1

const judged = (request: ProcedureRequest, crew: number, catalogue: Catalogue) => {
  const procedure = reviewProcedure({ ...request, crew }, catalogue, true)
  return { procedure, clock: clockOf(procedure, crew, 1) }
}

/** Surfaces whose drying takes longer than so many minutes. */
const slowerThan = ({ steps }: Procedure, minutes: number): string[] => [
  ...new Set(steps.flatMap((s) => ((s.dryIn ?? 0) > minutes ? s.surfaces : []))),
]

/**
 * What makes a car dry sooner as it is planned otherwise: another air that is at hand and allowed; a low-moisture rung on what dries slowest, then
 * on all that is wetted; the same without wetting it; each with the air it has, else with a better one. Of each kind the first that is in time.
 */
function drierWays(
  request: ProcedureRequest,
  planned: { crew: number; finish: string },
  minutes: number,
  catalogue: Catalogue,
): Way[] {
  const asPlanned = { ...request, finish: planned.finish as Finish }
  const { procedure } = judged(asPlanned, planned.crew, catalogue)
  const wet = procedure.drying
  if (!wet) return []
  const now = catalogue.airs.find((a) => a.id === wet.air)!
  const means = meansOf(request)
  const airs = catalogue.airs.filter((a) => a.id !== wet.air && a.speed > now.speed && !airMissing(a, means))
  const slowest = Math.max(0, ...wet.patches.filter((p) => !p.outside).map((p) => p.dry))
  const sets = [slowerThan(procedure, slowest / 2), slowerThan(procedure, 0)].filter((set) => set.length > 0)
  const drier = (rung: number) =>
    sets.map((set) => ({
      rungs: { ...request.rungs, ...Object.fromEntries(set.map((id) => [id, rung])) },
      surfaces: set.length,
      rung,
    }))
  const inAir = airs.map((a) => ({ air: a.id }))
  type Change = Pick<Way, 'air' | 'rungs' | 'surfaces' | 'rung'>
  const kinds: Change[][] = [
    inAir,
    ...[lowMoisture, dryWork].map((rung) => drier(rung).flatMap((d) => [d, ...inAir.map((a) => ({ ...d, ...a }))])),
  ]
  const tried = ({ air, rungs, surfaces, rung }: Change): Way | undefined => {
    const asked = { ...asPlanned, ...(air ? { air } : {}), ...(rungs ? { rungs } : {}) }
    const { procedure: other, clock } = judged(asked, planned.crew, catalogue)
    if (clock > minutes) return undefined
    const costs = Math.round(other.totals.attended - procedure.totals.attended)
    return {
      ...planned,
      ...(air ? { air } : {}),
      ...(rungs ? { rungs, surfaces: surfaces!, rung: rung! } : {}),
      clock,
      costs,
    }
  }
  const found: Way[] = []
  for (const kind of kinds)
    for (const change of kind) {
      const way = tried(change)
      if (!way) continue
      // What a lower rung does not change is not offered twice.
      if (!found.some((f) => f.clock === way.clock && f.costs === way.costs)) found.push(way)
      break
    }
  return found
}

/**
 * What would meet a promise that the car as planned does not: more people first, for nothing is left out then; then what dries sooner; then a
 * finish that does less, each with the fewest people that do. Drying does not go faster with more hands, so there may be none.
 * @param minutes from now, or from its arrival, to the promise
 * @returns the ways in the order they are offered; empty where none is in time
 */
export function waysToMeet(
  request: ProcedureRequest,
  planned: { crew: number; finish: string },
  minutes: number,
  catalogue: Catalogue,
): Way[] {
  const finishes = catalogue.finishes.map((f) => f.id)
  const lesser = finishes.slice(0, finishes.indexOf(planned.finish) + 1).reverse()
  const found = new Map<string, Way>()
  for (let crew = planned.crew; crew <= catalogue.figures.mostPeople; crew++) {
    if (lesser.every((id) => found.has(id))) break
    for (const { id, clock } of levelFigures(request, crew, catalogue))
      if (lesser.includes(id) && !found.has(id) && clock <= minutes) found.set(id, { crew, finish: id, clock })
  }
  const same = found.get(planned.finish)
  return [
    ...(same ? [same] : []),
    ...drierWays(request, planned, minutes, catalogue),
    ...lesser.flatMap((id) => (id === planned.finish ? [] : (found.get(id) ?? []))),
  ]
}
