import { eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { isOver } from '#core/job/reduce.ts'
import { signId } from '#core/job/sign-off.ts'
import { type CountedOn, overdrawn } from '#core/plan/overdrawn.ts'
import { activityId } from '#core/procedures/activities.ts'
import { title } from '#core/procedures/messages.ts'
import { works } from '#core/shop/week.ts'
import { minuteOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import type { OpenJob } from '#server/jobs/open-jobs.ts'
import { disturbances, isLeft } from '#server/plan/disturbances.ts'
import type { PlanStep, PlanView } from '#server/plan/views.ts'
import { liveOf } from './live.ts'
import { today } from './request.ts'

/** How long ago what is over is still shown, in minutes. */
const shownAfter = 90
/** A day that is far too full leaves thousands of steps unplanned: as many of them as are read. */
const mostUnplanned = 20

/** What of a car dries by a machine that nobody is sent to, and when. Mats hang beside the car. */
const blownIn = (
  { job, procedure }: OpenJob,
  { airs }: Pick<Catalogue, 'airs'>,
  at: ReadonlyMap<string, { start: number; end: number }>,
): CountedOn[] =>
  (procedure?.steps ?? []).flatMap(({ id, drying, zoneGroup }) => {
    const machine = drying && airs.find((a) => a.id === drying.air)?.equipment
    const planned = at.get(activityId(job.id, id))
    if (!machine || !planned || zoneGroup === 'mats') return []
    return [{ job: job.id, machine, from: planned.start, to: planned.end }]
  })

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
    .select({
      id: people.id,
      name: people.name,
      skills: people.skills,
      trainee: people.trainee,
      away: people.away,
      shifts: people.shifts,
      week: people.week,
      left: people.left,
    })
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
  const needs = new Map(request.activities.map((a) => [a.id, a.equipment]))
  const holds = new Map(request.jobs.map((j) => [j.id, j.holds]))
  const stepsOf = ({ job, procedure }: OpenJob): PlanStep[] =>
    (procedure?.steps ?? []).flatMap(({ id, title, stage, skills }) => {
      const activity = activityId(job.id, id)
      const equipment = needs.get(activity) ?? []
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
  const signsOf = ({ job, procedure, state }: OpenJob): PlanStep[] =>
    (procedure?.steps ?? []).flatMap(({ id, title: of, stage, skills }) => {
      if (!state.waived[id]) return []
      const planned = at.get(signId(job.id, id))
      if (!planned) return []
      const span: [number, number] = [planned.start, planned.end]
      return [
        {
          id: `sign_off:${id}`,
          title: title('sign-off', { step: of }),
          stage,
          at: span,
          by: planned.technicians,
          skills,
        },
      ]
    })
  const askedFor = new Set(request.activities.map((a) => a.id))
  const isPlanned = new Set(request.jobs.map((j) => j.id))
  const heldOf = ({ job, procedure, state }: OpenJob): number =>
    ((isPlanned.has(job.id) && procedure?.steps) || []).filter(
      (s) => !isOver(state, s.id) && !askedFor.has(activityId(job.id, s.id)),
    ).length
  const isOn = ({ id, away }: (typeof crew)[number]) => row.onShift.has(id) || away?.some((a) => a.day === day)
  const off = crew.filter((p) => p.left === null && works(p) && !isOn(p))
  const disturbed = disturbances(live)
  const short = overdrawn(
    jobs.flatMap((open) => blownIn(open, catalogue, at)),
    (machine) => request.equipment?.find((e) => e.id === machine)?.count ?? 0,
  ).filter((o) => o.to > minute)
  return {
    day,
    version: row.version,
    answer: { ...answer, unscheduled },
    unplanned: answer.unscheduled.length,
    changed: row.changed,
    people: crew.filter(isOn).map(({ id, name, skills, trainee, away }) => {
      const today = (away ?? []).filter((a) => a.day === day).map(({ day: _day, ...a }) => a)
      const hours = request.technicians.find((t) => t.id === id)?.shifts ?? []
      // A trainee learns, and holds nothing yet.
      return { id, name, skills: trainee ? [] : skills, hours, ...(today.length > 0 ? { away: today } : {}) }
    }),
    ...(off.length > 0 ? { off: off.map(({ id, name }) => ({ id, name })) } : {}),
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
          ...(holds.get(open.job.id) ? { holds: holds.get(open.job.id) } : {}),
          ...(held > 0 ? { held } : {}),
          ...(ready === undefined ? {} : { ready }),
          ...(late ? { late } : {}),
          steps: [...stepsOf(open), ...signsOf(open)],
        }
      }),
    later: jobs.filter(({ job, procedure }) => procedure && !row.jobs.has(job.id)).map(({ job }) => job.callSign),
    now: minute,
    ...(request.goingOver ? { goingOver: request.goingOver } : {}),
    ...(short.length > 0 ? { overdrawn: short } : {}),
    ...(disturbed.length > 0 ? { disturbed } : {}),
    ...(isLeft(disturbed, row.left) ? { left: true as const } : {}),
    ...(row.back > 0 ? { back: row.back } : {}),
  }
}
