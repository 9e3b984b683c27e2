import type { Activity, PlanLink } from '#core/plan/schema.ts'
import type { Procedure } from './schema.ts'

/** Name of a job's step in a plan. */
export const activityId = (job: string, step: string): string => `${job}/${step}`

/** The job of a step in a plan. */
export const jobOf = (activity: string): string => activity.slice(0, activity.indexOf('/'))

/** A procedure as activities and links of the crew plan, under the job's id. */
export function toActivities(job: string, procedure: Procedure): { activities: Activity[]; links: PlanLink[] } {
  return {
    activities: procedure.steps.map((step) => ({
      id: activityId(job, step.id),
      job,
      minutes: step.minutes,
      crew: step.crew,
      ...(step.skills.length > 0 ? { skills: step.skills } : {}),
      equipment: step.equipment,
      // What must not be done at a place that dries the links say: whoever wipes the dash does not wait for the seat.
      zones: step.treatment === 'dry' ? [] : step.zones,
    })),
    links: procedure.links.map((link) => ({
      from: activityId(job, link.from),
      to: activityId(job, link.to),
      minLag: link.minLag,
      ...(link.maxLag === undefined ? {} : { maxLag: link.maxLag }),
    })),
  }
}
