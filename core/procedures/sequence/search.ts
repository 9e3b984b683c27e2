import type { SequenceProblem } from './problem.ts'
import { Clock, weighed } from './timetable.ts'

/** Up to so many blocks every order is looked at. */
const mostExact = 9
/** Consecutive blocks that are moved together. */
const mostTogether = 3
/** Minutes of walk under which the next step is in the same place: what is done there is moved as one. */
const samePlace = 0.35
/** Places one behind the other that are moved together: a row that was begun at the wrong end is turned by it. */
const mostPlaces = 5
/** Neighbouring blocks that are tried in every order. */
const windowBlocks = 4
const rounds = 8
/** Minutes of walk that it may cost to set something up just before it is used: fetching it anywhere on the way to somewhere far is free. */
const worthPuttingOff = 1.3
const epsilon = 1e-9

type Between = (from: number, to: number) => number

/** The same pairs are asked for thousands of times: what lies between two steps is reckoned once. */
function remembered(count: number, reckon: Between): Between {
  const known = new Float64Array(count ** 2).fill(-1)
  return (from, to) => {
    const at = from * count + to
    if (known[at]! < 0) known[at] = reckon(from, to)
    return known[at]!
  }
}

const ordersOf = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((x, i) => ordersOf(list.filter((_, k) => k !== i)).map((rest) => [x, ...rest]))

/** Every order of a window, by its blocks' places: made once, asked for at every step of every search. */
const windowOrders = ordersOf(Array.from({ length: windowBlocks }, (_, i) => i))

/** Judges orders of attended steps: walk and waiting in minutes, and broken lags. */
class Judge {
  private readonly clock: Clock
  private readonly between: Between
  private series = { rest: [] as readonly number[], segment: [] as readonly number[], at: 0 }
  constructor(problem: SequenceProblem, between: Between) {
    this.clock = new Clock(problem)
    this.between = between
  }
  walk(order: readonly number[]): number {
    let walk = 0
    for (let k = 1; k < order.length; k++) walk += this.between(order[k - 1]!, order[k]!)
    return walk
  }
  timed(order: readonly number[]): number {
    return weighed(this.clock.run(order))
  }
  /** A segment will be put into the rest, further back each time. */
  beginSeries(rest: readonly number[], segment: readonly number[]): void {
    this.series = { rest, segment, at: 0 }
    this.clock.beginSame(rest.length + segment.length)
  }
  /** What the segment costs in time before the k-th of the rest; past `most` it is not counted on. */
  timedBefore(k: number, most: number): number {
    const { clock, series } = this
    for (; series.at < k; series.at++) clock.workSame(series.rest[series.at]!)
    return weighed(clock.runOn(series.segment, series.rest, k, most))
  }
  /** An order that grows at its end. */
  begin(): void {
    this.clock.beginSame(0)
  }
  goOn(block: readonly number[]): void {
    for (const step of block) this.clock.lengthen(step)
  }
  /** What a block costs in time behind those there are, were it the last. */
  further(block: readonly number[]): number {
    const { clock } = this
    const was = weighed(clock.soFar())
    return weighed(clock.ending(block)) - was
  }
  cost(order: readonly number[]): number {
    return this.walk(order) + this.timed(order)
  }
}

/** Blocks that must come before each block. */
function blocksBefore({ blocks, blockOf, before }: SequenceProblem): Set<number>[] {
  return blocks.map((block, b) => {
    const set = new Set(block.flatMap((i) => [...before[i]!].map((from) => blockOf.get(from)!)))
    set.delete(b)
    return set
  })
}

/**
 * Always the next block that costs least to go to, of those that may come.
 * @param late of those that may come, with so many minutes of work left that does not close the job: what it costs besides to do one of them next
 */
function nearestFirst(
  problem: SequenceProblem,
  judge: Judge,
  between: Between,
  late: (may: readonly number[], left: number) => (next: number) => number = () => () => 0,
): number[] {
  const before = blocksBefore(problem)
  const done = new Set<number>()
  const order: number[] = []
  let left = problem.open.reduce((sum, m) => sum + m, 0)
  const free = (b: number) => {
    for (const x of before[b]!) if (!done.has(x)) return false
    return true
  }
  judge.begin()
  while (done.size < problem.blocks.length) {
    const may = problem.blocks.flatMap((_, b) => (!done.has(b) && free(b) ? [b] : []))
    const last = order.at(-1)
    const lateBy = late(may, left)
    let best = may[0]!
    let least = Number.POSITIVE_INFINITY
    for (const b of may) {
      const block = problem.blocks[b]!
      const cost =
        (last === undefined ? 0 : between(last, block[0]!)) + (may.length > 1 ? judge.further(block) + lateBy(b) : 0)
      if (cost < least - epsilon) [best, least] = [b, cost]
    }
    done.add(best)
    order.push(...problem.blocks[best]!)
    judge.goOn(problem.blocks[best]!)
    for (const i of problem.blocks[best]!) left -= problem.open[i]!
  }
  return order
}

