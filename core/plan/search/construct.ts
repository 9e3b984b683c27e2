import { none } from '#core/message/message.ts'
import { Board } from '#core/plan/board/board.ts'
import { obstacleSaid } from '#core/plan/messages.ts'
import type { Component } from '#core/plan/problem/components.ts'
import type { Obstacle } from '#core/plan/problem/impossible.ts'
import type { Act, Problem } from '#core/plan/problem/problem.ts'

/** What the improvement varies: an order of components (smaller first) and a preference of people. */
export interface Recipe {
  priority: number[]
  /** Order inside a component, by activity: smaller first among those whose predecessors in it are placed. */
  member: number[]
  preference: (act: Act, person: number, board: Board) => number
}
export interface Construction {
  board: Board
  failed: Map<number, Obstacle>
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
function memberOrder(problem: Problem, component: Component, member: readonly number[]): Act[] {
  const free = component.acts.filter((a) => !problem.pins.has(a))
  if (free.length === 1) return [problem.acts[free[0]!]!]
  const inside = new Set(free)
  const waiting = new Map(free.map((a) => [a, problem.acts[a]!.into.filter((l) => inside.has(l.from)).length]))
  const ready = free.filter((a) => waiting.get(a) === 0)
  const order: Act[] = []
  while (ready.length > 0) {
    const act = problem.acts[takeFirst(ready, member)]!
    order.push(act)
    for (const link of act.out) {
      if (!inside.has(link.to)) continue
      waiting.set(link.to, waiting.get(link.to)! - 1)
      if (waiting.get(link.to) === 0) ready.push(link.to)
    }
  }
  return order
}

/**
 * Places one component: members in the given order, each as early as possible. When a member cannot start within its maximum lag,
 * the predecessor that holds it is moved later by just that much and the component is tried again; bounds only ever rise, so it ends.
 */
function placeComponent(
  board: Board,
  problem: Problem,
  component: Component,
  member: readonly number[],
  horizon: number,
): boolean {
  const members = memberOrder(problem, component, member)
  const atLeast = new Map<number, number>()
  const limit = members.length === 1 ? 1 : 60 + 20 * members.length
  for (let attempt = 0; attempt < limit; attempt++) {
    const done: Act[] = []
    let retry = false
    for (const act of members) {
      const { low, high } = board.window(act)
      const from = Math.max(low, atLeast.get(act.index) ?? 0)
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

/** A heap would be faster; with at most a few hundred ready components a scan is not what costs. */
function takeFirst(ready: number[], priority: readonly number[]): number {
  let best = 0
  for (let i = 1; i < ready.length; i++) if (priority[ready[i]!]! < priority[ready[best]!]!) best = i
  return ready.splice(best, 1)[0]!
}

/** Builds one plan serially: of all components whose predecessors are placed, the one of smallest priority goes next, as early as it fits. */
export function construct(
  problem: Problem,
  components: readonly Component[],
  recipe: Recipe,
  known: ReadonlyMap<number, Obstacle>,
  horizon: number,
): Construction {
  const board = new Board(problem, recipe.preference)
  const failed = new Map(known)
  const waiting = components.map((c) => c.into.length)
  const ready = components.filter((c) => c.into.length === 0).map((c) => c.index)
  while (ready.length > 0) {
    const component = components[takeFirst(ready, recipe.priority)]!
    for (const to of component.out) if (--waiting[to]! === 0) ready.push(to)
    const open = component.acts.filter((a) => !problem.pins.has(a))
    const cause = open.find((a) => failed.has(a))
    const blocked = open
      .map((a) => ({
        a,
        link: problem.acts[a]!.into.find((l) => failed.has(l.from) && !component.acts.includes(l.from)),
      }))
      .find((b) => b.link)
    if (cause !== undefined) {
      for (const a of open) {
        if (!failed.has(a))
          failed.set(a, {
            code: 'max-lag',
            reason: obstacleSaid('follower-unplaced', { follower: problem.acts[cause]!.id }),
          })
      }
    } else if (blocked) {
      for (const a of open) {
        const own = problem.acts[a]!.into.find((l) => failed.has(l.from))
        failed.set(
          a,
          own
            ? { code: 'waits-for', reason: obstacleSaid('waits-for', { activity: problem.acts[own.from]!.id }) }
            : {
                code: 'max-lag',
                reason: obstacleSaid('follower-unplaced', { follower: problem.acts[blocked.a]!.id }),
              },
        )
      }
    } else if (!placeComponent(board, problem, component, recipe.member, horizon)) {
      for (const a of open) {
        failed.set(
          a,
          open.length > 1
            ? { code: 'max-lag', reason: obstacleSaid('no-start', none) }
            : { code: 'no-room', reason: obstacleSaid('no-room', none) },
        )
      }
    }
  }
  return { board, failed }
}
