import { byId } from '#core/catalogue/by-id.ts'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { entryLimit, handOverLimit } from '#core/drying/ozone.ts'
import { none } from '#core/message/message.ts'
import { closingStages } from '#core/procedures/closing.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { type Doing, no, type Refusal } from './messages.ts'
import { minutesLeft, ozoneOf } from './ozone.ts'
import { isOver, stepState } from './reduce.ts'
import type { Call, WorkIntent, WorkState } from './schema.ts'
import { toSign } from './sign-off.ts'
import { fromWhere, type Status } from './transitions.ts'

export interface Actor {
  person: string
  /** Leads and owners may finish and pause for others. */
  leads: boolean
  /** What they hold; left out where it is not known, and then not asked. */
  skills?: readonly string[]
  /** Skills that no lead's word stands in for. */
  trained?: ReadonlySet<string>
}

/** A step of the whole car has no place of its own that could be held. */
const ofWholeCar = (step: Step) => step.zoneGroup === 'car' && step.area === 0 && !step.stop
/** Whether a step goes near any of some surfaces. */
const isAmong = (step: Step, surfaces: readonly string[]) =>
  !ofWholeCar(step) && step.surfaces.some((s) => surfaces.includes(s))
/** "vac_seat:seats-1+2" and "towel:doors-left.hard" are of "seats-1" and "doors-left". */
const groupOf = (id: string) => /:([a-z0-9-]+)/.exec(id)?.[1] ?? ''

/** A finding holds until it is cleared, or until somebody trained has taken it on: then what they do there follows. */
const holding = (procedure: Procedure, state: WorkState): Step[] =>
  procedure.steps.filter((s) => s.stop && !s.kept && !(s.stop.taken && stepState(state, s.id).status === 'finished'))

/** The finding that holds a step's places; also of a step that the procedure no longer has because of it. */
function holderOf(id: string, procedure: Procedure, state: WorkState): Step | undefined {
  const holders = holding(procedure, state)
  if (holders.length === 0) return undefined
  const step = procedure.steps.find((s) => s.id === id)
  return holders.find((held) => {
    if (held.id === id) return false
    if (held.stop!.holds === 'car') return true
    if (!step) return held.stop!.groups?.includes(groupOf(id))
    return isAmong(step, held.surfaces)
  })
}

/** The call for the lead that holds a step's places: a danger somebody found without a line. The lead's answer lets go of them. */
function callHolding(id: string, { steps }: Procedure, { calls = [] }: WorkState): Call | undefined {
  const step = steps.find((s) => s.id === id)
  return calls.find(({ holds, answer }) => {
    if (holds === undefined || answer || !step) return false
    return holds === 'car' || isAmong(step, holds)
  })
}

/** Whether a finding holds a step's places: nothing of it is started, finished or planned. */
export const isHeld = (step: string, procedure: Procedure, state: WorkState): boolean =>
  holderOf(step, procedure, state) !== undefined || callHolding(step, procedure, state) !== undefined

/** Predecessors that are not over, and contact times that are not. */
function waitsFor(step: Step, procedure: Procedure, state: WorkState, now: string): Refusal | undefined {
  for (const link of procedure.links.filter((l) => l.to === step.id)) {
    const before = byId(procedure.steps, link.from, 'step')
    const at = stepState(state, before.id)
    if (!isOver(state, before.id)) {
      return no('waits-for', { step: step.title, before: before.title })
    }
    if (at.status === 'finished' && link.minLag > 0) {
      const left = minutesLeft(at.finishedAt!, link.minLag, now)
      // Contact times protect people and fabric; nobody may shorten them.
      if (left > 0) return no('dwell', { before: before.title, minutes: left })
    }
  }
  return undefined
}

/** A skill the step asks for and this person does not hold. */
export const lackedSkill = (step: Step, { skills }: Pick<Actor, 'skills'>): string | undefined =>
  skills && step.skills.find((skill) => !skills.includes(skill))

/** A lead may let somebody do what they are not trained for, with a reason; never where only training protects. */
function mayWaive(step: Step, actor: Actor): Refusal | undefined {
  if (!actor.leads) return no('lead-only', none)
  const strict = step.skills.find((skill) => actor.trained?.has(skill))
  if (step.stop || strict) return no('trained-only', { step: step.title, ...(strict ? { skill: strict } : {}) })
  return undefined
}

/** The last look, and whoever takes the car, wait for what was done by those who learn it. */
function waitsForSigning(procedure: Procedure, state: WorkState): Refusal | undefined {
  const [open] = toSign(procedure, state)
  return open && no('unsigned', { step: open.title })
}

