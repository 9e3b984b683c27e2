import { none } from '#core/message/message.ts'
import { Board, type Preference, type Teams } from '#core/plan/board/board.ts'
import { obstacleSaid } from '#core/plan/messages.ts'
import type { Component } from '#core/plan/problem/components.ts'
import type { Obstacle } from '#core/plan/problem/impossible.ts'
import type { Act, Problem } from '#core/plan/problem/problem.ts'

type Numbers = ArrayLike<number>

/** What the improvement varies: an order of components (smaller first) and a preference of people. */
export interface Recipe {
  priority: Numbers
  /** Order inside a component, by activity: smaller first among those whose predecessors in it are placed. */
  member: Numbers
  preference: Preference
  /** Not before, by activity; 0 where it is placed as early as it fits. */
  floor: Numbers
  teams?: Teams
  /** By activity who must be among those who do it, −1 nobody. */
  waitsFor?: Numbers
}
export interface Construction {
  board: Board
  failed: Map<number, Obstacle>
  /** Components in the order in which they came to the table. */
  sequence: number[]
}

const never = Number.POSITIVE_INFINITY

/** Latest moment anything can sensibly start: all shifts over, then everything passive in a row. */
export function horizonOf(problem: Problem): number {
  const shifts = problem.people.flatMap((p) => p.shifts.map(([, end]) => end))
  const releases = problem.jobs.map((j) => j.release)
  const passive = problem.acts.reduce((sum, act) => sum + (act.crew === 0 ? act.minutes : 0), 0)
  const lags = problem.links.reduce((sum, link) => sum + link.minLag, 0)
  const outs = problem.kit.flatMap((k) => k.out.map(([, end]) => end))
  const pins = [...problem.pins.values()].map((p) => p.end)
  return Math.max(0, problem.now, ...shifts, ...releases, ...outs, ...pins) + passive + lags
}

/** The component's free members, each after its predecessors, otherwise by key: which of two goes first into a zone can decide whether both fit. */
function memberOrder(problem: Problem, free: readonly number[], member: Numbers): Act[] {
  if (free.length === 1) return [problem.acts[free[0]!]!]
  const inside = new Set(free)
  const waiting = new Map(free.map((a) => [a, problem.acts[a]!.into.filter((l) => inside.has(l.from)).length]))
  const ready = new Ready(member)
  for (const a of free) if (waiting.get(a) === 0) ready.push(a)
  const order: Act[] = []
  for (let index = ready.take(); index !== undefined; index = ready.take()) {
    const act = problem.acts[index]!
    order.push(act)
    for (const link of act.out) {
      if (!inside.has(link.to)) continue
      waiting.set(link.to, waiting.get(link.to)! - 1)
      if (waiting.get(link.to) === 0) ready.push(link.to)
    }
  }
  return order
}

/** Most components are one activity: nothing of it has to be tried again. */
function placeOne(board: Board, act: Act, floor: Numbers, horizon: number): boolean {
  const window = board.window(act)
  const { high } = window
  const low = Math.max(window.low, Math.min(high, floor[act.index]!))
  const fit = low <= horizon ? board.earliest(act, low, Math.min(horizon, high)) : undefined
  if (fit) board.place(act, fit)
  return fit !== undefined
}

/**
 * Places one component: members in the given order, each as early as possible. When a member cannot start within its maximum lag,
 * the predecessor that holds it is moved later by just that much and the component is tried again; bounds only ever rise, so it ends.
 */
