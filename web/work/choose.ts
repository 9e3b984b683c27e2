import { refusal } from '#core/job/allow.ts'
import { openCalls } from '#core/job/calls.ts'
import type { Refusal } from '#core/job/messages.ts'
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
 * @param taken a step they took instead
 */
export function nextStep(view: AtWork, person: string, now: string, taken?: string): Step | undefined {
  const { procedure, state, mine } = view
  const open = openSteps(procedure, state)
  const running = open.find((s) => stepState(state, s.id).runningBy === person)
  if (running) return running
  const can = (s: Step) => whyNot(view, s, person, now) === undefined
  const chosen = open.find((s) => s.id === taken)
  if (chosen && can(chosen)) return chosen
  // Handed to them first; what waits for somebody else, or for the lead, only where there is nothing more.
  const stuck = new Set(openCalls(procedure, state).map((c) => c.step))
  const isOthers = (s: Step) => {
    const { handed } = stepState(state, s.id)
    return stuck.has(s.id) || (handed !== undefined && handed.to !== person)
  }
  const handed = open.find((s) => stepState(state, s.id).handed?.to === person && can(s))
  if (handed) return handed
  const planned = mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  const free = [...planned, ...open].filter(can)
  return free.find((s) => !isOthers(s)) ?? free[0]
}

/** What a person could start now besides the step on their card, in the procedure's order. */
export const otherSteps = (view: AtWork, current: Step | undefined, person: string, now: string): Step[] =>
  openSteps(view.procedure, view.state).filter(
    (s) => s.id !== current?.id && !s.stop && whyNot(view, s, person, now) === undefined,
  )

/** Why nothing can be started: the soonest dwell that ends, else what the first open step waits for. */
export function whyWaiting(view: AtWork, person: string, now: string): Refusal | undefined {
  const reasons = openSteps(view.procedure, view.state)
    .filter((s) => !s.stop)
    .flatMap((s) => whyNot(view, s, person, now) ?? [])
  const dwells = reasons.flatMap((r) => (r.code === 'dwell' ? [r] : []))
  return dwells.sort((a, b) => a.facts.minutes - b.facts.minutes)[0] ?? reasons[0]
}

/** Up to two steps after the one on the card: the person's own by plan, else the next open ones. */
export function stepsAfter(view: AtWork, current: Step | undefined): Step[] {
  const open = openSteps(view.procedure, view.state).filter((s) => s.id !== current?.id && !s.stop)
  const planned = view.mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  return [...planned, ...open.filter((s) => !planned.includes(s))].slice(0, 2)
}
