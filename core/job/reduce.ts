import { type Title, title } from '#core/procedures/messages.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { conflictOf } from './conflict.ts'
import { type LogSaid, log } from './messages.ts'
import type { Call, DrySeen, Extra, StepState, Timer, WorkEvent, WorkState } from './schema.ts'
import { leadsTo } from './transitions.ts'

/** A step nobody has touched. */
export const waiting: StepState = {
  status: 'waiting',
  by: [],
  runningBy: null,
  startedAt: null,
  since: null,
  worked: 0,
  finishedAt: null,
  reason: null,
  event: null,
}

export function emptyState(): WorkState {
  return {
    position: 0,
    checkedIn: false,
    procedureVersion: null,
    steps: {},
    timers: [],
    checks: {},
    notes: [],
    waived: {},
    found: [],
    conflicts: [],
    handedOver: null,
  }
}

export const stepState = (state: WorkState, step: string): StepState => state.steps[step] ?? waiting

/** The dwell that begins when this step ends: the link with a longest lag that leads out of it to an attended step. */
function dwellAfter(procedure: Procedure, step: string): { min: number; max: number } | undefined {
  const attended = new Set(procedure.steps.filter((s) => s.crew > 0).map((s) => s.id))
  const link = procedure.links.find(
    (l) => l.from === step && l.maxLag !== undefined && l.minLag > 0 && attended.has(l.to),
  )
  return link && { min: link.minLag, max: link.maxLag! }
}

function withTimer(state: WorkState, timer: Timer | undefined): Timer[] {
  return timer ? [...state.timers.filter((t) => t.step !== timer.step), timer] : state.timers
}

/** Timers of a dwell end when a step that follows it starts. */
function withoutAwaited(timers: readonly Timer[], procedure: Procedure, started: string): Timer[] {
  const before = new Set(procedure.links.filter((l) => l.to === started).map((l) => l.from))
  return timers.filter((t) => !before.has(t.step))
}

function withStep(state: WorkState, id: string, change: Partial<StepState>): WorkState {
  return { ...state, steps: { ...state.steps, [id]: { ...stepState(state, id), ...change } } }
}

const add = (list: readonly string[], item: string) => (list.includes(item) ? [...list] : [...list, item])

/** People who worked on any step. */
export function workersOf(state: WorkState): Set<string> {
  return new Set(Object.values(state.steps).flatMap((s) => s.by))
}

/** Dwells of steps that somebody worked on: theirs to come back to. */
export const timersOf = (state: WorkState, person: string): Timer[] =>
  state.timers.filter((t) => stepState(state, t.step).by.includes(person))

/** People whom something on the car waits for: a step of theirs runs, or a timer of a step they worked on. */
export function handsOn(state: WorkState): string[] {
  const running = Object.values(state.steps).flatMap((s) => (s.runningBy === null ? [] : [s.runningBy]))
  const timed = state.timers.flatMap((t) => stepState(state, t.step).by)
  return [...new Set([...running, ...timed])]
}

/** The minutes of work when a stretch of it ends. */
const workedUntil = ({ since, worked }: StepState, at: string): Pick<StepState, 'since' | 'worked'> => ({
  since: null,
  worked: since === null ? worked : worked + (Date.parse(at) - Date.parse(since)) / 60_000,
})
const untimed = ({ offline }: WorkEvent): Pick<StepState, 'untimed'> => (offline ? { untimed: true } : {})

const titleOf = (procedure: Procedure, step: string): Title =>
  procedure.steps.find((s) => s.id === step)?.title ?? title('unnamed', { step })

/** A state with one line more in the job's log. @param stop the stop it is about */
const withLine = (state: WorkState, author: string, at: string, said: LogSaid, stop?: string): WorkState => ({
  ...state,
  notes: [...state.notes, { author, said, at, ...(stop === undefined ? {} : { stop }) }],
})

/** A handing over without whose hand it was: their name, their signature and whatever was said of them. */
export const withoutHand = <T extends { to: string; unfinished?: string; signature?: unknown }>(
  { signature: _signature, ...given }: T,
  words: string,
): Omit<T, 'signature'> => ({ ...given, to: words, ...(given.unfinished === undefined ? {} : { unfinished: words }) })

