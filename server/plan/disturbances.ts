import type { Live } from './store/live.ts'
import type { Disturbance } from './views.ts'

/** Minutes a car may be late by before anybody is told that the plan no longer holds. */
const noticed = 2

/** What has happened that the plan does not hold for; nothing where it does. */
export function disturbances({
  plan,
  request,
  forecast,
  jobs,
}: Pick<Live, 'plan' | 'request' | 'forecast' | 'jobs'>): Disturbance[] {
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
  const held = new Map(request.jobs.map((j) => [j.id, j.holds ?? []]))
  const needs = new Map(request.activities.map((a) => [a.id, [...(a.equipment ?? []), ...(held.get(a.job) ?? [])]]))
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

/** Minutes of lateness that are one to whoever has decided about it: a minute more asks nobody again. */
const asLate = 10

/** Whether whoever leads left the plan as it is, knowing all that is disturbed. */
export const isLeft = (list: readonly Disturbance[], left: ReadonlySet<string>): boolean =>
  list.length > 0 && list.every((d) => left.has(subjectOf(d)))

/** What it is about: the same as long as nothing else has happened. */
export function subjectOf(d: Disturbance): string {
  switch (d.kind) {
    case 'late':
      return `late ${d.job} ${Math.ceil(d.by / asLate)}`
    case 'away':
      return `away ${d.person}`
    case 'came':
      return `came ${d.sign}`
    case 'new':
      return `new ${d.job}`
    case 'machine':
      return `machine ${d.machine}`
  }
}
