/** A stretch in which a car counts on a machine that nobody is sent to, as a blower that dries it; minutes. */
export interface CountedOn {
  job: string
  machine: string
  from: number
  to: number
}

/** A stretch in which more cars count on a machine than there are of it. */
export interface Overdrawn {
  machine: string
  count: number
  from: number
  to: number
  /** The cars, in the order in which they begin to count on it. */
  jobs: string[]
}

/**
 * When more cars at once count on machines of a kind than there are. One machine serves all that dries in its car. Stretches that touch are
 * one, with all their cars.
 * @param countOf how many there are of a kind
 */
export function overdrawn(counted: readonly CountedOn[], countOf: (machine: string) => number): Overdrawn[] {
  const found: Overdrawn[] = []
  for (const machine of new Set(counted.map((c) => c.machine))) {
    const own = counted.filter((c) => c.machine === machine && c.to > c.from).sort((a, b) => a.from - b.from)
    const count = countOf(machine)
    const moments = [...new Set(own.flatMap((c) => [c.from, c.to]))].sort((a, b) => a - b)
    let last: Overdrawn | undefined
    moments.slice(0, -1).forEach((from, i) => {
      const to = moments[i + 1]!
      const jobs = [...new Set(own.filter((c) => c.from < to && c.to > from).map((c) => c.job))]
      if (jobs.length <= count) return
      if (last?.to === from) {
        last.to = to
        last.jobs = [...new Set([...last.jobs, ...jobs])]
      } else {
        last = { machine, count, from, to, jobs }
        found.push(last)
      }
    })
  }
  return found.sort((a, b) => a.from - b.from)
}
