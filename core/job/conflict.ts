import type { Conflict, WorkEvent, WorkState } from './schema.ts'

/** Refusals of things that no longer can be: what is recorded of them is kept, but changes nothing. */
const cameTooLate = new Set([
  'over',
  'handed-over',
  'unknown-step',
  'unknown-place',
  'unknown-surface',
  'passive',
  // Work at a held place is a breach: it is shown, lifts nothing, and is no work.
  'held',
  'held-by-call',
  'needs-clearing',
  'stop-stays',
  'lead-only',
  'lead-records',
  'lead-answers',
  'not-over',
  'stands-on-it',
  'looked-at',
  'not-yours-to-open',
  'no-call',
  'no-timer',
  'lead-judges',
  'trained-only',
  // Nobody goes in by what a phone without a line believed.
  'ozone-inside',
  'ozone-stays',
  'not-before',
  'needs-reading',
])
/** What somebody saw or wrote down stands whatever else happened. */
const alwaysCounts = new Set<WorkEvent['type']>([
  'note',
  'customer-said',
  'damage-found',
  'recheck-left',
  'air-read',
  'moisture-read',
  'stuck',
  'incident',
  'tank',
])

function counts(state: WorkState, event: WorkEvent, code: string): boolean {
  if (alwaysCounts.has(event.type)) return true
  if (event.type === 'step-finished') {
    // Work that was done is done, though somebody has skipped it meanwhile.
    if (code === 'over') return state.steps[event.data.step]?.status === 'skipped'
    // "Dry" said of what was wetted again says nothing.
    if (code === 'waits-for') return false
  }
  // Somebody else is at it meanwhile: it is not laid down under their hands.
  if (event.type === 'step-handed' && (code === 'not-running' || code === 'not-yours')) return false
  return !cameTooLate.has(code)
}

/** What an event that was recorded without a line stands against; undefined when it goes together with what others did. */
export function conflictOf(state: WorkState, event: WorkEvent): Conflict | undefined {
  const code = event.offline?.conflict
  if (code == null) return undefined
  const step = 'step' in event.data ? event.data.step : null
  const there = step === null ? undefined : state.steps[step]
  return {
    event: event.id,
    type: event.type,
    code,
    by: event.author,
    at: event.offline!.at,
    step,
    against: there?.event ? { event: there.event, by: there.by } : null,
    counted: counts(state, event, code),
  }
}
