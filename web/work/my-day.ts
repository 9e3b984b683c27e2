import type { PlanView } from '#server/plan/views.ts'

/** One person's stay on one car, in minutes of the day. */
export interface Stay {
  job: string
  sign: string
  colour: string
  from: number
  /** Steps that are not over, and their minutes. */
  steps: number
  minutes: number
}

/** What the plan has for a person that is not over, by car, in its order: the same car twice is two stays where another lies between. */
export function staysOf(view: PlanView | null, person: string): Stay[] {
  const mine = (view?.jobs ?? [])
    .flatMap((job) => job.steps.map((step) => ({ job, step })))
    .flatMap(({ job, step }) =>
      step.at && step.by?.includes(person) && !step.fixed ? [{ job, step, at: step.at }] : [],
    )
    .sort((a, b) => a.at[0] - b.at[0])
  const stays: Stay[] = []
  for (const { job, at } of mine) {
    const last = stays.at(-1)
    const minutes = at[1] - at[0]
    if (last?.job === job.id) {
      last.steps++
      last.minutes += minutes
    } else
      stays.push({
        job: job.id,
        sign: job.callSign,
        colour: job.colour,
        from: at[0],
        steps: 1,
        minutes,
      })
  }
  return stays
}
