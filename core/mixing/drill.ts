import { type Random, seededRandom } from '#core/units/random.ts'
import { readLabel } from './label.ts'
import type { MixWarning, ReadingMeans } from './messages.ts'
import { mix } from './mix.ts'
import type { Ratio } from './schema.ts'

/** One pour of the drill: a bottle, a label as it is written, perhaps something in it already. */
export interface Pour {
  text: string
  ratio: Ratio
  fill_ml: number
  capacity_ml: number
  graduation_ml: number
  present?: { volume_ml: number; ratio?: Ratio; found: 'unlabelled' | 'past-date' | 'made-today' }
  /** Concentrate to pour, ml; 0 where the bottle has to be emptied first and that was said. */
  answer_ml: number
  /** What has to be done with what is in it. */
  empty: boolean
  why: {
    meaning: ReadingMeans
    ml: number
    warning?: MixWarning
    /** Concentrate that is in it already and counts, ml. */
    already?: number
  }
}

const labels = ['1:10', '1 in 5', '10%', '1:4', '30 ml/l', '1 part to 12 parts water', '1/8', '5 %', '1:20', '4 oz/gal']
const bottles = [500, 750, 946, 1000, 5000]
/** How far off a pour may be and still be right: what a hand and a cup can do. */
export const drillTolerance = 0.05

function pourOf(random: Random, index: number): Pour {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const text = labels[(index * 3 + Math.floor(random() * 3)) % labels.length]!
  const [first] = readLabel({ text }).readings
  const ratio = { concentrate: first!.concentrate, water: first!.water }
  const capacity_ml = pick(bottles)
  const fill_ml = Math.round((capacity_ml * pick([0.8, 0.9, 0.95])) / 10) * 10
  const graduation_ml = capacity_ml > 2000 ? 10 : 5
  // Every third pour finds something in the bottle: known, stale or unknown.
  const left = index % 3 === 2 ? pick(['known', 'unknown', 'stale'] as const) : undefined
  const volume_ml = Math.round((fill_ml * 0.3) / 10) * 10
  const known = { volume_ml, ratio: { concentrate: 1, water: 20 } }
  const present = left && {
    ...(left === 'unknown' ? { volume_ml } : known),
    ...(left === 'stale' ? { past_life: true } : {}),
  }
  const answer = mix({ ratio, fill_ml, capacity_ml, ...(present ? { present } : {}) })
  const empty = answer.discard_ml > 0
  return {
    text,
    ratio,
    fill_ml,
    capacity_ml,
    graduation_ml,
    ...(present
      ? {
          present: {
            volume_ml,
            ...(left === 'unknown' ? {} : { ratio: known.ratio }),
            found: left === 'unknown' ? 'unlabelled' : left === 'stale' ? 'past-date' : 'made-today',
          },
        }
      : {}),
    answer_ml: answer.concentrate_ml,
    empty,
    why: {
      meaning: first!.meaning,
      ml: answer.concentrate_ml,
      ...(answer.warnings[0] ? { warning: answer.warnings[0] } : present && !empty ? { already: volume_ml / 21 } : {}),
    },
  }
}

/** Ten pours to practise on, different every time and the same for the same seed. */
export const drill = (seed: number): Pour[] => {
  const random = seededRandom(seed)
  return Array.from({ length: 10 }, (_, i) => pourOf(random, i))
}

export interface Scored {
  right: boolean
  verdict: { is: 'right' | 'had-to-be-emptied' | 'could-stay' } | { is: 'off'; share: number }
}

/** Judges one pour: the dose within what a hand can do, and whether the bottle was to be emptied first. */
export function judge(pour: Pour, poured_ml: number, emptied: boolean): Scored {
  if (pour.empty !== emptied) return { right: false, verdict: { is: pour.empty ? 'had-to-be-emptied' : 'could-stay' } }
  const share = poured_ml / pour.answer_ml - 1
  if (Math.abs(share) <= drillTolerance) return { right: true, verdict: { is: 'right' } }
  return { right: false, verdict: { is: 'off', share } }
}
