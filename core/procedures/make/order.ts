import type { OrderRule } from '#core/catalogue/order-rule.ts'
import type { Step, StepLink } from '#core/procedures/schema.ts'
import type { Places } from '#core/procedures/sequence/places.ts'
import { fileUnder } from '#core/units/file-under.ts'

/** The part of a step that order rules look at. */
export type Orderable = Pick<Step, 'id' | 'stage' | 'treatment' | 'zones' | 'surfaces' | 'minutes' | 'equipment'> & {
  rows: ReadonlySet<number>
  dries: boolean
  /** Zones it is worked in. */
  at: readonly string[]
  /** Over or under way: it waits for nothing that is new. */
  kept?: true
}

function matches(step: Orderable, selector: OrderRule['first']): boolean {
  if (selector.stages && !selector.stages.includes(step.stage)) return false
  if (selector.treatments && !selector.treatments.includes(step.treatment)) return false
  if (selector.except?.includes(step.treatment)) return false
  const { exceptZones } = selector
  if (exceptZones && step.at.length > 0 && step.at.every((zone) => exceptZones.includes(zone))) return false
  return selector.dries === undefined || selector.dries === step.dries
}

const share = <T>(a: Iterable<T>, b: ReadonlySet<T>) => {
  for (const x of a) if (b.has(x)) return true
  return false
}

const surfaceSets = new WeakMap<Orderable, ReadonlySet<string>>()
/** The same step is compared with many others; its set is made once. */
function surfaceSet(step: Orderable): ReadonlySet<string> {
  let set = surfaceSets.get(step)
  if (!set) {
    set = new Set(step.surfaces)
    surfaceSets.set(step, set)
  }
  return set
}

/** What is all over the car, or in no place of its own, reaches everything. */
const near = (a: Orderable, b: Orderable, places: Places) =>
  a.at.length === 0 || b.at.length === 0 || places.near(a.at, b.at)

function inScope(rule: OrderRule, a: Orderable, b: Orderable, places: Places): boolean {
  if (rule.scope === 'car') return true
  if (rule.scope === 'near') return near(a, b, places)
  if (rule.scope === 'row') return share(a.rows, b.rows) && near(a, b, places)
  if (rule.scope === 'past') return places.past(a.rows, b.rows)
  if (rule.scope === 'equipment') return share(a.equipment, new Set(b.equipment))
  return share(a.surfaces, surfaceSet(b))
}

/** Rules that hold here: those tied to a house rule only under the choice they belong to, those of one alone only for one. */
export function bindingRules(rules: readonly OrderRule[], choices: Record<string, string>, crew: number): OrderRule[] {
  return rules.filter(({ house, alone }) => (!house || choices[house.rule] === house.choice) && (!alone || crew === 1))
}

/** One link a pair of steps, joining the rules that ask for it. */
class Links {
  private readonly byPair = new Map<string, StepLink>()
  add(from: string, to: string, rule: string, lag?: { min: number; max?: number }) {
    const key = `${from}→${to}`
    const link = this.byPair.get(key) ?? { from, to, minLag: 0, rules: [] }
    link.minLag = Math.max(link.minLag, lag?.min ?? 0)
    if (lag?.max !== undefined) link.maxLag = Math.min(link.maxLag ?? Number.POSITIVE_INFINITY, lag.max)
    if (!link.rules.includes(rule)) link.rules.push(rule)
    this.byPair.set(key, link)
  }
  all(): StepLink[] {
    return [...this.byPair.values()]
  }
}

/** Order rules that contradict each other for these steps. */
export class OrderCircle extends Error {}

/**
 * Earliest start of every step in minutes, when each starts as soon as its links allow.
 * @throws OrderCircle naming its rules, which a faulty catalogue can make, or a step added where it has no place
 */
