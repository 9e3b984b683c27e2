import { eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { baysAmong } from '#core/job/bays.ts'
import { dayRequest } from '#core/job/day-request.ts'
import { workersOf } from '#core/job/reduce.ts'
import { withAsked } from '#core/plan/machines.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { goingOverOf } from '#core/shop/about.ts'
import { usable } from '#core/shop/kit.ts'
import { hoursOn } from '#core/shop/week.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import type { OpenJob } from '#server/jobs/open-jobs.ts'
import { shopOn } from '#server/jobs/weather.ts'

export const today = (scope: Scope, now: string): string => dayIn(scope.timeZone, now)

/** What the planner takes at once (engines.md §4). */
const limits = { activities: 2000, people: 60 }

const begun = ({ state }: OpenJob) => Object.keys(state.steps).length > 0
/** Those under way first, then by what is promised soonest, then by arrival. */
const byUrgency = (a: OpenJob, b: OpenJob) =>
  Number(begun(b)) - Number(begun(a)) ||
  (a.job.due ?? '9').localeCompare(b.job.due ?? '9') ||
  a.job.arrives.localeCompare(b.job.arrives)

/** The checked-in jobs that fit into one plan; the rest waits for the next. */
function planned(jobs: readonly OpenJob[]): (OpenJob & { procedure: Procedure })[] {
  let room = limits.activities
  return jobs
    .filter((j): j is OpenJob & { procedure: Procedure } => j.procedure !== null && j.job.state === 'checked-in')
    .sort(byUrgency)
    .filter(({ procedure }) => {
      if (procedure.steps.length > room) return false
      room -= procedure.steps.length
      return true
    })
}

/** The day as it stands now, for the planner: what is over or under way as facts. */
export async function requestOf(
  db: Database,
  scope: Scope,
  jobs: readonly OpenJob[],
  { figures, equipment: kinds }: Catalogue,
  now: string,
): Promise<PlanRequest> {
  const day = today(scope, now)
  const minute = (iso: string) => minuteOf(scope.timeZone, day, iso)
  const chosen = planned(jobs)
  const hands = new Set(chosen.flatMap(({ state }) => [...workersOf(state)]))
  const rank = (p: { id: string; shifts: readonly unknown[] }) => (hands.has(p.id) ? 0 : p.shifts.length > 0 ? 1 : 2)
  const everybody = await db.select().from(people).where(eq(people.shop, scope.shop)).orderBy(people.name)
  const crew = everybody
    .filter((p) => p.left === null || hands.has(p.id))
    .map((p) => ({
      ...p,
      shifts: p.left === null ? hoursOn(p, day) : [],
      // A trainee works beside others: nothing that asks for a skill is given to them alone.
      skills: p.trainee ? [] : p.skills,
    }))
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, limits.people)
    .sort((a, b) => a.name.localeCompare(b.name))
  const { about, air } = await shopOn(db, scope, day)
  const kit = await db.select().from(equipment).where(eq(equipment.shop, scope.shop)).orderBy(equipment.kind)
  return dayRequest({
    // People without shifts are not planned, but may have done something.
    people: crew.map((p) => ({ id: p.id, skills: p.skills, shifts: p.shifts })),
    equipment: withAsked(
      kit.map((k) => ({ id: k.kind, count: usable(k) })),
      chosen.flatMap(({ procedure }) => procedure.steps.flatMap((s) => s.equipment)),
    ),
    bays: baysAmong(
      kinds,
      kit.map((k) => k.kind),
    ),
    jobs: chosen.map(({ job, procedure, state }) => ({
      id: job.id,
      release: Math.max(0, Math.ceil(minute(job.arrives))),
      due: job.due === null ? null : Math.max(0, Math.floor(minute(job.due))),
      procedure,
      state,
    })),
    mostPeople: figures.mostPeople,
    signOff: figures.signOff,
    goingOver: goingOverOf(about),
    now: minute(now),
    minuteOf: minute,
    outside: air,
  })
}
