import type { Act, Problem } from '#core/plan/problem/problem.ts'
import type { Solution } from './search.ts'

/** Earliest start ≥ from at which enough able people have the activity inside one of their shifts, ignoring each other's work. */
function shiftStart(problem: Problem, act: Act, from: number): number {
  if (act.crew === 0) return from
  const starts = act.able
    .map((p) => {
      const shift = problem.people[p]!.shifts.find(([start, end]) => end - Math.max(start, from) >= act.minutes)
      return shift ? Math.max(shift[0], from) : Number.POSITIVE_INFINITY
    })
    .sort((a, b) => a - b)
  // With several people the common stretch is later still; the crew-th single start stays a bound.
  return starts[act.crew - 1] ?? from
}

/** Earliest T by which the open stretches after `from` add up to `energy`. */
function timeForEnergy(open: readonly [number, number][], from: number, energy: number): number {
  if (energy <= 0) return from
  const moments = [...new Set(open.flatMap(([a, b]) => [Math.max(a, from), Math.max(b, from)]))].sort((a, b) => a - b)
  let got = 0
  for (let i = 0; i + 1 < moments.length; i++) {
    const [a, b] = [moments[i]!, moments[i + 1]!]
    const rate = open.filter(([s, e]) => s <= a && e >= b && Math.max(s, from) < e).length
    if (got + rate * (b - a) >= energy) return Math.ceil(a + (energy - got) / rate)
    got += rate * (b - a)
  }
  return moments.at(-1) ?? from
}

/**
 * Lower bounds on the makespan and the weighted tardiness of any plan of the scheduled activities:
 * critical paths with lags, releases and shifts, and energy on people, equipment, zones and crew limits, each with the least head before it.
 */
export function boundsOf(problem: Problem, solution: Solution): { weightedTardiness: number; makespan: number } {
  const counted = problem.acts.filter((a) => solution.board.placed[a.index])
  const inside = new Set(counted.map((a) => a.index))
  const head = problem.acts.map((a) => Math.max(problem.now, problem.jobs[a.job]!.release))
  const end: number[] = []
  for (const index of problem.topological) {
    const act = problem.acts[index]!
    const pin = problem.pins.get(index)
    if (pin) {
      head[index] = pin.start
      end[index] = pin.end
      continue
    }
    for (const link of act.into)
      if (inside.has(link.from)) head[index] = Math.max(head[index]!, end[link.from]! + link.minLag)
    head[index] = shiftStart(problem, act, head[index]!)
    end[index] = head[index]! + act.minutes
  }
  const after = problem.acts.map(() => 0)
  for (const index of [...problem.topological].reverse()) {
    for (const link of problem.acts[index]!.out) {
      if (inside.has(link.to) && !problem.pins.has(link.to))
        after[index] = Math.max(after[index]!, link.minLag + problem.acts[link.to]!.minutes + after[link.to]!)
    }
  }
  const free = counted.filter((a) => !problem.pins.has(a.index))

  const energyBound = (acts: readonly Act[], open: readonly [number, number][], energy: (a: Act) => number): number => {
    if (acts.length === 0) return 0
    const from = Math.min(...acts.map((a) => head[a.index]!))
    const total = acts.reduce((sum, a) => sum + energy(a), 0)
    return timeForEnergy(open, from, total) + Math.min(...acts.map((a) => after[a.index]!))
  }
  const boundFor = (all: readonly Act[], open: readonly Act[]): number => {
    const list = all.map((a) => end[a.index]! + (problem.pins.has(a.index) ? 0 : after[a.index]!))
    const attended = open.filter((a) => a.crew > 0)
    for (const able of new Set(attended.map((a) => a.able.join()))) {
      const people = new Set(able.split(',').map(Number))
      const acts = attended.filter((a) => a.able.every((p) => people.has(p)))
      list.push(
        energyBound(
          acts,
          [...people].flatMap((p) => problem.people[p]!.shifts),
          (a) => a.minutes * a.crew,
        ),
      )
    }
    problem.kit.forEach((kit, index) => {
      const acts = open.filter((a) => a.equipment.includes(index))
      const units = Array.from({ length: kit.count }, (): [number, number] => [0, Number.MAX_SAFE_INTEGER])
      list.push(energyBound(acts, units, (a) => a.minutes))
    })
    for (const [job, planJob] of problem.jobs.entries()) {
      const own = open.filter((a) => a.job === job)
      for (const zone of new Set(own.flatMap((a) => a.zones))) {
        list.push(
          energyBound(
            own.filter((a) => a.zones.includes(zone)),
            [[0, Number.MAX_SAFE_INTEGER]],
            (a) => a.minutes,
          ),
        )
      }
      if (planJob.crewLimit !== Number.POSITIVE_INFINITY) {
        const lanes = Array.from({ length: planJob.crewLimit }, (): [number, number] => [0, Number.MAX_SAFE_INTEGER])
        list.push(
          energyBound(
            own.filter((a) => a.crew > 0),
            lanes,
            (a) => a.minutes * a.crew,
          ),
        )
      }
    }
    return Math.max(0, ...list)
  }
  let weightedTardiness = 0
  for (const [job, planJob] of problem.jobs.entries()) {
    if (planJob.due === undefined) continue
    const finish = boundFor(
      counted.filter((a) => a.job === job),
      free.filter((a) => a.job === job),
    )
    weightedTardiness += planJob.weight * Math.max(0, finish - planJob.due)
  }
  return { weightedTardiness, makespan: boundFor(counted, free) }
}
