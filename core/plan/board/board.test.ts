import { expect, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { Lane } from './lane.ts'
import { maskOf, Places } from './places.ts'
import { Profile } from './profile.ts'

const random = seededRandom(9)
const int = (low: number, high: number) => low + Math.floor(random() * (high - low + 1))

interface Taken {
  start: number
  end: number
  load: number
}
/** The same, minute by minute. */
const loadAt = (taken: readonly Taken[], minute: number) =>
  taken.reduce((sum, t) => sum + (t.start <= minute && minute < t.end ? t.load : 0), 0)
const minutes = (from: number, to: number) => Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i)

it('a profile finds the same room as looking minute by minute, through adding and giving back', () => {
  for (let n = 0; n < 60; n++) {
    const profile = new Profile()
    const taken: Taken[] = []
    for (let k = int(1, 14); k > 0; k--) {
      if (taken.length > 2 && random() < 0.3) {
        const [gone] = taken.splice(int(0, taken.length - 1), 1)
        profile.add(gone!.start, gone!.end, -gone!.load)
        continue
      }
      const start = int(0, 60)
      const one = { start, end: start + int(1, 25), load: int(1, 2) }
      taken.push(one)
      profile.add(one.start, one.end, one.load)
    }
    for (let k = 0; k < 12; k++) {
      const [from, length, more, capacity] = [int(0, 70), int(1, 20), int(1, 2), int(1, 4)]
      const fits = (t: number) => minutes(t, t + length).every((m) => loadAt(taken, m) + more <= capacity)
      const first = more > capacity ? Number.POSITIVE_INFINITY : minutes(from, 300).find(fits)
      expect(profile.next(from, length, more, capacity)).toBe(first)
      expect(profile.copy().next(from, length, more, capacity)).toBe(first)
      expect(profile.peak(from, from + length)).toBe(
        Math.max(0, ...minutes(from, from + length).map((m) => loadAt(taken, m))),
      )
      const clear = (t: number) => minutes(t, 80).every((m) => loadAt(taken, m) + more <= capacity)
      expect(profile.nextUntil(from, 80, more, capacity)).toBe(minutes(from, 81).find(clear) ?? 80)
    }
  }
})

it('a lane finds the same gap as looking at every pair, with the ways between cars, also where facts overlap', () => {
  const way = (from: number, job: number) => (from === job ? 0 : 7)
  const [yard, quay] = [0, 1]
  for (let n = 0; n < 80; n++) {
    const lane = new Lane()
    const done: { start: number; end: number; job: number }[] = []
    for (let k = int(0, 14); k > 0; k--) {
      const start = int(0, 120)
      const one = { start, end: start + int(1, 15), job: random() < 0.5 ? yard : quay }
      if (random() < 0.8 && done.some((d) => d.start < one.end && one.start < d.end)) continue
      done.push(one)
      lane.add(one.start, one.end, one.job)
    }
    for (let k = 0; k < 10; k++) {
      const [from, length, until] = [int(0, 130), int(1, 20), int(60, 220)]
      const fits = (t: number) =>
        t + length <= until &&
        done.every((d) => t >= d.end + way(d.job, yard) || d.start >= t + length + way(d.job, yard))
      expect(lane.next(from, until, length, yard, way, 7)).toBe(
        minutes(from, 240).find(fits) ?? Number.POSITIVE_INFINITY,
      )
    }
    const [first] = done
    if (first) {
      lane.remove(first.start, first.end)
      const others = done.slice(1)
      const fits = (t: number) =>
        others.every((d) => t >= d.end + way(d.job, quay) || d.start >= t + 5 + way(d.job, quay))
      expect(lane.next(0, 999, 5, quay, way, 7)).toBe(minutes(0, 400).find(fits))
    }
  }
})

it('the places of a car are held by whoever is there, and by nobody else', () => {
  for (let n = 0; n < 60; n++) {
    const places = new Places()
    const there: { start: number; end: number; at: number[]; mask: Int32Array }[] = []
    const some = () => Array.from({ length: int(1, 5) }, () => int(0, 69))
    for (let k = int(0, 10); k > 0; k--) {
      const start = int(0, 60)
      const at = some()
      const one = { start, end: start + int(1, 20), at, mask: maskOf(at, 70) }
      there.push(one)
      places.add(one.start, one.end, one.mask)
    }
    if (there.length > 1) {
      const gone = there.pop()!
      places.remove(gone.start, gone.end, gone.mask)
    }
    const [from, length, at] = [int(0, 60), int(1, 20), some()]
    const meets = (t: number) =>
      there.some((o) => o.start < t + length && t < o.end && o.at.some((p) => at.includes(p)))
    expect(places.next(from, length, maskOf(at, 70))).toBe(minutes(from, 400).find((t) => !meets(t)))
  }
})
