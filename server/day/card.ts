import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Outside } from '#core/drying/schema.ts'
import type { DayWeather } from '#core/drying/weather.ts'
import { duskRisk, frozeOvernight } from '#core/job/dusk.ts'
import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { handsOn, isOver, stepState } from '#core/job/reduce.ts'
import { inTodaysAir } from '#core/job/todays-air.ts'
import { byState } from '#server/jobs/by-state.ts'
import type { OpenJob } from '#server/jobs/open-jobs.ts'
import type { DayJobView } from './views.ts'

/** What the cards of one day share. */
export interface DayGround {
  at: string
  /** How far a job's work is, worked out once for each of its states. */
  progress: ReturnType<typeof progressBy>
  names: Readonly<Record<string, string>>
  /** When the day's plan has the last of each job's work ending, minutes of the shop's day. */
  ends: ReadonlyMap<string, number>
  /** When the day's plan has a step of a job beginning, minutes of the shop's day. */
  begins(job: string, step: string): number | undefined
  minuteOf(iso: string): number
  /** Weather of the day and of the one before. */
  weather: { today: DayWeather | undefined; yesterday: DayWeather | undefined }
  /** The air that cars dry in today. */
  outside: Outside | undefined
}

/** What a card says of the work alone. */
export const progressBy = (stages: Catalogue['stages']) =>
  byState((procedure, state) => {
    const attended = procedure.steps.filter((s) => s.crew > 0)
    return {
      petals: petalsOf(procedure, state, stages),
      minutesLeft: minutesLeft(procedure, state),
      running: attended.filter((s) => stepState(state, s.id).status === 'running'),
      hands: handsOn(state),
      stepsDone: attended.filter((s) => isOver(state, s.id)).length,
      steps: attended.length,
    }
  })
const nothing = { petals: [], minutesLeft: null, running: [], hands: [], stepsDone: 0, steps: 0 }

/** One vehicle as the Day shows it. */
export function dayCard({ job, procedure: issued, state, places }: OpenJob, ground: DayGround): DayJobView {
  const { at, progress, names, ends, begins, minuteOf, weather, outside } = ground
  const { vehicle } = job
  const procedure = issued && inTodaysAir(issued, outside)
  const wetting = procedure && {
    procedure,
    state,
    minuteOf,
    begins: (step: string) => begins(job.id, step),
  }
  const dusk = wetting && (frozeOvernight(wetting, weather.yesterday) ?? duskRisk(wetting, weather.today))
  // Known by the very procedure that was issued.
  const { running, ...work } = issued ? progress(issued, state) : nothing
  return {
    id: job.id,
    callSign: job.callSign,
    colour: job.colour,
    state: job.state,
    vehicle: `${vehicle.make} ${vehicle.model}`.trim(),
    plate: vehicle.plate,
    arrives: job.arrives,
    due: job.due,
    ready: ends.get(job.id) ?? null,
    ...work,
    running: running.map((s) => ({
      step: s.id,
      title: s.title,
      person: names[stepState(state, s.id).runningBy!] ?? '',
    })),
    needs: procedure ? needsOf(procedure, state, places, at) : [],
    ...(dusk ? { dusk } : {}),
  }
}
