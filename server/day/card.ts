import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { handsOn, isOver, stepState } from '#core/job/reduce.ts'
import type { OpenJob } from '#server/jobs/open-jobs.ts'
import type { DayJobView } from './views.ts'

/** What the cards of one day share. */
export interface DayGround {
  at: string
  catalogue: Catalogue
  nameOf: ReadonlyMap<string, string>
  /** When the day's plan has the last of each job's work ending, minutes of the shop's day. */
  ends: ReadonlyMap<string, number>
}

/** One vehicle as the Day shows it. */
export function dayCard({ job, procedure, state, places }: OpenJob, ground: DayGround): DayJobView {
  const { at, catalogue, nameOf, ends } = ground
  const { vehicle } = job
  const attended = procedure?.steps.filter((s) => s.crew > 0) ?? []
  return {
    id: job.id,
    callSign: job.callSign,
    colour: job.colour,
    state: job.state,
    vehicle: `${vehicle.make} ${vehicle.model}`.trim(),
    plate: vehicle.plate,
    petals: procedure ? petalsOf(procedure, state, catalogue.stages) : [],
    minutesLeft: procedure ? minutesLeft(procedure, state) : null,
    arrives: job.arrives,
    due: job.due,
    ready: ends.get(job.id) ?? null,
    running: attended
      .filter((s) => stepState(state, s.id).status === 'running')
      .map((s) => ({
        step: s.id,
        title: s.title,
        person: nameOf.get(stepState(state, s.id).runningBy!) ?? '',
      })),
    hands: handsOn(state),
    stepsDone: attended.filter((s) => isOver(state, s.id)).length,
    steps: attended.length,
    needs: procedure ? needsOf(procedure, state, places, at) : [],
  }
}
