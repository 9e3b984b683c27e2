import type { Catalogue } from '#core/catalogue/catalogue.ts'
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

/** Surfaces whose drying is what the clock waits for: those that dry no sooner than most of the slowest. */
function slowSurfaces({ steps }: Procedure, atLeast: number): string[] {
  return [...new Set(steps.flatMap((s) => ((s.dryIn ?? 0) > atLeast ? s.surfaces : [])))]
}

/**
 * What makes a car dry sooner as it is planned otherwise: the heat cycle where the customer allows it, a blower that is at hand, a low-moisture
 * rung on what dries slowest, that only vacuumed, and both.
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
  const slowest = Math.max(...wet.patches.filter((p) => !p.outside).map((p) => p.dry), 0)
  const slow = slowSurfaces(procedure, slowest / 2)
  const rungsAt = (rung: number) => ({ ...request.rungs, ...Object.fromEntries(slow.map((id) => [id, rung])) })
  const airs = catalogue.airs.filter(
    ({ id, equipment, permission }) =>
      id !== wet.air &&
      (equipment === undefined || (request.equipment?.includes(equipment) ?? true)) &&
      (permission === undefined || request.checkIn.permissions[permission] === true),
  )
  const tried: Pick<Way, 'air' | 'rungs' | 'surfaces'>[] = [
    ...airs.filter((a) => a.speed >= 1).map((a) => ({ air: a.id })),
    ...(slow.length > 0 ? [lowMoisture, dryWork].map((rung) => ({ rungs: rungsAt(rung), surfaces: slow.length })) : []),
  ]
  return tried.flatMap((way) => {
    const { procedure: other, clock } = judged(
      { ...asPlanned, ...(way.air ? { air: way.air } : {}), ...(way.rungs ? { rungs: way.rungs } : {}) },
      planned.crew,
      catalogue,
    )
    if (clock > minutes) return []
    return [{ ...planned, ...way, clock, costs: Math.round(other.totals.attended - procedure.totals.attended) }]
  })
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