/** The state without whoever the car belonged to: who took it, and what they said. */
const withoutCustomer = (state: WorkState, words: string): WorkState => ({
  ...state,
  notes: state.notes.map((line) => {
    if (line.said.code === 'customer-said')
      return { ...line, said: log('customer-said', { ...line.said.facts, from: words, text: '' }) }
    if (line.said.code === 'extra-agreed')
      return { ...line, said: log('extra-agreed', { ...line.said.facts, by: words }) }
    return line
  }),
  ...(state.extras ? { extras: state.extras.map((e) => ({ ...e, by: words })) } : {}),
  handedOver: state.handedOver && withoutHand(state.handedOver, words),
})

/** The state with what was seen of surfaces judged dry. */
const withSeen = (
  state: WorkState,
  { author, data }: { author: string; data: { note: string } },
  at: string,
  surfaces: readonly string[],
  as: DrySeen['as'],
): WorkState => ({
  ...state,
  rechecks: [
    ...(state.rechecks ?? []),
    ...surfaces.map((surface) => ({ surface, as, note: data.note, by: author, at })),
  ],
})

/** The state with a step laid down, not over. */
const laidDown = (
  state: WorkState,
  event: WorkEvent & { type: 'step-paused' | 'step-handed' | 'stuck' },
  step: string,
  more: Partial<StepState>,
): WorkState =>
  withStep(taken(state, step), step, {
    status: leadsTo(event.type),
    runningBy: null,
    ...workedUntil(stepState(state, step), event.serverTime),
    ...untimed(event),
    ...more,
    event: event.id,
  })

/** A step that waits for nobody in particular any more. */
function taken(state: WorkState, step: string): WorkState {
  const { handed, ...rest } = stepState(state, step)
  return handed ? { ...state, steps: { ...state.steps, [step]: rest } } : state
}

const withCall = (state: WorkState, call: Call): WorkState => ({ ...state, calls: [...(state.calls ?? []), call] })