export function earliestStarts(steps: readonly Orderable[], links: readonly StepLink[]): Map<string, number> {
  const place = new Map(steps.map((s, i) => [s.id, i]))
  const waiting = new Int32Array(steps.length)
  const out: { to: number; minLag: number }[][] = steps.map(() => [])
  for (const { from, to, minLag } of links) {
    const next = place.get(to)!
    waiting[next]!++
    out[place.get(from)!]!.push({ to: next, minLag })
  }
  const start = new Float64Array(steps.length)
  const ready = steps.flatMap((_, i) => (waiting[i] === 0 ? [i] : []))
  for (let n = 0; n < ready.length; n++) {
    const from = ready[n]!
    const end = start[from]! + steps[from]!.minutes
    for (const { to, minLag } of out[from]!) {
      start[to] = Math.max(start[to]!, end + minLag)
      if (--waiting[to]! === 0) ready.push(to)
    }
  }
  if (ready.length < steps.length) {
    const waits = (id: string) => waiting[place.get(id)!]! > 0
    const rules = new Set(links.filter((l) => waits(l.to) && waits(l.from)).flatMap((l) => l.rules))
    throw new OrderCircle(`The order rules go in a circle: ${[...rules].join(', ')}.`)
  }
  return new Map(steps.map((s, i) => [s.id, start[i]!]))
}

/** Sorts steps as early as their reasons allow; equals by id, so that the answer never depends on the input's order. */
export function inOrder<T extends Orderable>(steps: readonly T[], links: readonly StepLink[]): T[] {
  const start = earliestStarts(steps, links)
  return [...steps].sort((a, b) => start.get(a.id)! - start.get(b.id)! || (a.id < b.id ? -1 : 1))
}

const mayWait = (a: Orderable, b: Orderable) => !b.kept || a.kept === true

function pairLinks(links: Links, rule: OrderRule, steps: readonly Orderable[], places: Places) {
  const seconds = steps.filter((s) => matches(s, rule.next))
  for (const a of steps) {
    if (!matches(a, rule.first)) continue
    for (const b of seconds)
      if (a !== b && mayWait(a, b) && inScope(rule, a, b, places)) links.add(a.id, b.id, rule.id, rule.lag)
  }
}

/** The step that stands for all steps tied to one another by longest lags; a step tied to none stands for itself. */
function tiedTo(links: readonly StepLink[]): (id: string) => string {
  const of = new Map<string, string>()
  const head = (id: string): string => {
    const next = of.get(id)
    return next === undefined ? id : head(next)
  }
  for (const { from, to, maxLag } of links)
    if (maxLag !== undefined && head(from) !== head(to)) of.set(head(to), head(from))
  return head
}

/**
 * Steps in the order the links give, what is tied by a longest lag (acid and its rinse) kept together: nothing long comes between.
 * Where something has to come between, plainly by earliest start.
 */
function inTiedOrder(steps: readonly Orderable[], links: readonly StepLink[]): Orderable[] {
  const start = earliestStarts(steps, links)
  const head = tiedTo(links)
  const minutes = new Map<string, number>()
  for (const s of steps) minutes.set(head(s.id), (minutes.get(head(s.id)) ?? 0) + s.minutes)
  const blocks = steps.filter((s) => head(s.id) === s.id).map((s) => ({ ...s, minutes: minutes.get(s.id)! }))
  const between = links
    .map((l) => ({ ...l, from: head(l.from), to: head(l.to) }))
    .filter((link) => link.from !== link.to)
  const blockStart = startsUnlessCircular(blocks, between)
  if (!blockStart) return inOrder(steps, links)
  const place = new Map(
    [...blocks]
      .sort((a, b) => blockStart.get(a.id)! - blockStart.get(b.id)! || (a.id < b.id ? -1 : 1))
      .map((x, i) => [x.id, i]),
  )
  return inOrder(steps, links).sort(
    (a, b) => place.get(head(a.id))! - place.get(head(b.id))! || start.get(a.id)! - start.get(b.id)!,
  )
}

