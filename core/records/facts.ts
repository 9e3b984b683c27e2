import type { CheckIn } from '#core/check-in/check-in.ts'
import { outcomeOf } from '#core/handover/outcome.ts'
import { isRecheck } from '#core/job/recheck.ts'
import { stepState } from '#core/job/reduce.ts'
import type { WorkEvent, WorkState } from '#core/job/schema.ts'
import { shortestTime } from '#core/job/timings.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { shifted } from '#core/units/odds.ts'
import type { JobFacts, StainFate, WorkedStep } from './schema.ts'
import { type Stretch, workedThrough } from './stretches.ts'

/** Raised whenever what is made of a car changes: what was kept of it before is then made anew. */
export const factsMade = 2

/** A car as it was handed over. */
export interface Handed {
  checkIn: Pick<CheckIn, 'vehicle' | 'package' | 'money' | 'condition' | 'cameFor'>
  procedure: Procedure
  /** Its whole ledger, in order. */
  events: readonly WorkEvent[]
  due: string | null
  /** The shop's own chances that were said, by stain. */
  chances?: Readonly<Record<string, { shift: number }>> | undefined
  /** The visit that this one makes good, as it went. */
  before?: Pick<Handed, 'procedure' | 'events'> | undefined
}

const finished = (state: WorkState, { id }: Step) => stepState(state, id).status === 'finished'

function workedStep(step: Step, state: WorkState, stretches: readonly Stretch[]): WorkedStep {
  const { worked, untimed } = stepState(state, step.id)
  const own = stretches.filter((s) => s.step === step.id)
  const all = own.reduce((sum, s) => sum + s.to - s.from, 0)
  const by: Record<string, number> = {}
  // A time that was set right is shared out as it was worked.
  for (const { person, from, to } of own) by[person] = (by[person] ?? 0) + (worked * (to - from)) / all
  const timed = !untimed && worked >= shortestTime && all > 0
  return { treatment: step.treatment, planned: step.p50, took: worked, by: timed ? by : {}, timed }
}

/** What was last done to a surface before a moment, by what wets it or works on it. */
function lastDone(surface: string, steps: readonly Step[], state: WorkState, before: string): Step | undefined {
  const own = steps.filter((s) => {
    const at = stepState(state, s.id).finishedAt
    return (
      s.crew > 0 && !isRecheck(s) && s.surfaces.includes(surface) && finished(state, s) && at !== null && at <= before
    )
  })
  const at = (s: Step) => stepState(state, s.id).finishedAt!
  // What is wetted, where anything was: a wipe after it brought no stain back.
  const wet = own.filter((s) => s.applied > 0)
  return (wet.length > 0 ? wet : own).reduce<Step | undefined>((a, b) => (a && at(a) > at(b) ? a : b), undefined)
}

function fateOf(
  { surface, kind, chance }: Procedure['expectations'][number],
  procedure: Procedure,
  state: WorkState,
  shift: number | undefined,
): StainFate | undefined {
  const outcome = outcomeOf(surface, procedure, state)
  if (!outcome) return undefined
  const { steps } = procedure
  const worked = steps.filter(
    (s) => finished(state, s) && s.playbook?.some((p) => p.stain === kind && p.surface === surface),
  )
  const step = worked.at(-1) ?? lastDone(surface, steps, state, state.handedOver?.at ?? '9')
  return {
    stain: kind,
    treatment: step?.treatment ?? '',
    chance,
    ...(shift === undefined ? {} : { seed: shifted(chance, -shift) }),
    out: outcome === 'gone',
  }
}

/** Surfaces that a car came back for: those that were named, else those that were found in need of something. */
function broughtBack({ cameFor, condition }: Pick<CheckIn, 'cameFor' | 'condition'>): string[] {
  if (cameFor && cameFor.surfaces.length > 0) return cameFor.surfaces
  return Object.entries(condition).flatMap(([id, { soil, stains = [], hair = 0, sand = 0 }]) =>
    soil + stains.length + hair + sand > 0 ? [id] : [],
  )
}

/** What was not right though it had gone is held against what had been done there, not against what is done about it. */
function lastDoneBefore({ checkIn, before }: Handed): JobFacts['again'] {
  if (!before) return []
  const { state } = workedThrough(before.events, before.procedure)
  return broughtBack(checkIn).flatMap((surface) => {
    const done = lastDone(surface, before.procedure.steps, state, state.handedOver?.at ?? '9')
    return done ? [{ treatment: done.treatment, came: false, back: true as const }] : []
  })
}

/** When something dried: from the end of the last wetting to when it was dry, or the car was gone. */
function dryingOf({ steps, links }: Procedure, state: WorkState, handed: number): [number, number][] {
  return steps
    .filter((s) => s.treatment === 'dry')
    .flatMap((s): [number, number][] => {
      const ends = links.filter((l) => l.to === s.id).map((l) => stepState(state, l.from).finishedAt)
      if (ends.length === 0 || ends.includes(null)) return []
      const from = Math.max(...ends.map((e) => Date.parse(e!)))
      const over = stepState(state, s.id).finishedAt
      return [[from, Math.max(from, over === null ? handed : Date.parse(over))]]
    })
}

/** What ends the work on a car: its steps and what is said at the last look. */
const working: ReadonlySet<WorkEvent['type']> = new Set([
  'step-finished',
  'check-passed',
  'check-failed',
  'recheck-left',
])

/** @returns null for a car that was not handed over */
export function factsOf(car: Handed): JobFacts | null {
  const { checkIn, procedure, events, due, chances = {} } = car
  const { state, stretches } = workedThrough(events, procedure)
  if (!state.handedOver) return null
  const { at: handed, unfinished } = state.handedOver
  const attended = procedure.steps.filter((s) => s.crew > 0 && finished(state, s))
  const products: Record<string, number> = {}
  for (const { product } of attended)
    if (product) products[product.id] = (products[product.id] ?? 0) + product.ml * fractionOf(product.ratio)
  const { make, model } = checkIn.vehicle
  return {
    car: [make, model].filter(Boolean).join(' '),
    package: checkIn.package ?? null,
    handed,
    began: stretches.length > 0 ? new Date(Math.min(...stretches.map((s) => s.from))).toISOString() : null,
    ready: events.filter((e) => working.has(e.type) && e.serverTime <= handed).at(-1)?.serverTime ?? handed,
    due,
    unfinished: unfinished !== undefined,
    steps: attended.filter((s) => !s.stop).map((s) => workedStep(s, state, stretches)),
    hands: stretches.map((s) => [s.person, s.from, s.to]),
    drying: dryingOf(procedure, state, Date.parse(handed)),
    again: (state.rechecks ?? [])
      .filter((r) => r.as !== 'stays')
      .map((r): JobFacts['again'][number] => ({
        treatment: lastDone(r.surface, procedure.steps, state, r.at)?.treatment ?? '',
        came: r.as === 'wicked',
      }))
      .concat(lastDoneBefore(car)),
    stains: procedure.expectations.flatMap((e) =>
      e.of === 'stain' && !e.unplanned ? (fateOf(e, procedure, state, chances[e.kind]?.shift) ?? []) : [],
    ),
    products,
    price: checkIn.money?.price ?? null,
    extras: (state.extras ?? []).reduce((sum, e) => sum + e.price, 0),
    currency: checkIn.money?.currency ?? state.extras?.[0]?.currency ?? '',
  }
}
