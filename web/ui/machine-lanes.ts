import { jobOf } from '#core/procedures/activities.ts'
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

/** Which machine of its kind each step has: that which is at the car already, or the first that is free. */
export function machineLanes(plan: Plan, speak: Speaker | undefined): MachineLane[] {
  const jobs = new Map(plan.jobs.map((j) => [j.id, j]))
  const people = new Map(plan.people.map((p) => [p.id, p.name]))
  const lanes = new Map<string, MachineStay[][]>()
  for (const { activity, start, end, technicians } of plan.assignments)
    for (const kind of plan.steps[activity]?.needs ?? []) {
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
