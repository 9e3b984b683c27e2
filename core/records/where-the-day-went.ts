import { fileUnder } from '#core/units/file-under.ts'
import { dayIn, momentOf } from '#core/units/shop-time.ts'
import type { DayLine, Kept, Setting } from './figures.ts'

interface Stay {
  job: string
  from: number
  to: number
}
type Span = readonly [number, number]

/** How much of some spans lies within one. */
const inside = ([from, to]: Span, spans: readonly Span[]): number =>
  spans.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(to, b) - Math.max(from, a)), 0)

/** Spans as those that do not overlap. */
function joined(spans: readonly Span[]): Span[] {
  const all: [number, number][] = []
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = all.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else all.push([from, to])
  }
  return all
}

const minutes = (ms: number) => ms / 60_000

/**
 * Where everybody's time went, by day, from their first tap to their last: hands on a car; between two stretches on the same car while
 * something in it dried, or else waiting; from one car to the next. Breaks are left out where somebody's hours are known.
 */
export function whereTheDayWent(cars: readonly Kept[], { zone, hours }: Pick<Setting, 'zone' | 'hours'>): DayLine[] {
  const dried = new Map(cars.map((c) => [c.id, joined(c.drying)]))
  const byDay = new Map<string, Map<string, Stay[]>>()
  for (const car of cars)
    for (const [person, from, to] of car.hands) {
      const day = dayIn(zone, new Date(from).toISOString())
      const people = byDay.get(day) ?? new Map<string, Stay[]>()
      fileUnder(people, person, { job: car.id, from, to })
      byDay.set(day, people)
    }
  /** The part of a gap in which somebody was there. */
  const there = (person: string, day: string, [from, to]: Span): Span[] => {
    const known = hours(person, day)
    if (known.length === 0) return [[from, to]]
    const at = (minute: number) => Date.parse(momentOf(zone, day, minute))
    return known.map(([a, b]): Span => [Math.max(from, at(a)), Math.min(to, at(b))]).filter(([a, b]) => a < b)
  }
  return [...byDay]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, people]) => {
      const line: DayLine = { key, hands: 0, drying: 0, waiting: 0, moving: 0, jobs: [] }
      const jobs = new Set<string>()
      for (const [person, all] of people) {
        const stays = all.sort((a, b) => a.from - b.from)
        let last: Stay | undefined
        for (const stay of stays) {
          jobs.add(stay.job)
          line.hands += minutes(stay.to - stay.from)
          if (last && stay.from > last.to)
            for (const gap of there(person, key, [last.to, stay.from])) {
              if (last.job !== stay.job) line.moving += minutes(gap[1] - gap[0])
              else {
                const drying = inside(gap, dried.get(stay.job)!)
                line.drying += minutes(drying)
                line.waiting += minutes(gap[1] - gap[0] - drying)
              }
            }
          last = stay
        }
      }
      return { ...line, jobs: [...jobs] }
    })
}