/** Somebody who holds the skill, and did not do it. */
function maySign(step: Step, procedure: Procedure, state: WorkState, actor: Actor): Refusal | undefined {
  if (!toSign(procedure, state).includes(step)) return no('nothing-to-sign', { step: step.title })
  if (stepState(state, step.id).by.includes(actor.person)) return no('own-work', { step: step.title })
  const skill = lackedSkill(step, actor)
  return skill ? no('no-skill', { step: step.title, skill }) : undefined
}

function mayStart(step: Step, procedure: Procedure, state: WorkState, actor: Actor, now: string): Refusal | undefined {
  if (step.crew === 0) return no('passive', { step: step.title })
  const lacks = lackedSkill(step, actor)
  if (lacks && (actor.trained?.has(lacks) || !state.waived[step.id]?.includes(actor.person)))
    return no('no-skill', { step: step.title, skill: lacks })
  const unsigned = step.stage === 'final' ? waitsForSigning(procedure, state) : undefined
  if (unsigned) return unsigned
  const running = procedure.steps.filter((s) => stepState(state, s.id).status === 'running')
  const own = running.find((s) => stepState(state, s.id).runningBy === actor.person)
  if (own) return no('busy', { step: own.title })
  const clash = running.find((s) => s.zones.some((z) => step.zones.includes(z)))
  if (clash) return no('zone-taken', { step: clash.title })
  return waitsFor(step, procedure, state, now)
}

/** Whoever is at a step, or laid it down, or a lead, where it stands as it has to. */
function mayTouch(
  step: Step,
  state: WorkState,
  actor: Actor,
  doing: Doing,
  from: readonly Status[],
): Refusal | undefined {
  const { status, runningBy, by } = stepState(state, step.id)
  // What passes by itself is in nobody's hands.
  if (from.length === 0) return no('passive', { step: step.title })
  if (!from.includes(status)) return no('not-running', { step: step.title, doing })
  const isTheirs = runningBy === null ? by.includes(actor.person) : runningBy === actor.person
  return isTheirs || actor.leads ? undefined : no('not-yours', { step: step.title, doing })
}

/** What closes a job is not finished while what comes before it is open again: a failed recheck puts new work before it. */
function mayFinish(step: Step, procedure: Procedure, state: WorkState, actor: Actor, now: string) {
  return (
    mayTouch(step, state, actor, 'finished', fromWhere(step, 'step-finished')) ??
    (closingStages.has(step.stage) ? waitsFor(step, procedure, state, now) : undefined)
  )
}

function mayFinishPassive(step: Step, procedure: Procedure, state: WorkState): Refusal | undefined {
  const wetting = procedure.links.filter((l) => l.to === step.id).find((l) => !isOver(state, l.from))
  return wetting && no('waits-for', {})
}

/** Findings that stop and that nobody has cleared yet. */
export const openStops = (procedure: Procedure, state: WorkState): Step[] =>
  procedure.steps.filter((s) => s.stop && !s.kept && stepState(state, s.id).status !== 'skipped')

/** Ozone that was in it is out of it, by a meter: nobody is handed a car without, finished or not. */
function mayBeEntered(procedure: Procedure, state: WorkState): Refusal | undefined {
  const ozone = ozoneOf(procedure, state)
  const isClear = ozone?.opened == null || (ozone.reading && ozone.reading.ppm < handOverLimit)
  return isClear ? undefined : no('needs-reading', { limit: handOverLimit, ppm: ozone.reading?.ppm ?? null })
}

/** A car that is taken before it is finished: nobody is at it, nothing in it hurts whoever drives it, and a lead says why. */
function mayGoUnfinished(procedure: Procedure, state: WorkState, { leads }: Actor): Refusal | undefined {
  if (!leads) return no('lead-lets-go', none)
  const running = procedure.steps.find((s) => stepState(state, s.id).status === 'running')
  if (running) return no('still-runs', { step: running.title })
  const ozone = ozoneOf(procedure, state)
  if (ozone?.isOn) return no('ozone-inside', { step: ozone.run.title })
  return mayBeEntered(procedure, state)
}

/** A place of the final check, and the kinds of surfaces it is about. */
export type Place = Pick<PlaceToCheck, 'id' | 'kinds' | 'doorKind' | 'rowKind'>

/** Whether a step is about what is judged at a place; the smell, the belongings and what was sold are of the whole car. */
function isJudgedAt(place: Place, { surfaces }: Step): boolean {
  const { kinds } = place
  if (!kinds && !place.doorKind && !place.rowKind) return true
  return surfaces.some((surface) => kinds?.includes(surface.slice(surface.indexOf('.') + 1)))
}