/** By block: minutes from when it is begun until all that waits for it is over, one thing after the other. */
function longestAfter({ count, blocks, minutes, waits }: SequenceProblem): number[] {
  const next: { to: number; min: number }[][] = Array.from({ length: count }, () => [])
  waits.forEach((list, to) => {
    for (const { from, min } of list) next[from]!.push({ to, min })
  })
  const known: (number | undefined)[] = new Array(count)
  const of = (i: number): number => {
    known[i] ??= minutes[i]! + Math.max(0, ...next[i]!.map(({ to, min }) => min + of(to)))
    return known[i]!
  }
  return blocks.map((block) => Math.max(...block.map(of)))
}

/** What a minute by which the end comes later weighs in a beginning, against walk: what was begun too late no later move puts right. */
const endWeight = 4

/** As the nearest first, but what the end waits for is not put off: mats that dry for hours before anything that they can wait on. */
function urgentFirst(problem: SequenceProblem, judge: Judge, between: Between): number[] {
  const after = longestAfter(problem)
  const work = problem.blocks.map((block) => block.reduce((sum, i) => sum + problem.minutes[i]!, 0))
  return nearestFirst(problem, judge, between, (may, left) => {
    const end = Math.max(left, ...may.map((b) => after[b]!))
    return (next) => endWeight * (Math.max(end, ...may.map((b) => after[b]! + (b === next ? 0 : work[next]!))) - end)
  })
}

/** Every order of the blocks that the links allow, but for those that already cost more than the best. */
function everyOrder(problem: SequenceProblem, judge: Judge, start: number[]): number[] {
  const before = blocksBefore(problem)
  let [best, least] = [start, judge.cost(start)]
  const done = new Set<number>()
  const go = (order: number[]) => {
    const cost = judge.cost(order)
    if (cost >= least - epsilon) return
    if (done.size === problem.blocks.length) {
      ;[best, least] = [order, cost]
      return
    }
    problem.blocks.forEach((block, b) => {
      if (done.has(b) || ![...before[b]!].every((x) => done.has(x))) return
      done.add(b)
      go([...order, ...block])
      done.delete(b)
    })
  }
  go([])
  return best
}

/** Blocks are taken out and put back where they cost less, alone or with those behind them, also into a wait within another block; and steps within their block. */
class Improver {
  order: number[]
  cost: number
  private readonly problem: SequenceProblem
  private readonly judge: Judge
  private readonly between: Between
  /** Minutes of walk alone, with nothing for a block that is left. */
  private readonly bare: Between
  private readonly after: Set<number>[]
  private readonly isBefore: Int32Array
  private readonly isAfter: Int32Array
  private readonly isMoved: Int32Array
  private turn = 0
  /** How often the order was changed. */
  private changes = 0
  /** The walk of the order after so many changes. */
  private walked = { of: -1, walk: 0 }

  constructor(problem: SequenceProblem, judge: Judge, between: Between, bare: Between, order: readonly number[]) {
    this.bare = bare
    this.problem = problem
    this.judge = judge
    this.between = between
    this.order = [...order]
    this.cost = judge.cost(order)
    this.isBefore = new Int32Array(problem.count)
    this.isAfter = new Int32Array(problem.count)
    this.isMoved = new Int32Array(problem.count)
    this.after = problem.before.map(() => new Set<number>())
    problem.before.forEach((set, i) => {
      if (problem.attended[i]) for (const from of set) this.after[from]!.add(i)
    })
  }

  run(): void {
    const tries = [
      ...this.problem.blocks.map((block) => () => this.improve(block)),
      () => this.improveWindows(),
      ...this.problem.blocks.map((block) => () => this.improveRows(block[0]!)),
    ]
    /** At which order each was last tried in vain: not again at the same. */
    const vainAt = new Int32Array(tries.length).fill(-1)
    for (let round = 0; round < rounds; round++) {
      const was = this.cost
      tries.forEach((attempt, n) => {
        if (vainAt[n] === this.changes) return
        const before = this.changes
        attempt()
        if (this.changes === before) vainAt[n] = before
      })
      if (was - this.cost < epsilon) break
    }
  }

