import { courseOf } from '#core/drying/course.ts'
import { bentMinute, refit } from '#core/drying/refit.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { stepState } from './reduce.ts'
import type { WorkState } from './schema.ts'

/** Readings from which a patch's own course is believed more than what was expected. */
const leastReadings = 2

/** When the last of what a passive step waits for ended, ISO 8601; undefined while something of it has not. */
export function wettingEnded(step: Step, { links }: Pick<Procedure, 'links'>, state: WorkState): string | undefined {
  const ends = links.filter((l) => l.to === step.id).map((l) => stepState(state, l.from).finishedAt)
  return ends.every((at) => at !== null) ? ends.sort().at(-1) : undefined
}

/** The patch that a drying step waits for longest. */
export function slowestPatch({ zoneGroup }: Pick<Step, 'zoneGroup'>, { drying }: Pick<Procedure, 'drying'>) {
  const patches = drying?.patches.filter((p) => p.group === zoneGroup) ?? []
  return patches.length === 0 ? undefined : patches.reduce((a, b) => (b.dry > a.dry ? b : a))
}

/**
 * Minutes from the end of its wetting until a step's slowest patch is dry: as planned, or bent to what a meter read there since. What it read as
 * touch-dry is dry, however slow it was expected to be.
 */
export function dryMinutes(
  step: Step,
  procedure: Pick<Procedure, 'drying'>,
  { moisture = [] }: Pick<WorkState, 'moisture'>,
  since: string,
): number {
  const read = moisture.filter((r) => r.step === step.id && r.at >= since)
  const slowest = slowestPatch(step, procedure)
  if (read.length < leastReadings || !slowest) return step.minutes
  const minute = (iso: string) => (Date.parse(iso) - Date.parse(since)) / 60_000
  const last = read.at(-1)!
  if (last.grams <= slowest.touchDry) return Math.min(step.minutes, Math.ceil(minute(last.at)))
  const course = courseOf(slowest, step.minutes)
  const bent = refit(
    course,
    read.map(({ at, grams }) => ({ at: minute(at), grams })),
  )
  return Math.ceil(bentMinute(course, bent, slowest.touchDry))
}
