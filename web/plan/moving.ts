import { jobOf } from '#core/procedures/activities.ts'
import type { Spell } from '#web/ui/lanes-of-plan.ts'
import type { Plan } from '#web/ui/plan.ts'
import type { Move } from './api.ts'

/** A stay in hand: whose it would be, and by how many minutes later. */
export interface Moving {
  id: string
  to: string
  by: number
}

/** Minutes that a stay snaps to while it is moved. */
export const snap = 5

/** Steps of a stay that can still be moved. */
export const movable = (plan: Plan, { activities }: Spell): string[] => activities.filter((a) => !plan.steps[a]?.fixed)

/** The moves that a stay in hand comes to; none while it is where it was. */
export function movesOf(plan: Plan, spell: Spell, { to, by }: Moving): Move[] {
  if (to === spell.row && by === 0) return []
  const at = new Map(plan.assignments.map((a) => [a.activity, a]))
  return movable(plan, spell).map((activity) => {
    const { start, technicians } = at.get(activity)!
    return {
      activity,
      technicians: [...new Set(technicians.map((t) => (t === spell.row ? to : t)))],
      start: by === 0 ? null : start + by,
    }
  })
}

/** The moves that leave all that is ahead of a car, and that they may do alone, to one person. */
export function movesToKeep(plan: Plan, job: string, person: Plan['people'][number]): Move[] {
  return plan.assignments.flatMap(({ activity, technicians }) => {
    const step = plan.steps[activity]
    const may = step?.skills?.every((s) => person.skills.includes(s)) ?? true
    if (jobOf(activity) !== job || !step || step.fixed || technicians.length !== 1 || !may) return []
    return [{ activity, technicians: [person.id], start: null }]
  })
}

/** A stay moved on by some minutes and people, within what is there: not before now, no further than the first and the last of them. */
export function moved(plan: Plan, spell: Spell, moving: Moving, minutes: number, rows: number): Moving {
  const row = plan.people.findIndex((p) => p.id === moving.to)
  const to = plan.people[Math.min(plan.people.length - 1, Math.max(0, row + rows))]!.id
  const starts = movable(plan, spell).map((a) => plan.assignments.find((x) => x.activity === a)!.start)
  const least = Math.ceil((plan.now - Math.min(...starts)) / snap) * snap
  return { ...moving, to, by: Math.max(Math.min(0, least), moving.by + minutes) }
}
