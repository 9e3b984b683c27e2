import { eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { isOver } from '#core/job/reduce.ts'
import { activityId } from '#core/procedures/activities.ts'
import { minuteOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import type { OpenJob } from '#server/jobs/open-jobs.ts'
import type { Disturbance, PlanStep, PlanView } from '#server/plan/views.ts'
import { type Live, liveOf } from './live.ts'
import { today } from './request.ts'

/** How long ago what is over is still shown, in minutes. */
const shownAfter = 90
/** Minutes a car may be late by before anybody is told that the plan no longer holds. */
const noticed = 2
/** A day that is far too full leaves thousands of steps unplanned: as many of them as are read. */
const mostUnplanned = 20

/** What has happened that the plan does not hold for; nothing where it does. */
function disturbances({ plan, request, forecast, jobs }: Live): Disturbance[] {
  const now = request.now ?? 0
  const ahead = forecast.assignments.filter((a) => a.start >= now)
  const person = new Map(request.technicians.map((t) => [t.id, t]))
  const gone = new Map<string, number>()
  for (const { technicians, start, end } of ahead)
    for (const id of technicians) {
      const there = person.get(id)?.shifts.some(([from, to]) => start < to && from < end) ?? false
      // Whoever stays on at the end of the day does so by the plan's own lateness, not because they are away.
      const after = Math.max(0, ...(person.get(id)?.shifts ?? []).map(([, to]) => to)) > now
      if (!there && !after) gone.set(id, (gone.get(id) ?? 0) + 1)
    }
  const needs = new Map(request.activities.map((a) => [a.id, a.equipment ?? []]))
  const kit = new Set((request.equipment ?? []).filter((e) => e.count > 0).map((e) => e.id))
  const short = new Map<string, number>()
  for (const { activity } of ahead)
    for (const machine of needs.get(activity) ?? [])
      if (!kit.has(machine)) short.set(machine, (short.get(machine) ?? 0) + 1)
  const planned = new Set(plan.answer.assignments.map((a) => a.activity))
  const told = new Set([
    ...plan.answer.unscheduled.map((u) => u.activity),
    ...(request.fixed ?? []).map((f) => f.activity),
  ])
  const unknown = new Map<string, number>()
  for (const a of request.activities)
    if (plan.jobs.has(a.job) && !planned.has(a.id) && !told.has(a.id)) unknown.set(a.job, (unknown.get(a.job) ?? 0) + 1)
  return [
    ...[...gone].map(([id, steps]) => ({ kind: 'away' as const, person: id, steps })),
    ...[...short].map(([machine, steps]) => ({ kind: 'machine' as const, machine, steps })),
    ...jobs
      .filter(({ job, procedure }) => procedure && job.state === 'checked-in' && !plan.jobs.has(job.id))
      .map(({ job }) => ({ kind: 'came' as const, sign: job.callSign })),
    ...[...unknown].map(([job, steps]) => ({ kind: 'new' as const, job, steps })),
    ...forecast.jobs.flatMap(({ job, late }) => {
      const due = request.jobs.find((j) => j.id === job)?.due
      const was = plan.ends.get(job)
      const meant = due !== undefined && was !== undefined && was > due + noticed
      return late && late.by > noticed && !meant ? [{ kind: 'late' as const, job, ...late }] : []
    }),
  ]
}

/** Today's plan as a screen shows it, as it will come now, with the names it needs; null when none was made yet. */
export async function planView(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
): Promise<PlanView | null> {
  const day = today(scope, now)
  const live = await liveOf(db, scope, catalogue, now)
  if (!live) return null
  const { plan: row, jobs, request, forecast, pins } = live
  const crew = await db
    .select({ id: people.id, name: people.name, skills: people.skills, away: people.away })
    .from(people)
    .where(eq(people.shop, scope.shop))
    .orderBy(people.name)
  const called = new Map(crew.map((p) => [p.id, p.name]))
  const minute = minuteOf(scope.timeZone, day, now)
  const { critical: _critical, assignments: _assignments, ...answer } = row.answer
  const at = new Map(forecast.assignments.filter((a) => a.end > minute - shownAfter).map((a) => [a.activity, a]))
  const unscheduled = answer.unscheduled.slice(0, mostUnplanned)
  const told = new Set(unscheduled.map((u) => u.activity))
  const begun = new Set(request.fixed?.map((f) => f.activity))
  const kept = new Map(pins.map((p) => [p.activity, p]))
  const coming = new Map(forecast.jobs.map((j) => [j.job, j]))
  const stepsOf = ({ job, procedure }: OpenJob): PlanStep[] =>
    (procedure?.steps ?? []).flatMap(({ id, title, stage, skills, equipment }) => {
      const activity = activityId(job.id, id)
      const planned = at.get(activity)
      if (!planned && !told.has(activity)) return []
      const pin = kept.get(activity)
      return {
        id,
        title,
        stage,
        ...(planned && { at: [planned.start, planned.end] }),
        ...(planned && planned.technicians.length > 0 && { by: planned.technicians }),
        ...(begun.has(activity) && { fixed: true }),
        ...(skills.length > 0 && { skills }),
        ...(equipment.length > 0 && { needs: equipment }),
        ...(pin && { kept: { by: called.get(pin.by) ?? '', at: pin.at, timed: pin.start !== null } }),
      }
    })
  const askedFor = new Set(request.activities.map((a) => a.id))
  const isPlanned = new Set(request.jobs.map((j) => j.id))
  const heldOf = ({ job, procedure, state }: OpenJob): number =>
    ((isPlanned.has(job.id) && procedure?.steps) || []).filter(
      (s) => !isOver(state, s.id) && !askedFor.has(activityId(job.id, s.id)),
    ).length
  const disturbed = disturbances(live)
  return {
    day,
    version: row.version,
    answer: { ...answer, unscheduled },
    unplanned: answer.unscheduled.length,
    changed: row.changed,
    people: crew.flatMap(({ away, ...p }) => {
      const today = (away ?? []).filter((a) => a.day === day).map(({ day: _day, ...a }) => a)
      if (!row.onShift.has(p.id) && today.length === 0) return []
      const hours = request.technicians.find((t) => t.id === p.id)?.shifts ?? []
      return [{ ...p, hours, ...(today.length > 0 ? { away: today } : {}) }]
    }),
    jobs: jobs
      .filter(({ job }) => row.jobs.has(job.id))
      .map((open) => {
        const held = heldOf(open)
        const { ready, late } = (held === 0 && coming.get(open.job.id)) || {}
        return {
          id: open.job.id,
          callSign: open.job.callSign,
          colour: open.job.colour,
          due: open.job.due === null ? null : minuteOf(scope.timeZone, day, open.job.due),
          ...(held > 0 ? { held } : {}),
          ...(ready === undefined ? {} : { ready }),
          ...(late ? { late } : {}),
          steps: stepsOf(open),
        }
      }),
    later: jobs.filter(({ job, procedure }) => procedure && !row.jobs.has(job.id)).map(({ job }) => job.callSign),
    now: minute,
    ...(disturbed.length > 0 ? { disturbed } : {}),
    ...(row.back > 0 ? { back: row.back } : {}),
  }
}
