import type { Problem } from '#core/plan/problem/problem.ts'
import type { Random } from '#core/units/random.ts'
import { longest } from './first-order.ts'

/** A car as work that flows: so many minutes of hands, at most so many hands at once, and never done sooner than its longest path. */
interface Stream {
  release: number
  due: number
  weight: number
  work: number
  span: number
  hands: number
  holds: readonly number[]
}

/** A day by whole cars: when each is done, and the weighted minutes late. */
export interface Flow {
  ends: readonly number[]
  late: number
}

const never = Number.POSITIVE_INFINITY

/** How many people are there from each moment on, in order. */
function handsOver({ people, now }: Problem): { from: number; hands: number }[] {
  const moments = [...new Set([now, ...people.flatMap((p) => p.shifts.flat())])].sort((a, b) => a - b)
  return moments.map((from) => ({
    from,
    hands: people.filter((p) => p.shifts.some(([start, end]) => start <= from && from < end)).length,
  }))
}

/** What is left of each car. */
function streamsOf(problem: Problem, tail: readonly number[]): Stream[] {
  return problem.jobs.map(({ acts, release, due, weight, crewLimit, holds }) => {
    const left = acts.filter((a) => !problem.pins.has(a))
    return {
      release: Math.max(problem.now, release),
      due: due ?? never,
      weight,
      work: left.reduce((sum, a) => sum + problem.acts[a]!.minutes * problem.acts[a]!.crew, 0),
      span: longest(left, tail),
      hands: crewLimit,
      holds,
    }
  })
}

/**
 * Whole cars by turns: at any moment the first in turn gets as many hands as it may have, the next what is left. Nobody's skills are looked at,
 * nor any place or machine but what a car holds all the while, so that a day takes microseconds.
 * @param tail longest path from each activity to the end of all that waits for it, in minutes
 * @returns the day when cars take turns in an order
 */
export function flowOf(problem: Problem, tail: readonly number[]): (turns: readonly number[]) => Flow {
  const streams = streamsOf(problem, tail)
  const hands = handsOver(problem)
  const held = problem.kit.flatMap((_, kit) => (streams.some((s) => s.holds.includes(kit)) ? [kit] : []))
  return (turns) => {
    const left = streams.map((s) => s.work)
    const begun = streams.map(() => never)
    const done = streams.map(() => never)
    const rate = streams.map(() => 0)
    let stretch = 0
    for (let t = problem.now; t < never; ) {
      while (stretch + 1 < hands.length && hands[stretch + 1]!.from <= t) stretch++
      let free = hands[stretch]!.hands
      let next = hands[stretch + 1]?.from ?? never
      const room = held.length > 0 ? problem.kit.map((kit) => kit.count) : []
      for (const kit of held)
        for (const j of turns) if (begun[j]! <= t && t < done[j]! && streams[j]!.holds.includes(kit)) room[kit]!--
      for (const j of turns) {
        const stream = streams[j]!
        rate[j] = 0
        if (done[j]! < never) {
          if (done[j]! > t && held.length > 0) next = Math.min(next, done[j]!)
          continue
        }
        if (stream.release > t) next = Math.min(next, stream.release)
        if (stream.release > t || (stream.work > 0 && free === 0)) continue
        if (begun[j] === never) {
          if (!stream.holds.every((kit) => room[kit]! > 0)) continue
          begun[j] = t
          for (const kit of stream.holds) room[kit]!--
        }
        rate[j] = Math.min(free, stream.hands)
        free -= rate[j]!
        if (left[j]! > 0) next = Math.min(next, t + left[j]! / rate[j]!)
      }
      for (const j of turns) {
        if (begun[j] === never || done[j]! < never) continue
        if (rate[j]! > 0) left[j]! -= rate[j]! * (next - t)
        if (left[j]! < 1e-6) done[j] = Math.max(streams[j]!.work > 0 ? next : t, begun[j]! + streams[j]!.span)
      }
      t = next
    }
    const late = streams.reduce(
      (sum, { due, weight }, j) => sum + weight * Math.max(0, Math.min(done[j]!, 1e7) - due),
      0,
    )
    return { ends: done, late }
  }
}

/** Orders tried in looking for good turns, so many for a dozen cars; for more the fewer the longer each takes. */
const tries = 5000
/** Minutes late that nobody counts when two days are called alike. */
const unnoticed = 5

/** A list with one of it moved to another place. */
function moved(list: readonly number[], from: number, to: number): number[] {
  const other = [...list]
  other.splice(to, 0, ...other.splice(from, 1))
  return other
}

/**
 * Which cars to let wait: days by turns that no single car's turn makes better, by descent from the most urgent first and from that with noise.
 * Days on which the same cars are late are one, the better of them.
 * @param urgency minutes to spare by car
 * @param urgency latest moment each could be begun and be done when it is due
 * @returns the best first; none where nobody need be late
 */
export function daysByTurns(
  run: (turns: readonly number[]) => Flow,
  cars: readonly { due: number | undefined }[],
  urgency: readonly number[],
  random: Random,
): Flow[] {
  const jobs = cars.map((_, j) => j)
  const found = new Map<string, Flow>()
  let left = tries * Math.min(1, (12 / jobs.length) ** 2)
  const ask = (turns: readonly number[]) => {
    left--
    return run(turns)
  }
  for (let noise = 0; left > 0; noise = 200) {
    const by = urgency.map((u) => u + noise * (random() - 0.5))
    let turns = [...jobs].sort((a, b) => by[a]! - by[b]! || a - b)
    let best = ask(turns)
    for (let isBetter = true; isBetter && left > 0; ) {
      isBetter = false
      for (let from = 0; from < jobs.length; from++)
        for (let to = 0; to < jobs.length && left > 0; to++) {
          if (from === to) continue
          const other = moved(turns, from, to)
          const next = ask(other)
          if (next.late > best.late - 1e-6) continue
          ;[best, turns, isBetter] = [next, other, true]
        }
    }
    if (best.late < 1) return []
    const late = jobs.filter((j) => best.ends[j]! > (cars[j]!.due ?? never) + unnoticed).join(' ')
    if (best.late < (found.get(late)?.late ?? never)) found.set(late, best)
  }
  return [...found.values()].sort((a, b) => a.late - b.late)
}