function fold(state: WorkState, event: WorkEvent, procedure: Procedure): WorkState {
  const at = event.offline?.at ?? event.serverTime
  switch (event.type) {
    case 'checked-in':
      return { ...state, checkedIn: true }
    case 'procedure-issued':
      return { ...state, procedureVersion: event.data.version }
    case 'step-started': {
      const old = stepState(state, event.data.step)
      const next = withStep(taken(state, event.data.step), event.data.step, {
        status: leadsTo(event.type),
        runningBy: event.author,
        by: add(old.by, event.author),
        startedAt: old.startedAt ?? at,
        since: event.serverTime,
        reason: null,
        ...untimed(event),
        event: event.id,
      })
      return { ...next, timers: withoutAwaited(state.timers, procedure, event.data.step) }
    }
    case 'step-paused':
      return laidDown(state, event, event.data.step, { reason: event.data.reason ?? null })
    case 'step-handed': {
      const { step, to, note = '' } = event.data
      const next = laidDown(state, event, step, { reason: note || null, handed: { to, by: event.author } })
      return withLine(next, event.author, at, log('step-handed', { step: titleOf(procedure, step), note }))
    }
    case 'stuck': {
      const { step, note, photo = null } = event.data
      // Whoever is stuck is free for something else.
      const isOnIt = !state.handedOver && stepState(state, step).runningBy === event.author
      const next = isOnIt ? laidDown(state, event, step, { reason: note }) : state
      const call: Call = { id: event.id, kind: 'stuck', step, note, photo, by: event.author, at, answer: null }
      return withLine(withCall(next, call), event.author, at, log('stuck', { step: titleOf(procedure, step), note }))
    }
    case 'incident': {
      const { photo = null, ...data } = event.data
      const call: Call = { ...data, id: event.id, step: null, photo, by: event.author, at, answer: null }
      return withLine(withCall(state, call), event.author, at, log('incident', data))
    }
    case 'answered': {
      const { call, note } = event.data
      const answer = { by: event.author, at, note }
      const calls = (state.calls ?? []).map((c) => (c.id === call && !c.answer ? { ...c, answer } : c))
      return withLine({ ...state, calls }, event.author, at, log('answered', { note }))
    }
    case 'extra-agreed': {
      const extra: Extra = { ...event.data, recordedBy: event.author, at }
      const next = { ...state, extras: [...(state.extras ?? []), extra] }
      return withLine(next, event.author, at, log('extra-agreed', event.data))
    }
    case 'tank': {
      const { step, ...tank } = event.data
      return withLine(state, event.author, at, log('tank', { step: titleOf(procedure, step), ...tank }))
    }
    case 'dried-on': {
      const { step, did } = event.data
      const again = did === 'misted' ? state.timers.find((t) => t.step === step) : undefined
      const timers = state.timers.filter((t) => t.step !== step)
      const next = { ...state, timers: withTimer({ ...state, timers }, again && { ...again, startedAt: at }) }
      return withLine(next, event.author, at, log('dried-on', { step: titleOf(procedure, step), did }))
    }
    case 'step-finished': {
      const { step } = event.data
      const old = stepState(state, step)
      const next = withStep(taken(state, step), step, {
        status: leadsTo(event.type),
        runningBy: null,
        // Who wrote down a step's end without a line did it, also when somebody else stands there as running it.
        by: event.offline ? add(old.by, event.author) : old.by,
        finishedAt: at,
        startedAt: old.startedAt ?? at,
        ...workedUntil(old, event.serverTime),
        ...untimed(event),
        reason: null,
        event: event.id,
      })
      const dwell = dwellAfter(procedure, step)
      const timers = state.timers.filter((t) => t.step !== step)
      return { ...next, timers: withTimer({ ...state, timers }, dwell && { step, ...dwell, startedAt: at }) }
    }
    case 'step-skipped': {
      const next = withStep(taken(state, event.data.step), event.data.step, {
        status: leadsTo(event.type),
        runningBy: null,
        finishedAt: at,
        reason: event.data.reason,
        event: event.id,
      })
      return { ...next, timers: state.timers.filter((t) => t.step !== event.data.step) }
    }
    case 'step-reopened': {
      const { step } = event.data
      const old = stepState(state, step)
      const of = procedure.steps.find((s) => s.id === step)
      const { [step]: _signed, ...signed } = state.signed ?? {}
      const next = withStep(state, step, {
        // What nobody had begun waits as before; the rest is laid down as far as it was worked.
        status: old.startedAt === null ? 'waiting' : leadsTo(event.type, of),
        ...(of?.crew === 0 ? { startedAt: null } : {}),
        finishedAt: null,
        reason: null,
        event: event.id,
      })
      return {
        ...next,
        ...(state.signed ? { signed } : {}),
        timers: state.timers.filter((t) => t.step !== step),
      }
    }
    case 'stop-cleared':
      return withStep(state, event.data.step, {
        status: leadsTo(event.type),
        runningBy: null,
        by: add(stepState(state, event.data.step).by, event.author),
        finishedAt: at,
        startedAt: stepState(state, event.data.step).startedAt ?? at,
        reason: event.data.note,
        event: event.id,
      })
    case 'stop-refused': {
      const { step, reason } = event.data
      const next = withStep(state, step, { status: leadsTo(event.type), runningBy: null, event: event.id })
      return withLine(next, event.author, at, log('stop-refused', { step: titleOf(procedure, step), reason }), step)
    }
    case 'time-corrected': {
      const { step, minutes, reason } = event.data
      const { untimed: _untimed, ...old } = stepState(state, step)
      const corrected = { ...old, worked: minutes, corrected: { by: event.author, reason } }
      const next = { ...state, steps: { ...state.steps, [step]: corrected } }
      return withLine(
        next,
        event.author,
        at,
        log('time-corrected', { step: titleOf(procedure, step), minutes, reason }),
      )
    }
    case 'skill-waived': {
      const { step, person, reason } = event.data
      const next = { ...state, waived: { ...state.waived, [step]: add(state.waived[step] ?? [], person) } }
      return withLine(next, event.author, at, log('skill-waived', { step: titleOf(procedure, step), reason }))
    }
    case 'signed-off':
      return { ...state, signed: { ...state.signed, [event.data.step]: event.author } }
    case 'timer-started': {
      const dwell = procedure.steps.find((s) => s.id === event.data.step)?.dwell
      return {
        ...state,
        timers: withTimer(state, dwell ? { step: event.data.step, ...dwell, startedAt: at } : undefined),
      }
    }
    case 'timer-ended':
      return { ...state, timers: state.timers.filter((t) => t.step !== event.data.step) }
    case 'check-passed':
    case 'check-failed': {
      const check = {
        passed: event.type === 'check-passed',
        by: event.author,
        note: event.data.note ?? '',
        selfChecked: workersOf(state).has(event.author),
        ...(event.data.photo ? { photo: event.data.photo } : {}),
      }
      return { ...state, checks: { ...state.checks, [event.data.place]: check } }
    }
    case 'note':
      return withLine(state, event.author, at, log('note', event.data))
    case 'customer-said':
      return withLine(state, event.author, at, log('customer-said', event.data))
    case 'condition-changed':
      return withLine(state, event.author, at, log('condition-changed', { note: event.data.note }))
    case 'hazard-found': {
      const { rule, told, note } = event.data
      const stop = procedure.steps.findLast((s) => s.stop?.rule === rule)
      const said = log('hazard-found', { rule, stop: stop?.title ?? null, note, told })
      return withLine(state, event.author, at, said, stop?.id)
    }
    case 'recheck-failed': {
      const { surfaces, wicked, note } = event.data
      const next = withSeen(state, event, at, surfaces, wicked ? 'wicked' : 'soiled')
      return withLine(next, event.author, at, log('recheck-failed', { note, ...(wicked ? { wicked } : {}) }))
    }
    case 'recheck-left':
      return withSeen(state, event, at, [event.data.surface], 'stays')
    case 'damage-found': {
      const { surface, kind, note = '', photo = null } = event.data
      return { ...state, found: [...state.found, { surface, kind, note, photo, by: event.author, at }] }
    }
    case 'moisture-read':
      return { ...state, moisture: [...(state.moisture ?? []), { ...event.data, by: event.author, at }] }
    case 'air-read': {
      const next = { ...state, air: [...(state.air ?? []), { ppm: event.data.ppm, by: event.author, at }] }
      return withLine(next, event.author, at, log('air-read', event.data))
    }
    case 'customer-erased':
      return withoutCustomer(state, event.data.words)
    case 'handed-over':
      return { ...state, handedOver: { ...event.data, by: event.author, at } }
  }
}

