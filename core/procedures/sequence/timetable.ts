import type { SequenceProblem } from './problem.ts'

/** What a list costs in time: waiting, how much of it is idle and early, and broken longest lags. */
export interface Timed {
  /** Minutes in which there is nothing to do but wait. */
  waiting: number
  /** Those of long waits in the middle of a job: at its end one waits for what dries, and may go to another car. */
  idle: number
  /** Minutes waited, by how many steps are still to come: of two lists that wait as long the better one has the waiting at its end. */
  early: number
  /** Minutes waited before what closes the job, by the minutes of other work still to come: glass is not left for after what dries. */
  putOff: number
  broken: number
}

/** What a broken lag weighs against minutes: no walk is worth one. */
const brokenWeight = 10_000
/** What a minute's waiting weighs more for each step that is still to come. */
const earlyWeight = 0.002

/** What a minute's waiting before what closes the job weighs more for each minute of other work that is still to come. */
const putOffWeight = 0.02

/** What an idle minute weighs more. */
const idleWeight = 1
/** Minutes that one stands by without being idle: a spray that dwells is brushed by whoever put it on. */
const stoodBy = 5

/** In minutes; it only grows while a list is worked. */
export const weighed = ({ waiting, idle, early, putOff, broken }: Timed) =>
  waiting + idle * idleWeight + early * earlyWeight + putOff * putOffWeight + broken * brokenWeight

/** Where each list of several begins when they lie one behind the other, and where the last ends. */
function firstsOf(lists: readonly (readonly unknown[])[]): Int32Array {
  const firsts = new Int32Array(lists.length + 1)
  lists.forEach((list, i) => {
    firsts[i + 1] = firsts[i]! + list.length
  })
  return firsts
}

/**
 * Works lists of attended steps from top to bottom; what passes by itself begins when all it waits for is over. It is asked thousands of times
 * for one procedure: what it looks at lies in flat arrays.
 */
export class Clock {
  readonly starts: Float64Array
  private readonly minutes: Float64Array
  private readonly attended: Uint8Array
  private readonly closing: Uint8Array
  /** Minutes of each step that somebody works at and that does not close the job, and of all of them. */
  private readonly openMinutes: Float64Array
  private readonly allOpen: number
  /** What step i waits for: from firsts[i] up to firsts[i + 1]. */
  private readonly firsts: Int32Array
  private readonly from: Int32Array
  private readonly min: Float64Array
  /** What may come only so long before step i, in the same way: few have a longest lag. */
  private readonly tiedFirsts: Int32Array
  private readonly tied: Int32Array
  private readonly max: Float64Array
  private readonly ends: Float64Array
  private readonly stamp: Int32Array
  /** What was worked in this turn, or in the turn that all lists of a series share, is over. */
  private turn = 0
  private same = 0
  private last = 0
  private readonly kept = { time: 0, left: 0, open: 0, closing: 0, waiting: 0, idle: 0, early: 0, putOff: 0, broken: 0 }
  private time = 0
  private left = 0
  /** Minutes of work still to come that does not close the job, and minutes waited so far before what does. */
  private open = 0
  private waitedClosing = 0
  private readonly timed: Timed = { waiting: 0, idle: 0, early: 0, putOff: 0, broken: 0 }

  constructor({ count, minutes, attended, closing, open, waits }: SequenceProblem) {
    this.starts = new Float64Array(count)
    this.ends = new Float64Array(count)
    this.minutes = Float64Array.from(minutes)
    this.attended = Uint8Array.from(attended, Number)
    this.closing = Uint8Array.from(closing, Number)
    this.stamp = new Int32Array(count)
    this.openMinutes = Float64Array.from(open)
    this.allOpen = this.openMinutes.reduce((sum, m) => sum + m, 0)
    const all = waits.flat()
    this.firsts = firstsOf(waits)
    this.from = Int32Array.from(all, (w) => w.from)
    this.min = Float64Array.from(all, (w) => w.min)
    const ties = waits.map((list) => list.filter((w) => Number.isFinite(w.max)))
    this.tiedFirsts = firstsOf(ties)
    this.tied = Int32Array.from(ties.flat(), (w) => w.from)
    this.max = Float64Array.from(ties.flat(), (w) => w.max)
  }

  /** The answer is the same object each time. */
  run(order: readonly number[]): Timed {
    this.begin(order.length)
    for (let k = 0; k < order.length; k++) this.work(order[k]!)
    return this.timed
  }

  /** Begins a list of so many steps whose first are the same each time. */
  beginSame(length: number): void {
    this.begin(length)
    this.same = this.turn
    this.keep()
  }

