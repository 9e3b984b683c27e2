import { refusal } from '#core/job/allow.ts'
import { openSteps, stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { AtWork } from '#web/client/work.ts'

/** Why a person cannot start a step now. */
const whyNot = ({ procedure, state, skills }: AtWork, step: Step, person: string, now: string) => {
  const actor = { person, leads: false, ...(skills[person] ? { skills: skills[person] } : {}) }
  return refusal({ type: 'step-started', data: { step: step.id } }, procedure, state, actor, [], now)
}

/** Steps that anybody who holds their skill could start now. */
function freeBySkill({ procedure, state }: AtWork, person: string, now: string): Step[] {
  return openSteps(procedure, state).filter((s) => {
    if (s.stop || s.skills.length === 0 || stepState(state, s.id).status === 'running') return false
    const free = { type: 'step-started' as const, data: { step: s.id } }
    const code = refusal(free, procedure, state, { person, leads: false }, [], now)?.code
    // Being on something else oneself is no reason: somebody else could start it.
    return code === undefined || code === 'busy'
  })
}

/** Steps that only a skill stands in the way of: this person's; for a lead, who may let somebody do them, all that ask for one. */
export const waitingForSkill = (view: AtWork, person: string, leads: boolean, now: string): Step[] =>
  freeBySkill(view, person, now).filter((s) => leads || whyNot(view, s, person, now)?.code === 'no-skill')

/**
 * The step to put on a person's card: what they are on, else what the plan gives them next if it can start,
 * else the first open step that can.
 */
export function nextStep(view: AtWork, person: string, now: string): Step | undefined {
  const { procedure, state, mine } = view
  const open = openSteps(procedure, state)
  const running = open.find((s) => stepState(state, s.id).runningBy === person)
  if (running) return running
  const can = (s: Step) => whyNot(view, s, person, now) === undefined
  const planned = mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  return planned.find(can) ?? open.find(can)
}

/** Up to two steps after the one on the card: the person's own by plan, else the next open ones. */
export function stepsAfter(view: AtWork, current: Step | undefined): Step[] {
  const open = openSteps(view.procedure, view.state).filter((s) => s.id !== current?.id && !s.stop)
  const planned = view.mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  return [...planned, ...open.filter((s) => !planned.includes(s))].slice(0, 2)
}
