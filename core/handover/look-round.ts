import type { PlaceToCheck, Stand } from '#core/catalogue/check-list-place.ts'
import { stepState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/** The way round the car. */
export const wayRound: readonly Stand[] = ['first', 'driver', 'round', 'rear', 'boot', 'passenger', 'front', 'last']

/** The places of a final check by where one stands, in the order of going round; nothing where the car has nothing to look at. */
export function lookRound<P extends Pick<PlaceToCheck, 'stand'>>(
  places: readonly P[],
): { stand: Stand; places: P[] }[] {
  return wayRound.flatMap((stand) => {
    const here = places.filter((p) => (p.stand ?? 'last') === stand)
    return here.length > 0 ? [{ stand, places: here }] : []
  })
}

/**
 * Minutes of work on a car by person, as the procedure reckons its steps; those who shared one share its minutes.
 * @returns each of `people`, whoever did least first
 */
export function handsOf(
  { steps }: Pick<Procedure, 'steps'>,
  state: WorkState,
  people: readonly string[],
): { person: string; minutes: number }[] {
  const minutes = new Map(people.map((p) => [p, 0]))
  for (const step of steps) {
    const { by, status } = stepState(state, step.id)
    if (status !== 'finished') continue
    for (const person of by) if (minutes.has(person)) minutes.set(person, minutes.get(person)! + step.p50 / by.length)
  }
  return [...minutes].map(([person, m]) => ({ person, minutes: m })).sort((a, b) => a.minutes - b.minutes)
}
