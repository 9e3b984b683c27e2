import { title } from '#core/procedures/messages.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { openCalls } from './calls.ts'
import { dryMinutes, wettingEnded } from './moisture.ts'
import { isOver, openSteps, stepState } from './reduce.ts'
import type { Need, WorkState } from './schema.ts'
import { toSign } from './sign-off.ts'

const plus = (iso: string, minutes: number) => new Date(Date.parse(iso) + minutes * 60_000).toISOString()

/** What a job needs someone for, soonest first: dwells that end, surfaces that should be dry, the last look, the handover. */
export function needsOf(procedure: Procedure, state: WorkState, places: readonly string[], now: string): Need[] {
  if (state.handedOver) return []
  const needs: Need[] = state.timers.map((timer) => {
    const of = procedure.steps.find((s) => s.id === timer.step)?.title ?? title('unnamed', { step: timer.step })
    const dries = plus(timer.startedAt, timer.max)
    return now > dries
      ? { kind: 'dried-on', of, step: timer.step, at: dries }
      : { kind: 'dwell', of, step: timer.step, at: plus(timer.startedAt, timer.min) }
  })
  for (const { kind, step, at, by } of openCalls(procedure, state)) {
    const of = procedure.steps.find((s) => s.id === step)?.title
    needs.push({ kind: kind === 'stuck' ? 'stuck' : 'incident', step, at, by, ...(of ? { of } : {}) })
  }
  for (const step of toSign(procedure, state))
    needs.push({ kind: 'sign-off', of: step.title, step: step.id, at: stepState(state, step.id).finishedAt! })
  for (const step of procedure.steps) {
    const at = stepState(state, step.id)
    // An engine that runs for its heat is switched off in time, by whoever stays with it.
    if (step.treatment === 'heat_cycle' && at.status === 'running' && at.since !== null)
      needs.push({ kind: 'switch-off', of: step.title, step: step.id, at: plus(at.since, step.minutes - at.worked) })
    if (step.crew > 0 || isOver(state, step.id)) continue
    const since = wettingEnded(step, procedure, state)
    if (since === undefined) continue
    needs.push({
      kind: 'judge-dry',
      of: step.title,
      step: step.id,
      at: plus(since, dryMinutes(step, procedure, state, since)),
    })
  }
  if (
    procedure.steps.length > 0 &&
    openSteps(procedure, state).length === 0 &&
    procedure.steps.every((s) => isOver(state, s.id))
  ) {
    const open = places.filter((p) => !state.checks[p]).length
    needs.push(
      open > 0
        ? { kind: 'final-check', places: open, step: null, at: now }
        : { kind: 'hand-over', step: null, at: now },
    )
  }
  return needs.sort((a, b) => (a.at < b.at ? -1 : 1))
}
