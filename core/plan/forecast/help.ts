import { plan } from '#core/plan/plan.ts'
import type { Assignment, PlanRequest } from '#core/plan/schema.ts'
import { forecast } from './forecast.ts'
import type { Forecast, Help, JobForecast } from './schema.ts'

/** Rounds of search a change is tried with, and days it is sampled on. */
const [rounds, days] = [20, 200]

interface Change {
  what: Help['what']
  request: PlanRequest
}

/** What could be otherwise: one more of each machine the car needs, one more pair of hands, this car before the others. */
function changesFor(request: PlanRequest, job: string): Change[] {
  const own = request.activities.filter((a) => a.job === job)
  const machines = [...new Set(own.flatMap((a) => a.equipment ?? []))]
  const skills = [...new Set(own.flatMap((a) => [...(a.skills ?? []), ...(a.skill ? [a.skill] : [])]))]
  const now = request.now ?? 0
  const until = Math.max(now + 1, ...request.technicians.flatMap((t) => t.shifts.map(([, to]) => to)))
  return [
    ...machines.map((machine) => ({
      what: { kind: 'machine' as const, machine },
      request: {
        ...request,
        equipment: request.equipment!.map((e) => (e.id === machine ? { ...e, count: e.count + 1 } : e)),
      },
    })),
    {
      what: { kind: 'person' as const },
      request: {
        ...request,
        technicians: [...request.technicians, { id: ' one more', skills, shifts: [[now, until]] }],
      },
    },
    {
      what: { kind: 'first' as const },
      request: {
        ...request,
        jobs: request.jobs.map((j) => (j.id === job ? { ...j, weight: 25 * (j.weight ?? 1) } : j)),
      },
    },
  ]
}

const of = ({ jobs }: Forecast, job: string): JobForecast | undefined => jobs.find((j) => j.job === job)

/**
 * What would help a car most that will hardly be ready as promised, each tried by planning again with it, the best first; and the promise
 * that would be kept in eight days of ten as things are.
 * @param assignments the plan people follow
 * @throws BadInput for requests that contradict themselves
 */
export function helpFor(request: PlanRequest, assignments: readonly Assignment[], job: string): Help[] {
  const as = forecast(request, assignments, { days })
  const before = of(as, job)
  if (!before) return []
  const isLate = (f: Forecast, id: string) => (of(f, id)?.late?.by ?? 0) > 0
  // What is planned of the others stays where it can; the car's own is looked for anew.
  const own = new Set(request.activities.filter((a) => a.job === job).map((a) => a.id))
  const previous = assignments.filter((a) => !own.has(a.activity))
  const tried = changesFor(request, job).flatMap(({ what, request: changed }): Help[] => {
    const answer = plan({ ...changed, previous, iterations: rounds })
    const then = forecast(changed, answer.assignments, { days })
    const at = of(then, job)
    if (!at || at.likely >= before.likely) return []
    return [
      {
        what,
        ready: at.ready,
        likely: at.likely,
        ...(at.inTime === undefined ? {} : { inTime: at.inTime }),
        late: as.jobs.map((j) => j.job).filter((id) => id !== job && isLate(then, id) && !isLate(as, id)),
      },
    ]
  })
  tried.sort((a, b) => (b.inTime ?? 0) - (a.inTime ?? 0) || a.likely - b.likely)
  return [...tried, { what: { kind: 'promise' }, ready: before.ready, likely: before.likely, inTime: 0.8, late: [] }]
}