function startsUnlessCircular(steps: readonly Orderable[], links: readonly StepLink[]) {
  try {
    return earliestStarts(steps, links)
  } catch (error) {
    if (error instanceof OrderCircle) return undefined
    throw error
  }
}

/** Firsts in one scope follow each other in the order the other rules give them, what is over before what is new; only the last one carries the lag. */
function chainLinks(links: Links, rule: OrderRule, steps: readonly Orderable[], places: Places) {
  const ordered = inTiedOrder(steps, links.all())
  for (const b of ordered.filter((s) => matches(s, rule.next))) {
    const all = ordered.filter((a) => a !== b && mayWait(a, b) && matches(a, rule.first) && inScope(rule, a, b, places))
    const firsts = [...all.filter((a) => a.kept), ...all.filter((a) => !a.kept)]
    firsts.forEach((a, i) => {
      const next = firsts[i + 1]
      if (next) links.add(a.id, next.id, rule.id)
      else links.add(a.id, b.id, rule.id, rule.lag)
    })
  }
}

/** Whether one step has to come before another, by any number of links. */
function leadsTo(from: string, to: string, out: ReadonlyMap<string, readonly StepLink[]>): boolean {
  const seen = new Set([from])
  for (const id of seen) for (const link of out.get(id) ?? []) seen.add(link.to)
  return seen.has(to)
}

const filed = (links: readonly StepLink[], by: 'from' | 'to') => {
  const map = new Map<string, StepLink[]>()
  for (const link of links) fileUnder(map, link[by], link)
  return map
}

/**
 * What may wait only so long for the next waits with it: where the next has to let something pass first (a solvent that airs before the machine
 * may run), the one before it lets it pass too, by so much less. Else acid is put on, and nothing may take it out in time.
 */
function waitEarlier(links: Links, steps: readonly Orderable[]) {
  const minutes = new Map(steps.map((s) => [s.id, s.minutes]))
  const all = links.all()
  const [into, out] = [filed(all, 'to'), filed(all, 'from')]
  for (const tie of all) {
    if (tie.maxLag === undefined) continue
    for (const other of into.get(tie.to)!) {
      const min = other.minLag - tie.maxLag - minutes.get(tie.from)!
      if (other.from === tie.from || min <= 0 || leadsTo(tie.from, other.from, out)) continue
      for (const rule of other.rules) links.add(other.from, tie.from, rule, { min })
    }
  }
}

/** All links between steps that the binding rules ask for. */
export function linkSteps(steps: readonly Orderable[], rules: readonly OrderRule[], places: Places): StepLink[] {
  const links = new Links()
  for (const rule of rules) if (!rule.chain) pairLinks(links, rule, steps, places)
  for (const rule of rules) if (rule.chain) chainLinks(links, rule, steps, places)
  waitEarlier(links, steps)
  return links.all()
}

/** Drops links without a lag that follow from others: a plan carries no dead weight, and a reason names what really is waited for. */
export function withoutImplied(steps: readonly Orderable[], links: readonly StepLink[]): StepLink[] {
  const order = inOrder(steps, links).map((s) => s.id)
  const place = new Map(order.map((id, i) => [id, i]))
  const next: number[][] = order.map(() => [])
  for (const link of links) next[place.get(link.from)!]!.push(place.get(link.to)!)
  /** By step: 1 for each that has to come after it, by any number of links. */
  const reach = order.map(() => new Uint8Array(order.length))
  for (let i = order.length - 1; i >= 0; i--)
    for (const to of next[i]!) {
      const further = reach[to]!
      reach[i]![to] = 1
      for (let k = to + 1; k < order.length; k++) if (further[k] === 1) reach[i]![k] = 1
    }
  return links.filter((link) => {
    if (link.minLag > 0 || link.maxLag !== undefined) return true
    const [from, to] = [place.get(link.from)!, place.get(link.to)!]
    return !next[from]!.some((middle) => middle !== to && reach[middle]![to] === 1)
  })
}
