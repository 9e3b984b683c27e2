import type { LateBecause } from '#core/plan/forecast/schema.ts'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { words } from '#words/en/screens/ui.ts'
import type { Speaker } from '#words/speaker.ts'
import type { Plan } from './plan.ts'

export const signOf = ({ jobs }: Pick<Plan, 'jobs'>, id: string) => jobs.find((j) => j.id === id)?.callSign ?? ''
export const nameOf = ({ people }: Pick<Plan, 'people'>, id: string) => people.find((p) => p.id === id)?.name ?? ''
export const stepName = ({ steps }: Pick<Plan, 'steps'>, activity: string, speak: Speaker): string => {
  const step = steps[activity]
  return step ? speak.title(step.title) : activity
}

/** Why a car will be late, as part of a sentence. */
export function becauseOf(because: LateBecause, plan: Plan, speak: Speaker): string {
  const say = words.because
  switch (because.kind) {
    case 'overrun':
      return say.overrun(stepName(plan, because.activity, speak), sayMinutes(because.minutes))
    case 'person':
      return say.person(nameOf(plan, because.person), signOf(plan, because.job), sayClock(because.until))
    case 'machine': {
      const machine = speak.names.of('equipment', because.machine).name
      return say.machine(machine, signOf(plan, because.job), sayClock(because.until))
    }
    case 'shift':
      return say.shift(sayClock(because.from))
    case 'passes':
      return say.passes(stepName(plan, because.activity, speak), sayClock(because.until))
    case 'work':
      return say.work(sayMinutes(because.minutes))
  }
}
