/** A patch's expected course: grams on a square metre by minute, falling. */
export interface Course {
  at: readonly number[]
  grams: readonly number[]
}

export interface Refit {
  /** How many times as fast as expected it dries; 1 is as expected. */
  pace: number
  /** Minutes that it is ahead of its course at the beginning: drier than expected where above 0. */
  ahead: number
}

/** How much is believed of what was expected, as if it were known to these: a third in pace, an hour's part in what was left. */
const paceSpread = 0.35
const aheadSpread = 45
/** A meter's error, as a share and in g/m². */
const meterShare = 0.06
const meterFloor = 6

/** Minute at which a falling course passes `grams`, drawn on before its beginning by its first slope and after its end by its last. */
export function minuteOf({ at, grams }: Course, wanted: number): number {
  const last = at.length - 1
  const i = grams.findIndex((g) => g <= wanted)
  const [a, b] = i <= 0 ? (i === 0 ? [0, 1] : [last - 1, last]) : [i - 1, i]
  const slope = (grams[b]! - grams[a]!) / (at[b]! - at[a]!)
  return slope === 0 ? at[b]! : at[a]! + (wanted - grams[a]!) / slope
}

/**
 * A patch's course bent to what a meter read: it goes along the same curve, sooner or later and faster or slower, τ = ahead + pace·t, by least
 * squares weighted with the meter's error and with what was expected.
 * @param readings two or more, minutes on the clock from its wetting
 */
export function refit(course: Course, readings: readonly { at: number; grams: number }[]): Refit {
  // Normal equations of (ahead, pace − 1), the prior on the diagonal.
  let [aa, ab, bb, ra, rb] = [1 / aheadSpread ** 2, 0, 1 / paceSpread ** 2, 0, 0]
  for (const { at, grams } of readings) {
    const error = meterFloor + meterShare * grams
    const [early, late] = [minuteOf(course, grams + error), minuteOf(course, grams - error)]
    const spread = Math.max(0.5, (late - early) / 2)
    const weight = 1 / spread ** 2
    const off = minuteOf(course, grams) - at
    aa += weight
    ab += weight * at
    bb += weight * at * at
    ra += weight * off
    rb += weight * off * at
  }
  const by = aa * bb - ab * ab
  return { ahead: (ra * bb - rb * ab) / by, pace: Math.max(0.1, 1 + (aa * rb - ab * ra) / by) }
}

/** When a patch of this course passes `grams`, by its readings. */
export const bentMinute = (course: Course, { pace, ahead }: Refit, grams: number): number =>
  Math.max(0, (minuteOf(course, grams) - ahead) / pace)