function placeComponent(
  board: Board,
  problem: Problem,
  open: readonly number[],
  { member, floor }: Recipe,
  horizon: number,
): boolean {
  if (open.length === 1) return placeOne(board, problem.acts[open[0]!]!, floor, horizon)
  const members = memberOrder(problem, open, member)
  const atLeast = new Map<number, number>()
  const limit = members.length === 1 ? 1 : 60 + 20 * members.length
  for (let attempt = 0; attempt < limit; attempt++) {
    const done: Act[] = []
    let retry = false
    for (const act of members) {
      const { low, high } = board.window(act)
      const from = Math.max(low, Math.min(high, floor[act.index]!), atLeast.get(act.index) ?? 0)
      const fit = from <= horizon ? board.earliest(act, from, Math.min(horizon, high)) : undefined
      if (fit) {
        board.place(act, fit)
        done.push(act)
        continue
      }
      // Where would it fit if nothing held it? Then whoever holds it must come that much later.
      const free = board.earliest(act, from, horizon)
      if (free) {
        for (const link of act.into) {
          const pred = board.placed[link.from]
          if (!pred || link.maxLag === never || pred.end + link.maxLag >= free.start || problem.pins.has(link.from))
            continue
          const wanted = free.start - link.maxLag - problem.acts[link.from]!.minutes
          if (wanted > pred.start) {
            atLeast.set(link.from, Math.max(atLeast.get(link.from) ?? 0, wanted))
            retry = true
          }
        }
      }
      for (const other of done) board.remove(other)
      if (!retry) return false
      break
    }
    if (!retry) return true
  }
  return false
}

/** What is ready, the smallest priority first; of equals the smaller number. */
class Ready {
  private readonly list: number[] = []
  private readonly priority: Numbers
  constructor(priority: Numbers) {
    this.priority = priority
  }

  private before(a: number, b: number): boolean {
    const [x, y] = [this.priority[a]!, this.priority[b]!]
    return x < y || (x === y && a < b)
  }

  push(item: number): void {
    const { list } = this
    let i = list.length
    list.push(item)
    while (i > 0) {
      const parent = (i - 1) >> 1
      if (!this.before(item, list[parent]!)) break
      list[i] = list[parent]!
      i = parent
    }
    list[i] = item
  }

  take(): number | undefined {
    const { list } = this
    const first = list[0]
    const last = list.pop()
    if (list.length === 0 || last === undefined) return first
    let i = 0
    for (;;) {
      let child = 2 * i + 1
      if (child >= list.length) break
      if (child + 1 < list.length && this.before(list[child + 1]!, list[child]!)) child++
      if (!this.before(list[child]!, last)) break
      list[i] = list[child]!
      i = child
    }
    list[i] = last
    return first
  }
}

const noStart: Obstacle = { code: 'max-lag', reason: obstacleSaid('no-start', none) }
const noRoom: Obstacle = { code: 'no-room', reason: obstacleSaid('no-room', none) }

/** The component's activities that are not pinned. */
const freeOf = ({ pins }: Problem, { acts }: Component): readonly number[] =>
  pins.size === 0 ? acts : acts.filter((a) => !pins.has(a))

/** Whether a component cannot be placed because of what could not; then all of it is told why. */
function isBlocked(
  problem: Problem,
  { acts }: Component,
  open: readonly number[],
  failed: Map<number, Obstacle>,
): boolean {
  const cause = open.find((a) => failed.has(a))
  const waits = (a: number) => problem.acts[a]!.into.find((l) => failed.has(l.from) && !acts.includes(l.from))
  const blocked = cause ?? open.find(waits)
  if (blocked === undefined) return false
  const follower: Obstacle = {
    code: 'max-lag',
    reason: obstacleSaid('follower-unplaced', { follower: problem.acts[blocked]!.id }),
  }
  for (const a of open) {
    if (failed.has(a)) continue
    const own = cause === undefined ? waits(a) : undefined
    failed.set(
      a,
      own
        ? { code: 'waits-for', reason: obstacleSaid('waits-for', { activity: problem.acts[own.from]!.id }) }
        : follower,
    )
  }
  return true
}

/** A plan to begin like, and the components of which something else is asked than there: 1. */
export interface Like {
  plan: Construction
  fresh: Uint8Array
}

/** A plan that grows: components come to the table one by one, each after all it waits for. */
export class Growing implements Construction {
  readonly board: Board
  readonly failed: Map<number, Obstacle>
  readonly sequence: number[]
  private readonly problem: Problem
  private readonly components: readonly Component[]
  private readonly recipe: Recipe
  private readonly horizon: number
  private readonly waiting: Int32Array

