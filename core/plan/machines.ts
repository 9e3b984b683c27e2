import type { PlanRequest } from './schema.ts'

/** What there is of each machine, and none of what is asked for and not there: a plan then says so, activity by activity. */
export function withAsked(
  there: NonNullable<PlanRequest['equipment']>,
  asked: Iterable<string>,
): NonNullable<PlanRequest['equipment']> {
  const known = new Set(there.map((k) => k.id))
  return [...there, ...[...new Set(asked)].filter((id) => !known.has(id)).map((id) => ({ id, count: 0 }))]
}
