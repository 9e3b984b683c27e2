import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { levelFigures } from './levels.ts'

/** A way of working the car, and minutes on the clock until it is ready. */
export interface Way {
  crew: number
  finish: string
  clock: number
}

/**
 * What would meet a promise that the car as planned does not: more people first, for nothing is left out then; then a finish that does
 * less, each with the fewest people that do. Drying does not go faster with more hands, so there may be none.
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
  return lesser.flatMap((id) => found.get(id) ?? [])
}
