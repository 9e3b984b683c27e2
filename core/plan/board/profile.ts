/**
 * How much of something is taken over time: a step function, its steps in order. Looking for room costs a search by halves and the steps it
 * walks over, however much was placed.
 */
export class Profile {
  /** Where each step begins, rising; the first begins before everything. */
  private readonly at: number[]
  private readonly load: number[]

  constructor(at = [Number.NEGATIVE_INFINITY], load = [0]) {
    this.at = at
    this.load = load
  }

  copy(): Profile {
    return new Profile(this.at.slice(), this.load.slice())
  }

  /** Index of the step that a moment lies in. */
  private indexAt(moment: number): number {
    let low = 0
    let high = this.at.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (this.at[middle]! <= moment) low = middle
      else high = middle - 1
    }
    return low
  }

  /** Index of the step that begins at a moment, cut there if need be. */
  private cut(moment: number): number {
    const i = this.indexAt(moment)
    if (this.at[i] === moment) return i
    this.at.splice(i + 1, 0, moment)
    this.load.splice(i + 1, 0, this.load[i]!)
    return i + 1
  }

  /** Steps that have become alike are one. */
  private join(i: number) {
    if (i > 0 && this.load[i] === this.load[i - 1]) {
      this.at.splice(i, 1)
      this.load.splice(i, 1)
    }
  }

  /** Takes so much more of it during [start, end), or gives it back where `amount` is below 0. */
  add(start: number, end: number, amount: number): void {
    if (end <= start) return
    const first = this.cut(start)
    const last = this.cut(end)
    for (let i = first; i < last; i++) this.load[i]! += amount
    this.join(last)
    this.join(first)
  }

  /** Most that is taken at any moment of [start, end). */
  peak(start: number, end: number): number {
    let most = 0
    for (let i = this.indexAt(start); i < this.at.length && this.at[i]! < end; i++)
      if (this.load[i]! > most) most = this.load[i]!
    return most
  }

  /** Smallest t ≥ from such that all through [t, t + length) there is room for `more` within `capacity`; Infinity where there is none. */
  next(from: number, length: number, more: number, capacity: number): number {
    if (more > capacity) return Number.POSITIVE_INFINITY
    const most = capacity - more
    let t = from
    for (let i = this.indexAt(from); i < this.at.length && this.at[i]! < t + length; i++)
      if (this.load[i]! > most) {
        // Room begins where this step ends; the last one never does.
        if (i + 1 >= this.at.length) return Number.POSITIVE_INFINITY
        t = this.at[i + 1]!
      }
    return t
  }

  /** Smallest t in [from, until] such that all through [t, until) there is room for `more` within `capacity`. */
  nextUntil(from: number, until: number, more: number, capacity: number): number {
    let t = from
    for (let i = this.indexAt(from); i < this.at.length && this.at[i]! < until; i++)
      if (this.load[i]! + more > capacity) t = Math.min(until, this.at[i + 1] ?? until)
    return t
  }
}
