/** Something that occupies a resource for a while, half-open. `load` counts units or people. */
export interface Busy {
  start: number
  end: number
  load: number
}

/** Smallest t ≥ from such that [t, t + length) touches none of the intervals. */
export function nextClear(intervals: readonly { start: number; end: number }[], from: number, length: number): number {
  let t = from
  for (let moved = true; moved; ) {
    moved = false
    for (const i of intervals) {
      if (i.start < t + length && i.end > t) {
        t = i.end
        moved = true
      }
    }
  }
  return t
}

/** Largest total load of the intervals at any moment of [start, end). */
export function peakLoad(intervals: readonly Busy[], start: number, end: number): number {
  let peak = 0
  for (const at of intervals) {
    if (at.end <= start || at.start >= end) continue
    // The peak is reached where some interval starts, or at the window's own start.
    const moment = Math.max(start, at.start)
    let load = 0
    for (const other of intervals) if (other.start <= moment && other.end > moment) load += other.load
    if (load > peak) peak = load
  }
  return peak
}

/** Smallest t ≥ from such that during [t, t + length) the load leaves room for `more` within `capacity`. */
export function nextWithRoom(
  intervals: readonly Busy[],
  from: number,
  length: number,
  more: number,
  capacity: number,
): number {
  let t = from
  while (peakLoad(intervals, t, t + length) + more > capacity) {
    let soonest = Number.POSITIVE_INFINITY
    for (const i of intervals) if (i.start < t + length && i.end > t && i.end < soonest) soonest = i.end
    if (soonest === Number.POSITIVE_INFINITY) return soonest
    t = soonest
  }
  return t
}
