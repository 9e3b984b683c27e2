import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Activity, Fixed, PlanRequest } from '#core/plan/schema.ts'

/** Places for cars that a shop has, by what they are held for. */
export interface Bays {
  /** Held from a car's first step to its last. */
  car: string[]
  /** Held for the work at its outside. */
  outside: string[]
}

/** The places for cars among what a shop has; a crew that says nothing of any is not asked for one. */
export function baysAmong(kinds: Catalogue['equipment'], there: Iterable<string>): Bays {
  const has = new Set(there)
  const of = (place: 'car' | 'outside') => kinds.filter((k) => k.place === place && has.has(k.id)).map((k) => k.id)
  return { car: of('car'), outside: of('outside') }
}

/** Cars that stood in the shop at once, by what has happened: whoever has steps left is still there. */
function mostAtOnce(activities: readonly Activity[], fixed: readonly Fixed[]): number {
  const jobOf = new Map(activities.map((a) => [a.id, a.job]))
  const begun = new Set(fixed.map((f) => f.activity))
  const open = new Set(activities.filter((a) => !begun.has(a.id)).map((a) => a.job))
  const stays = new Map<string, { start: number; end: number }>()
  for (const { activity, start, end } of fixed) {
    const job = jobOf.get(activity)!
    const known = stays.get(job) ?? { start, end: start }
    const last = open.has(job) ? Number.POSITIVE_INFINITY : Math.max(known.end, end ?? start)
    stays.set(job, { start: Math.min(known.start, start), end: last })
  }
  const all = [...stays.values()]
  return Math.max(0, ...all.map((one) => all.filter((o) => o.start <= one.start && o.end > one.start).length))
}

/**
 * A day's request with its cars in bays. Where more cars stood in the shop at once than it has bays, there was room for them: that many
 * are reckoned with, or nothing of them could be planned any more.
 * @param request as it is without bays
 * @param bays by what they are held for
 * @param outside activities at a car's outside
 */
export function withBays(request: PlanRequest, bays: Bays, outside: ReadonlySet<string>): PlanRequest {
  if (bays.car.length + bays.outside.length === 0) return request
  const least = mostAtOnce(request.activities, request.fixed ?? [])
  return {
    ...request,
    equipment: request.equipment?.map((e) => (bays.car.includes(e.id) ? { ...e, count: Math.max(e.count, least) } : e)),
    jobs: bays.car.length === 0 ? request.jobs : request.jobs.map((j) => ({ ...j, holds: bays.car })),
    activities: request.activities.map((a) =>
      outside.has(a.id) ? { ...a, equipment: [...(a.equipment ?? []), ...bays.outside] } : a,
    ),
  }
}
