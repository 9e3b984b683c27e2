/** What one person does, in order: intervals that do not overlap, each on a car. */
export class Lane {
  private readonly starts: number[]
  private readonly ends: number[]
  private readonly jobs: number[]
  /** Whether ends rise with starts: always, but where facts overlap. */
  private sorted = true

  constructor(starts: number[] = [], ends: number[] = [], jobs: number[] = []) {
    this.starts = starts
    this.ends = ends
    this.jobs = jobs
  }

  copy(): Lane {
    const other = new Lane(this.starts.slice(), this.ends.slice(), this.jobs.slice())
    other.sorted = this.sorted
    return other
  }

  /** Index of the first interval that begins at or after a moment. */
  private indexFrom(moment: number): number {
    let low = 0
    let high = this.starts.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.starts[middle]! < moment) low = middle + 1
      else high = middle
    }
    return low
  }

  /** @param job which car it is on, or where the person stands at first: an interval of no length */
  add(start: number, end: number, job: number): void {
    let i = this.indexFrom(start)
    // Of two that begin together, which only facts may, the one that is there already stays first.
    while (i < this.starts.length && this.starts[i] === start) i++
    this.starts.splice(i, 0, start)
    this.ends.splice(i, 0, end)
    this.jobs.splice(i, 0, job)
    if ((this.ends[i - 1] ?? end) > end || (this.ends[i + 1] ?? end) < end) this.sorted = false
  }

  remove(start: number, end: number): void {
    for (let i = this.indexFrom(start); i < this.starts.length && this.starts[i] === start; i++)
      if (this.ends[i] === end) {
        this.starts.splice(i, 1)
        this.ends.splice(i, 1)
        this.jobs.splice(i, 1)
        return
      }
  }

  /**
   * Smallest t in [from, until − length] at which so long a stretch on a car fits, with the way from and to what is before and after it;
   * Infinity where there is none.
   * @param way minutes from where one is to a car
   * @param widest the longest way there is: nothing farther off than that matters
   */
  next(
    from: number,
    until: number,
    length: number,
    job: number,
    way: (from: number, job: number) => number,
    widest: number,
  ): number {
    let t = from
    const { starts, ends, jobs } = this
    // Facts may overlap, so what begins long before can still be under way: looked for from the front where it is short, else by halves.
    let i = 0
    if (starts.length > 8 && this.sorted) {
      let low = 0
      let high = ends.length
      while (low < high) {
        const middle = (low + high) >> 1
        if (ends[middle]! + widest <= t) low = middle + 1
        else high = middle
      }
      i = low
    }
    for (; i < starts.length; i++) {
      const there = widest === 0 ? 0 : way(jobs[i]!, job)
      // Where a person stands at first, an interval of no length, only bounds what comes after it.
      if (starts[i]! >= t + length + there && ends[i]! > starts[i]!) {
        if (starts[i]! >= t + length + widest) break
        continue
      }
      if (ends[i]! + there > t) t = ends[i]! + there
      if (t + length > until) return Number.POSITIVE_INFINITY
    }
    return t + length <= until ? t : Number.POSITIVE_INFINITY
  }

  /** Ways that a stretch on a car would add beside what is before and after it, 0 to 2. */
  ways(start: number, job: number, way: (from: number, job: number) => number): number {
    const i = this.indexFrom(start)
    const before = i > 0 && way(this.jobs[i - 1]!, job) > 0 ? 1 : 0
    return before + (i < this.starts.length && way(this.jobs[i]!, job) > 0 ? 1 : 0)
  }

  /** How often the car is another than the one before it. @param cars what is no car's number is where somebody stands at first */
  timesOver(cars: number): number {
    const { jobs } = this
    let times = 0
    for (let i = 1; i < jobs.length; i++) if (jobs[i] !== jobs[i - 1] && jobs[i - 1]! < cars) times++
    return times
  }

  /** How many of what is just before and just after a moment are on a car: 0 to 2. */
  beside(start: number, job: number): number {
    const i = this.indexFrom(start)
    return (this.jobs[i - 1] === job ? 1 : 0) + (this.jobs[i] === job ? 1 : 0)
  }
}