/** What was said to be over by mistake is opened again by whoever did it, or a lead, while nothing stands on it. */
function mayReopen(
  step: Step,
  procedure: Procedure,
  state: WorkState,
  actor: Actor,
  places: readonly Place[],
): Refusal | undefined {
  const { by, status } = stepState(state, step.id)
  if (!fromWhere(step, 'step-reopened').includes(status)) return no('not-over', { step: step.title })
  if (step.stop) return no('stop-stays', { step: step.title })
  const ozone = ozoneOf(procedure, state)
  if (ozone && [ozone.run.id, ozone.air.id].includes(step.id)) return no('ozone-stays', { step: step.title })
  // What passes by itself is judged by whoever is there; what was left out, a lead has decided, or has let be.
  const isTheirs = step.crew === 0 ? status === 'finished' : by.includes(actor.person)
  if (!actor.leads && !isTheirs) return no('not-yours-to-open', { step: step.title })
  const later = procedure.links
    .filter((l) => l.from === step.id)
    .map((l) => byId(procedure.steps, l.to, 'step'))
    .find((s) => !['waiting', 'skipped'].includes(stepState(state, s.id).status))
  if (later) return no('stands-on-it', { step: step.title, later: later.title })
  const isLooked = places.some((place) => state.checks[place.id] && isJudgedAt(place, step))
  return isLooked || step.stage === 'recheck' ? no('looked-at', { step: step.title }) : undefined
}

/** Nobody judges a place before what is done there is over; the closing of a job comes with it or after it. */
function mayLook(place: Place, { steps }: Procedure, state: WorkState): Refusal | undefined {
  const open = steps.find((s) => !closing.has(s.stage) && !isOver(state, s.id) && isJudgedAt(place, s))
  return open && no('not-done-there', { step: open.title })
}
const closing: ReadonlySet<string> = new Set(['put-away', 'final', 'hand-over'])

function mayHandOver(procedure: Procedure, state: WorkState, places: readonly Place[]): Refusal | undefined {
  const open = procedure.steps.filter((s) => !isOver(state, s.id))
  if (open.length > 0) return no('steps-open', { open: open.length, first: open[0]!.title })
  const [stop] = openStops(procedure, state)
  if (stop) return no('stop-open', { step: stop.title })
  const inside = mayBeEntered(procedure, state) ?? waitsForSigning(procedure, state)
  if (inside) return inside
  const unseen = places.filter((p) => !state.checks[p.id])
  if (unseen.length > 0) return no('checks-open', { open: unseen.length })
  const failed = places.filter(({ id }) => !state.checks[id]!.passed && state.checks[id]!.note.trim() === '')
  if (failed.length > 0) return no('failed-without-note', none)
  return undefined
}

/** A time is set right by a lead, of work that is done: also of a car that is gone, where it is noticed. */
function mayCorrect(id: string, { steps }: Procedure, state: WorkState, { leads }: Actor): Refusal | undefined {
  const step = steps.find((s) => s.id === id)
  if (!step) return no('unknown-step', { step: id })
  if (!leads) return no('lead-only', none)
  return stepState(state, id).status === 'finished' && step.crew > 0 ? undefined : no('not-over', { step: step.title })
}

/** An ozone run holds the whole car: nobody works in it, nothing of it is cut short, and only a reading ends it. */
function heldByOzone(
  intent: Pick<WorkIntent, 'type'>,
  step: Step,
  procedure: Procedure,
  state: WorkState,
  now: string,
): Refusal | undefined {
  const ozone = ozoneOf(procedure, state)
  if (!ozone?.isOn) return undefined
  const { run, air, began, opened, reading } = ozone
  const isPart = step.id === run.id || step.id === air.id
  if (intent.type === 'step-started') return no('ozone-inside', { step: run.title })
  if (intent.type === 'step-skipped' && isPart) return no('ozone-stays', { step: step.title })
  if (intent.type !== 'step-finished' || !isPart) return undefined
  const since = step.id === run.id ? began : opened
  if (since === null) return no('waits-for', { step: step.title, before: run.title })
  const left = minutesLeft(since, step.minutes, now)
  if (left > 0) return no('not-before', { step: step.title, minutes: left })
  const entered =
    step.id === air.id && (!reading || minutesLeft(since, step.minutes, reading.at) > 0 || reading.ppm >= entryLimit)
  return entered ? no('needs-reading', { limit: entryLimit, ppm: reading?.ppm ?? null }) : undefined
}

