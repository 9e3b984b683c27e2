import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { clockOf } from './clock.ts'

/** What one finish level takes and leaves. Minutes. */
export interface LevelFigures {
  id: string
  attended: number
  clock: number
  steps: number
  residuals: number
}

/** The same car by every finish level, each planned on the clock with so many people. */
export function levelFigures(request: ProcedureRequest, crew: number, catalogue: Catalogue): LevelFigures[] {
  return catalogue.finishes.map(({ id }) => {
    const finish = id as NonNullable<ProcedureRequest['finish']>
    const procedure = reviewProcedure({ ...request, finish, crew, rungs: {} }, catalogue, true)
    return {
      id,
      attended: procedure.totals.attended,
      clock: clockOf(procedure, crew, 1),
      steps: procedure.steps.length,
      residuals: procedure.residuals.length,
    }
  })
}
