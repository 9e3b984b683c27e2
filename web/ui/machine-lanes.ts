import { activityId, jobOf } from '#core/procedures/activities.ts'
import type { Speaker } from '#words/speaker.ts'
import type { Plan } from './plan.ts'

/** A machine's time on one car, with whoever has it; nobody while it runs by itself. */
export interface MachineStay {
  id: string
  start: number
  end: number
  callSign: string
  colour: string
  people: string[]
}
/** One machine of a kind. */
export interface MachineLane {
  id: string
  name: string
  stays: MachineStay[]
}

/** Minutes a machine may stand still at a car and still be there. */
const mostIdle = 3

/** What is used when, by start: what steps have all the while, and the places that a car holds from its first step to its last. */
function uses({ assignments, steps, jobs }: Plan) {
  const stays = jobs.flatMap(({ id, holds: kinds = [] }) => {
    const own = assignments.filter((a) => jobOf(a.activity) === id)
    if (kinds.length === 0 || own.length === 0) return []
    const [start, end] = [Math.min(...own.map((a) => a.start)), Math.max(...own.map((a) => a.end))]
    return [{ activity: activityId(id, ''), start, end, technicians: [] as string[], kinds }]
  })
  const used = assignments.map((a) => ({ ...a, kinds: steps[a.activity]?.needs ?? [] }))
  return [...stays, ...used].sort((a, b) => a.start - b.start)
}

/** Which machine of its kind each step has: that which is at the car already, or the first that is free. */
export function machineLanes(plan: Plan, speak: Speaker | undefined): MachineLane[] {
  const jobs = new Map(plan.jobs.map((j) => [j.id, j]))
  const people = new Map(plan.people.map((p) => [p.id, p.name]))
  const lanes = new Map<string, MachineStay[][]>()
  for (const { activity, start, end, technicians, kinds } of uses(plan))
    for (const kind of kinds) {
      const job = jobs.get(jobOf(activity))
      if (!job) continue
      const units = lanes.get(kind) ?? []
      lanes.set(kind, units)
      const isFree = (unit: MachineStay[]) => (unit.at(-1)?.end ?? 0) <= start
      const there = units.find((u) => isFree(u) && u.at(-1)?.callSign === job.callSign)
      const unit = there ?? units.find(isFree) ?? units[units.push([]) - 1]!
      const last = unit.at(-1)
      const who = technicians.flatMap((id) => people.get(id) ?? [])
      if (last && last.callSign === job.callSign && start - last.end <= mostIdle) {
        last.end = end
        last.people = [...new Set([...last.people, ...who])]
      } else
        unit.push({
          id: `${kind} ${activity}`,
          start,
          end,
          callSign: job.callSign,
          colour: job.colour,
          people: who,
        })
    }
  return [...lanes]
    .flatMap(([kind, units]) => {
      const name = speak?.names.of('equipment', kind).name ?? kind
      return units.map((stays, i) => ({
        id: `${kind} ${i}`,
        name: units.length > 1 ? `${name} ${i + 1}` : name,
        stays,
      }))
    })
    .sort((a, b) => a.name.localeCompare(b.name))
}