/** What a held place does not allow. */
const stirs = new Set<WorkIntent['type']>(['step-started', 'step-finished', 'timer-started'])

/**
 * Whether an intent is possible now; undefined means yes.
 * @param places of the car's final check list
 * @param now ISO 8601, from the caller: core reads no clock
 */
export function refusal(
  intent: Pick<WorkIntent, 'type' | 'data'>,
  procedure: Procedure,
  state: WorkState,
  actor: Actor,
  places: readonly Place[],
  now: string,
): Refusal | undefined {
  const { data } = intent
  if (intent.type === 'time-corrected') return mayCorrect((data as { step: string }).step, procedure, state, actor)
  if (state.handedOver) return no('handed-over', none)
  if ('step' in data) {
    const step = procedure.steps.find((s) => s.id === data.step)
    const holder = stirs.has(intent.type) && holderOf(data.step, procedure, state)
    if (holder) return no('held', { holder: holder.title })
    const call = stirs.has(intent.type) && callHolding(data.step, procedure, state)
    if (call) return no('held-by-call', { found: call.note })
    if (!step) return no('unknown-step', { step: data.step })
    if (intent.type === 'signed-off') return maySign(step, procedure, state, actor)
    if (intent.type === 'step-reopened') return mayReopen(step, procedure, state, actor, places)
    if (intent.type === 'dried-on')
      return state.timers.some((t) => t.step === step.id) ? undefined : no('no-timer', none)
    const { status } = stepState(state, step.id)
    if (isOver(state, step.id)) return no('over', { step: step.title, status })
    const from = fromWhere(step, intent.type)
    const ozone = heldByOzone(intent, step, procedure, state, now)
    if (ozone) return ozone
    const { stop } = step
    if (stop && intent.type === 'step-finished' && !stop.taken) return no('needs-clearing', { step: step.title })
    if (stop && intent.type === 'step-skipped' && !(stop.specialist && actor.leads))
      return no('stop-stays', { step: step.title })
    // What was wet is judged dry, or a lead says why not: it stands on the customer's paper.
    if (intent.type === 'step-skipped' && step.stage === 'recheck' && !actor.leads)
      return no('lead-judges', { step: step.title })
    switch (intent.type) {
      case 'step-started':
        return from.length > 0 && !from.includes(status)
          ? no('running', { step: step.title })
          : mayStart(step, procedure, state, actor, now)
      case 'step-paused':
        return mayTouch(step, state, actor, 'paused', from)
      case 'step-handed':
        return (
          mayTouch(step, state, actor, 'handed', from) ??
          ((data as { to: string }).to === actor.person ? no('to-oneself', { step: step.title }) : undefined)
        )
      case 'stuck':
        return from.includes(status) ? mayTouch(step, state, actor, 'paused', from) : undefined
      case 'tank':
        return step.equipment.length > 0 ? undefined : no('no-tank', { step: step.title })
      case 'step-finished':
        return step.crew === 0
          ? mayFinishPassive(step, procedure, state)
          : mayFinish(step, procedure, state, actor, now)
      case 'skill-waived':
        return mayWaive(step, actor)
      case 'timer-started':
        return step.dwell ? mayTouch(step, state, actor, 'timed', ['running']) : no('no-dwell', { step: step.title })
      case 'moisture-read':
        return step.treatment === 'dry'
          ? mayFinishPassive(step, procedure, state)
          : no('not-drying', { step: step.title })
      case 'timer-ended':
        return state.timers.some((t) => t.step === step.id) ? undefined : no('no-timer', none)
      default:
        return undefined
    }
  }
  if ('place' in data) {
    const place = places.find((p) => p.id === data.place)
    return place ? mayLook(place, procedure, state) : no('unknown-place', { place: data.place })
  }
  if (intent.type === 'air-read' && ozoneOf(procedure, state)?.opened == null) return no('no-ozone', none)
  if ((intent.type === 'customer-said' || intent.type === 'extra-agreed') && !actor.leads)
    return no('lead-records', none)
  if ('call' in data) {
    if (!actor.leads) return no('lead-answers', none)
    return state.calls?.some((c) => c.id === data.call && !c.answer) ? undefined : no('no-call', none)
  }
  if ('surface' in data && !procedure.steps.some((s) => s.surfaces.includes(data.surface)))
    return no('unknown-surface', { surface: data.surface })
  if (!('to' in data)) return undefined
  return data.unfinished === undefined
    ? mayHandOver(procedure, state, places)
    : mayGoUnfinished(procedure, state, actor)
}