  /** @param from a plan to go on from as it stands */
  constructor(
    problem: Problem,
    components: readonly Component[],
    recipe: Recipe,
    known: ReadonlyMap<number, Obstacle>,
    horizon: number,
    from?: Growing,
  ) {
    this.board = new Board(problem, recipe.preference, recipe.teams, recipe.waitsFor, from?.board)
    this.failed = new Map(from ? from.failed : known)
    this.sequence = from ? from.sequence.slice() : []
    this.waiting = from ? from.waiting.slice() : Int32Array.from(components, (c) => c.into.length)
    this.problem = problem
    this.components = components
    this.recipe = recipe
    this.horizon = horizon
  }

  /** A component comes to the table. @returns those that wait for nothing any more */
  comes(component: Component): number[] {
    this.sequence.push(component.index)
    return component.out.filter((to) => --this.waiting[to]! === 0)
  }

  /** Places a component as early as it fits. @returns false where it finds no room; nothing is changed then */
  place(component: Component, open = freeOf(this.problem, component)): boolean {
    return open.length === 0 || placeComponent(this.board, this.problem, open, this.recipe, this.horizon)
  }

  /** Places a component where it stands in another plan. */
  placeLike(component: Component, plan: Construction): void {
    const { problem, board, failed } = this
    for (const a of component.acts) {
      if (problem.pins.size > 0 && problem.pins.has(a)) continue
      const at = plan.board.placed[a]
      if (at) board.place(problem.acts[a]!, at)
      else failed.set(a, plan.failed.get(a)!)
    }
  }

  /** Whether a component waits for what found no room; then all of it is told so. */
  isBlocked(component: Component, open = freeOf(this.problem, component)): boolean {
    return open.length > 0 && this.failed.size > 0 && isBlocked(this.problem, component, open, this.failed)
  }

  /** Places a component, or tells why it cannot be. */
  placeOrTell(component: Component): void {
    const open = freeOf(this.problem, component)
    if (this.isBlocked(component, open) || this.place(component, open)) return
    for (const a of open) this.failed.set(a, open.length > 1 ? noStart : noRoom)
  }

  /** The plan is of no use as it is: what is not placed is told to find no room. */
  givenUp(): Construction {
    const { board, failed, sequence } = this
    for (const { index } of this.problem.acts) if (!board.placed[index] && !failed.has(index)) failed.set(index, noRoom)
    return { board, failed, sequence }
  }

  /** The rest, serially: of all that waits for nothing, the one of smallest priority goes next. */
  finish(open: readonly number[], like?: Like): Construction {
    const { components, sequence } = this
    const ready = new Ready(this.recipe.priority)
    for (const index of open) ready.push(index)
    let same = like !== undefined
    for (let index = ready.take(); index !== undefined; index = ready.take()) {
      const component = components[index]!
      same &&= like!.plan.sequence[sequence.length] === index && like!.fresh[index] === 0
      for (const to of this.comes(component)) ready.push(to)
      if (same) this.placeLike(component, like!.plan)
      else this.placeOrTell(component)
    }
    const { board, failed } = this
    return { board, failed, sequence }
  }
}

/** Components that wait for no other. */
export const openAtFirst = (components: readonly Component[]): number[] =>
  components.flatMap((c) => (c.into.length === 0 ? [c.index] : []))

/**
 * Builds one plan serially: of all components whose predecessors are placed, the one of smallest priority goes next, as early as it fits.
 * @param like an earlier plan: as long as the same components come in the same order, and nothing else is asked of them, they stand where they stood
 */
export const construct = (
  problem: Problem,
  components: readonly Component[],
  recipe: Recipe,
  known: ReadonlyMap<number, Obstacle>,
  horizon: number,
  like?: Like,
): Construction => new Growing(problem, components, recipe, known, horizon).finish(openAtFirst(components), like)