  /** A step is put off as long as that costs nothing: what is only laid ready stands just before it is used. */
  putOff(step: number): void {
    const rest = this.order.filter((i) => i !== step)
    const [low, high] = this.window(rest, [step])
    for (let k = high; k > low; k--) {
      const tried = [...rest.slice(0, k), step, ...rest.slice(k)]
      const cost = this.judge.cost(tried)
      if (cost > this.cost + worthPuttingOff) continue
      this.cost = cost
      this.stand(tried)
      return
    }
  }

  /** Another order from now on: what was reckoned of the one before holds no more. */
  private stand(order: number[]): void {
    this.order = order
    this.changes++
  }

  private improve(block: readonly number[]) {
    for (let together = 1; together <= mostTogether; together++) {
      const segment = together === 1 ? [...block] : this.segment(block[0]!, together)
      if (segment) this.moveBest(segment)
    }
    this.movePlaces(block[0]!, 1)
    if (block.length > 1) for (const step of block) this.moveBest([step])
  }

  /** What is done in so many places from this step on is moved as one. */
  private movePlaces(first: number, places: number) {
    const there = this.blocksThere(first, places)
    const segment = there > mostTogether ? this.segment(first, there) : undefined
    if (segment) this.moveBest(segment)
  }

  /** A row that was begun at the wrong end is turned: no single place of it can be put right alone. */
  private improveRows(first: number) {
    for (let places = 2; places <= mostPlaces; places++) this.movePlaces(first, places)
  }

  /** How many blocks are done in so many places from this step on; 0 in the middle of one, and where there are not so many. */
  private blocksThere(first: number, places: number): number {
    const start = this.order.indexOf(first)
    if (start > 0 && this.isNear(start)) return 0
    const blocks = new Set([this.problem.blockOf.get(first)!])
    let left = places
    for (let k = start + 1; k < this.order.length; k++) {
      if (!this.isNear(k) && --left === 0) return blocks.size
      blocks.add(this.problem.blockOf.get(this.order[k]!)!)
    }
    return left === 1 ? blocks.size : 0
  }

  /** Whether the k-th is done where the one before it is. */
  private isNear(k: number): boolean {
    return this.bare(this.order[k - 1]!, this.order[k]!) < samePlace
  }

  /** So many blocks from this one on, where they stand one behind the other. */
  private segment(first: number, blocks: number): number[] | undefined {
    const { blockOf } = this.problem
    const start = this.order.indexOf(first)
    const segment: number[] = []
    const seen = new Set<number>()
    for (let k = start; k < this.order.length; k++) {
      const b = blockOf.get(this.order[k]!)!
      if (!seen.has(b) && seen.size === blocks) break
      seen.add(b)
      segment.push(this.order[k]!)
    }
    const whole = [...seen].reduce((sum, b) => sum + this.problem.blocks[b]!.length, 0)
    return seen.size === blocks && segment.length === whole ? segment : undefined
  }

  /** Neighbouring blocks in every order of theirs: what no single move betters may still stand the wrong way round. */
  private improveWindows() {
    for (let from = 0; from < this.order.length; from++) {
      const window = this.blocksFrom(from)
      if (!window) continue
      const length = window.reduce((sum, block) => sum + block.length, 0)
      const [a, b] = [this.order[from - 1], this.order[from + length]]
      const [asItIs] = windowOrders
      const was = this.walkThrough(a, window, asItIs!, b)
      for (const order of windowOrders) {
        if (this.walkThrough(a, window, order, b) >= was - epsilon) continue
        const steps = order.flatMap((k) => window[k]!)
        if (!this.allowed(steps)) continue
        const tried = [...this.order.slice(0, from), ...steps, ...this.order.slice(from + length)]
        const cost = this.judge.cost(tried)
        if (cost >= this.cost - epsilon) continue
        this.cost = cost
        this.stand(tried)
        break
      }
    }
  }

  /** So many whole blocks that stand one behind the other from a place on. */
  private blocksFrom(from: number): (readonly number[])[] | undefined {
    const found: (readonly number[])[] = []
    let k = from
    while (found.length < windowBlocks) {
      const first = this.order[k]
      if (first === undefined) return undefined
      const block = this.problem.blocks[this.problem.blockOf.get(first)!]!
      if (block.some((step, i) => this.order[k + i] !== step)) return undefined
      found.push(block)
      k += block.length
    }
    return found
  }

  private walkThrough(
    before: number | undefined,
    blocks: readonly (readonly number[])[],
    order: readonly number[],
    after: number | undefined,
  ): number {
    let walk = 0
    let last = before
    for (const k of order)
      for (const step of blocks[k]!) {
        if (last !== undefined) walk += this.between(last, step)
        last = step
      }
    return after === undefined || last === undefined ? walk : walk + this.between(last, after)
  }

