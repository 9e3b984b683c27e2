import { type MessageOf, type None, saying } from '#core/message/message.ts'

/** One thing to do at the bench. Volumes in ml. */
export interface BenchMessages {
  'pour-away': { ml: number }
  'empty-and-rinse': None
  'read-label': None
  'pour-neat': { ml: number }
  'label-neat': None
  'shake-first': None
  'pour-concentrate': { ml: number }
  'add-water': { ml: number }
  'rinse-cup': None
  swirl: None
  'swirl-foaming': None
  label: None
}
export type BenchStep = MessageOf<BenchMessages>
export const benchStep = saying<BenchMessages>()

/** What is not as it should be with a mix. */
export interface MixWarnings {
  /** The remnant is unknown, past its life, or of a kind that is never kept. */
  'empty-first': { because: 'unknown' | 'past-life' } | { because: 'never-kept'; role: string }
  'dose-rounds-to-zero': { dose: number; mark: number }
  'coarse-measure': { deviation: number; mark: number }
  'above-label': None
  'below-label': None
}
export type MixWarning = MessageOf<MixWarnings>
export const mixWarning = saying<MixWarnings>()

/** What a reading of a label means. */
export interface ReadingMessages {
  neat: None
  'ready-to-use': None
  'parts-larger-water': { concentrate: number; water: number }
  'parts-as-written': { concentrate: number; water: number }
  parts: { concentrate: number; water: number }
  share: { part: number; whole: number }
  'percent-of-mix': { percent: number }
  'percent-of-water': { percent: number }
  'added-to': { amount: string; unit: string; per: string; of: string }
  'made-up-to': { amount: string; unit: string; per: string; of: string }
  'other-measures': { system: 'us' | 'imperial' }
}
export type ReadingMeans = MessageOf<ReadingMessages>
export const readingMeans = saying<ReadingMessages>()

/** Why a text is no dilution. */
export interface LabelFaults {
  'comma-unclear': None
  'part-missing': None
  'no-share': { part: number; whole: number }
  'zero-percent': None
  'over-hundred': None
  'capful-unknown': None
  'squirt-unknown': None
  'no-unit': { word: string }
  'amount-of-nothing': None
  'nothing-written': None
  negative: None
  'three-parts': None
  'one-number': { text: string }
  'number-alone': None
  'how-much-water': None
  'units-missing': None
  'no-dilution': None
  'not-finite': None
  'too-large': None
}
export type LabelFault = MessageOf<LabelFaults>
export const labelFault = saying<LabelFaults>()
