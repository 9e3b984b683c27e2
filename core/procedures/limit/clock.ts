import { plan } from '#core/plan/plan.ts'
import { toActivities } from '#core/procedures/activities.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/** Long enough for any car, the week that nothing dries in included, in minutes. */
const horizon = 10 * 1440

/**
 * Minutes on the clock from the first step until the car is ready to be handed over, drying too, with so many people who can do everything on this car
 * alone and one of each machine. The planner's own answer, so that what does not fit is not called fitting.
 */
export function clockOf(procedure: Procedure, crew: number, iterations = 2): number {
  // The talk at the handing over is the desk's: what was promised is that the car stands ready for it.
  const steps = procedure.steps.filter((s) => s.stage !== 'hand-over')
  const ids = new Set(steps.map((s) => s.id))
  const { activities, links } = toActivities('car', {
    ...procedure,
    steps,
    links: procedure.links.filter((l) => ids.has(l.from) && ids.has(l.to)),
  })
  const answer = plan({
    technicians: Array.from({ length: crew }, (_, i) => ({
      id: `t${i}`,
      skills: [...new Set(procedure.steps.flatMap((s) => s.skills))],
      shifts: [[0, horizon]],
    })),
    equipment: [...new Set(procedure.steps.flatMap((s) => s.equipment))].map((id) => ({ id, count: 1 })),
    jobs: [{ id: 'car' }],
    activities: activities.map(({ crew: wanted = 1, ...a }) => ({
      ...a,
      crew: Math.min(wanted, crew),
      // What takes two takes one person both turns. Hands that wait for one another are seen in the plan itself.
      minutes: a.minutes * Math.ceil(Math.max(1, wanted / crew)),
    })),
    links,
    now: 0,
    seed: 1,
    iterations,
  })
  return answer.unscheduled.length > 0 ? Number.POSITIVE_INFINITY : answer.objective.makespan
}