  private allowed(steps: readonly number[]): boolean {
    const later = new Set(steps)
    return steps.every((step) => {
      later.delete(step)
      return ![...this.problem.before[step]!].some((b) => later.has(b))
    })
  }

  /** The gaps of the rest that the segment's links leave open. */
  private window(rest: readonly number[], segment: readonly number[]): [number, number] {
    this.turn++
    for (const i of segment) {
      for (const b of this.problem.before[i]!) this.isBefore[b] = this.turn
      for (const a of this.after[i]!) this.isAfter[a] = this.turn
    }
    let low = 0
    let high = rest.length
    for (let k = 0; k < rest.length; k++) {
      const i = rest[k]!
      if (this.isBefore[i] === this.turn) low = k + 1
      if (this.isAfter[i] === this.turn && k < high) high = k
    }
    return [low, high]
  }

  /** Minutes of walk of the order but for so many steps from a place on, which are `inside` among themselves. */
  private walkWithout(start: number, length: number, inside: number): number {
    if (this.walked.of !== this.changes) this.walked = { of: this.changes, walk: this.judge.walk(this.order) }
    const [before, first] = [this.order[start - 1], this.order[start]!]
    const [last, after] = [this.order[start + length - 1]!, this.order[start + length]]
    const into = before === undefined ? 0 : this.between(before, first)
    const on = after === undefined ? 0 : this.between(last, after)
    const over = before === undefined || after === undefined ? 0 : this.between(before, after)
    return this.walked.walk - inside - into - on + over
  }

  private moveBest(segment: readonly number[]) {
    this.turn++
    for (const i of segment) this.isMoved[i] = this.turn
    const rest = this.order.filter((i) => this.isMoved[i] !== this.turn)
    const [low, high] = this.window(rest, segment)
    const start = this.order.indexOf(segment[0]!)
    const stands = segment.every((i, n) => this.order[start + n] === i) ? start : -1
    const inside = this.judge.walk(segment)
    const restWalk = stands < 0 ? this.judge.walk(rest) : this.walkWithout(start, segment.length, inside)
    let begun = false
    let best = -1
    for (let k = low; k <= high; k++) {
      if (k === stands) continue
      const [a, b] = [rest[k - 1], rest[k]]
      const walk =
        restWalk +
        inside +
        (a === undefined ? 0 : this.between(a, segment[0]!)) +
        (b === undefined ? 0 : this.between(segment.at(-1)!, b)) -
        (a === undefined || b === undefined ? 0 : this.between(a, b))
      if (walk + this.problem.leastWait >= this.cost - epsilon) continue
      if (!begun) this.judge.beginSeries(rest, segment)
      begun = true
      const cost = walk + this.judge.timedBefore(k, this.cost - walk)
      if (cost < this.cost - epsilon) {
        this.cost = cost
        best = k
      }
    }
    if (best >= 0) this.stand([...rest.slice(0, best), ...segment, ...rest.slice(best)])
  }
}

/**
 * The attended steps in an order that breaks no longest lag where one exists, at the least walk and waiting that is found; every order is
 * looked at where there are few blocks. Deterministic.
 * @param walk minutes from one step to the next
 * @param aside minutes that it costs to leave a block before it is done: a wait within it is filled only where it is longer
 * @param late steps that stand as late as they may without costing more
 */
export function cheapestOrder(
  problem: SequenceProblem,
  walk: Between,
  aside: number,
  late: readonly number[] = [],
): number[] {
  // Every order goes once from each block to another; whatever is more is a block laid aside. So it is paid for between two steps.
  const block = Int32Array.from({ length: problem.count }, (_, i) => problem.blockOf.get(i) ?? -1)
  const between = remembered(problem.count, walk)
  const leaving = remembered(problem.count, (from, to) => between(from, to) + (block[from] === block[to] ? 0 : aside))
  const judge = new Judge(problem, leaving)
  const nearest = nearestFirst(problem, judge, leaving)
  const starts = [nearest, urgentFirst(problem, judge, leaving)]
  // What a wait within a block is filled with is not an order of blocks: the better of both.
  if (problem.blocks.length <= mostExact) starts.push(everyOrder(problem, judge, nearest))
  const improved = starts.map((start) => {
    const improver = new Improver(problem, judge, leaving, between, start)
    improver.run()
    return improver
  })
  const best = improved.reduce((least, other) => (other.cost < least.cost - epsilon ? other : least))
  for (const step of late) best.putOff(step)
  return best.order
}