  /** One more of those that are the same. */
  workSame(i: number): void {
    this.restore(this.same)
    this.work(i)
    this.keep()
  }

  /** One more at the end of a list whose length is not known yet: what was waited so far was waited by one step more. */
  lengthen(i: number): void {
    this.restore(this.same)
    this.longer(1, this.openMinutes[i]!)
    this.work(i)
    this.keep()
  }

  soFar(): Timed {
    this.restore(this.same)
    return this.timed
  }

  /** A list that ends with a segment. */
  ending(segment: readonly number[]): Timed {
    this.restore(++this.last)
    let open = 0
    for (let i = 0; i < segment.length; i++) open += this.openMinutes[segment[i]!]!
    this.longer(segment.length, open)
    for (let i = 0; i < segment.length; i++) this.work(segment[i]!)
    return this.timed
  }

  private longer(by: number, open: number): void {
    this.left += by
    this.open += open
    this.timed.early += by * this.timed.waiting
    this.timed.putOff += open * this.waitedClosing
  }

  /** Those that are the same, then a segment, then the rest from its k-th on; given up where it is past `most`. */
  runOn(segment: readonly number[], rest: readonly number[], k: number, most: number): Timed {
    this.restore(++this.last)
    for (let i = 0; i < segment.length; i++) this.work(segment[i]!)
    for (let i = k; i < rest.length && weighed(this.timed) <= most; i++) this.work(rest[i]!)
    return this.timed
  }

  /** Lets what nothing attended waits for pass as well, for the whole table. */
  finish(): void {
    for (let i = 0; i < this.stamp.length; i++) if (this.stamp[i] !== this.turn) this.pass(i)
  }

  private keep(): void {
    const { kept, timed } = this
    kept.time = this.time
    kept.left = this.left
    kept.open = this.open
    kept.closing = this.waitedClosing
    kept.waiting = timed.waiting
    kept.idle = timed.idle
    kept.early = timed.early
    kept.putOff = timed.putOff
    kept.broken = timed.broken
  }

  private restore(turn: number): void {
    const { time, left, open, closing, waiting, idle, early, putOff, broken } = this.kept
    this.turn = turn
    this.time = time
    this.left = left
    this.open = open
    this.waitedClosing = closing
    this.timed.waiting = waiting
    this.timed.idle = idle
    this.timed.early = early
    this.timed.putOff = putOff
    this.timed.broken = broken
  }

  private begin(length: number): void {
    this.turn = ++this.last
    this.same = this.turn
    this.time = 0
    this.left = length
    this.open = length === 0 ? 0 : this.allOpen
    this.waitedClosing = 0
    this.timed.waiting = this.timed.idle = this.timed.early = this.timed.putOff = this.timed.broken = 0
  }

  private work(i: number): void {
    const ready = this.readyAt(i)
    this.left--
    this.open -= this.openMinutes[i]!
    if (ready > this.time) {
      const wait = ready - this.time
      this.timed.waiting += wait
      this.timed.early += wait * this.left
      if (this.closing[i] === 1) {
        this.timed.putOff += wait * this.open
        this.waitedClosing += wait
      } else if (wait > stoodBy) this.timed.idle += wait
      this.time = ready
    }
    this.starts[i] = this.time
    this.stamp[i] = this.turn
    for (let w = this.tiedFirsts[i]!; w < this.tiedFirsts[i + 1]!; w++) {
      const from = this.tied[w]!
      if (this.time - this.starts[from]! - this.minutes[from]! > this.max[w]! + 1e-9) this.timed.broken++
    }
    this.time += this.minutes[i]!
    this.ends[i] = this.time
  }

  private readyAt(i: number): number {
    let ready = 0
    for (let w = this.firsts[i]!; w < this.firsts[i + 1]!; w++) {
      const from = this.from[w]!
      if (this.stamp[from] !== this.turn && this.stamp[from] !== this.same) {
        // Whoever is asked for before it was done stands in the wrong place: that costs more than any lag.
        if (this.attended[from]) {
          this.timed.broken += 1000
          continue
        }
        this.pass(from)
      }
      const end = this.ends[from]! + this.min[w]!
      if (end > ready) ready = end
    }
    return ready
  }

  private pass(i: number): void {
    this.stamp[i] = this.turn
    this.starts[i] = this.readyAt(i)
    this.ends[i] = this.starts[i]! + this.minutes[i]!
  }
}

/** When one person who works a list from top to bottom begins each step, in minutes from the first. */
export function startsOf(problem: SequenceProblem, order: readonly number[]): number[] {
  const clock = new Clock(problem)
  clock.run(order)
  clock.finish()
  return [...clock.starts]
}
