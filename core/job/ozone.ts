import type { Procedure, Step } from '#core/procedures/schema.ts'
import { stepState } from './reduce.ts'
import type { AirRead, WorkState } from './schema.ts'

/** What an ozone run is made of, by treatment: shut it, let it run, air it. */
const kinds = { shut: 'ozone', run: 'ozone_run', air: 'air_out' } as const

export interface Ozone {
  run: Step
  air: Step
  /** When the unit was switched on, and when the doors were opened; null: not yet. */
  began: string | null
  opened: string | null
  /** Nobody is in the car: from shutting it until a reading lets somebody in. */
  isOn: boolean
  /** The last reading since the doors were opened. */
  reading: AirRead | undefined
}

/** The ozone run of a car, where it has one. */
export function ozoneOf({ steps }: Procedure, state: WorkState): Ozone | undefined {
  const of = (treatment: string) => steps.findLast((s) => s.treatment === treatment)
  const [shut, run, air] = [of(kinds.shut), of(kinds.run), of(kinds.air)]
  if (!shut || !run || !air) return undefined
  const status = (step: Step) => stepState(state, step.id)
  const begun = status(shut)
  const opened = status(run).finishedAt
  return {
    run,
    air,
    began: begun.status === 'finished' ? begun.finishedAt : null,
    opened,
    isOn: (begun.status === 'running' || begun.status === 'finished') && status(air).status !== 'finished',
    reading: opened === null ? undefined : state.air?.findLast((r) => r.at >= opened),
  }
}

/** Minutes, whole ones up, from now until so many have passed since a moment. */
export const minutesLeft = (since: string, minutes: number, now: string): number =>
  Math.max(0, Math.ceil(minutes - (Date.parse(now) - Date.parse(since)) / 60_000))