/** Applies one event to a job's state. Pure; events must come in ledger order. */
export function reduce(state: WorkState, event: WorkEvent, procedure: Procedure): WorkState {
  const conflict = conflictOf(state, event)
  if (!conflict) return { ...fold(state, event, procedure), position: event.position }
  const next = conflict.counted ? fold(state, event, procedure) : withHand(state, event)
  return { ...next, conflicts: [...state.conflicts, conflict], position: event.position }
}

/** A fact that no longer changes a step: whoever wrote it down worked on it all the same. */
function withHand(state: WorkState, event: WorkEvent): WorkState {
  if (event.type !== 'step-started' && event.type !== 'step-finished') return state
  const old = state.steps[event.data.step]
  return old ? withStep(state, event.data.step, { by: add(old.by, event.author) }) : state
}

/** Folds a whole ledger. The same event twice (same id) counts once. */
export function replay(events: readonly WorkEvent[], procedure: Procedure): WorkState {
  const seen = new Set<string>()
  let state = emptyState()
  for (const event of [...events].sort((a, b) => a.position - b.position)) {
    if (seen.has(event.id)) continue
    seen.add(event.id)
    state = reduce(state, event, procedure)
  }
  return state
}

/** Steps that somebody has begun: those that are over, and those under way. */
export function touchedSteps(state: WorkState): { over: Set<string>; underWay: Set<string> } {
  const touched = { over: new Set<string>(), underWay: new Set<string>() }
  for (const [id, { status }] of Object.entries(state.steps))
    if (status === 'finished' || status === 'skipped') touched.over.add(id)
    else if (status !== 'waiting') touched.underWay.add(id)
  return touched
}

/** A step whose work is over, one way or the other. */
export const isOver = (state: WorkState, step: string): boolean =>
  ['finished', 'skipped'].includes(stepState(state, step).status)

/** The steps in procedure order that still need hands. */
export function openSteps(procedure: Procedure, state: WorkState): Step[] {
  return procedure.steps.filter((s) => s.crew > 0 && !isOver(state, s.id))
}
