import type { VesselReasons } from '#core/chemistry/messages.ts'
import type { Pour, Scored } from '#core/mixing/drill.ts'
import type { BenchMessages, LabelFaults, MixWarnings, ReadingMessages } from '#core/mixing/messages.ts'
import { sayVolume } from '#core/units/format.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'

export const benchSteps: WordsOf<BenchMessages> = {
  'pour-away': ({ ml }) => `Pour away ${sayVolume(ml)} of what is in it.`,
  'empty-and-rinse': () => 'Empty it to the permitted drain and rinse it.',
  'read-label': () => 'Read the label; gloves and goggles on.',
  'pour-neat': ({ ml }) => `Pour ${sayVolume(ml)} of the product, neat.`,
  'label-neat': () => 'Close, wipe, label: product, neat, date, initials.',
  'shake-first': () => 'Shake the concentrate; gloves and goggles on.',
  'pour-concentrate': ({ ml }) => `Pour ${sayVolume(ml)} of concentrate, measured in the cup.`,
  'add-water': ({ ml }) => `Add ${sayVolume(ml)} of water slowly.`,
  'rinse-cup': () => 'Rinse the cup into the vessel with some of that water.',
  swirl: () => 'Close and swirl.',
  'swirl-foaming': () => 'Swirl, do not shake: it foams.',
  label: () => 'Label: product, ratio, date, initials.',
}

export const mixWarnings: WordsOf<MixWarnings> = {
  'empty-first': (facts) => {
    if (facts.because === 'never-kept') {
      const what = facts.role === 'enzyme' ? 'enzyme' : `this ${facts.role}`
      return `A leftover of ${what} is not kept: it has lost strength. Empty and rinse it.`
    }
    return facts.because === 'past-life'
      ? 'It is past its life: empty and rinse it.'
      : 'Nobody knows what is in it: never top up an unknown remnant. Empty and rinse it.'
  },
  'dose-rounds-to-zero': ({ dose, mark }) =>
    `The dose is ${sayVolume(dose)}, less than half a mark of this cup: use one marked every ${mark} ml or finer.`,
  'coarse-measure': ({ deviation, mark }) =>
    `At this cup's marks the dose is ${Math.round(deviation * 100)} % off: use a finer one, marked every ${mark} ml.`,
  'above-label': () => 'This is stronger than the label allows.',
  'below-label': () => 'This is weaker than the label allows.',
}

export const readings: WordsOf<ReadingMessages> = {
  neat: () => 'neat',
  'ready-to-use': () => 'ready to use, nothing added',
  'parts-larger-water': ({ concentrate, water }) =>
    `${concentrate} of concentrate to ${water} of water: the larger number is water`,
  'parts-as-written': ({ concentrate, water }) => `${concentrate} of concentrate to ${water} of water, as written`,
  parts: ({ concentrate, water }) =>
    `${concentrate} part${concentrate === 1 ? '' : 's'} concentrate to ${water} of water`,
  share: ({ part, whole }) => `${part} in ${whole} of the finished mix`,
  'percent-of-mix': ({ percent }) => `${percent} % of the finished mix`,
  'percent-of-water': ({ percent }) => `${percent} % of the water, added to it`,
  'added-to': ({ amount, unit, per, of }) => `${amount} ${unit} added to ${per} ${of} of water`,
  'made-up-to': ({ amount, unit, per, of }) => `${amount} ${unit}, made up to ${per} ${of}`,
  'other-measures': ({ system }) => `in ${system === 'us' ? 'US' : 'imperial'} measures, added to the water`,
}

export const labelFaults: WordsOf<LabelFaults> = {
  'comma-unclear': () => 'Is the comma a decimal mark or does it part thousands? Write it without, or with a point.',
  'part-missing': () => 'A ratio has a part of concentrate and a part of water; for neat write “neat”.',
  'no-share': ({ part, whole }) => `“${part} in ${whole}” is no share of a mix.`,
  'zero-percent': () => '0 % is water.',
  'over-hundred': () => 'More than 100 % is not possible.',
  'capful-unknown': () => 'How many ml is a capful here? Measure ten and divide.',
  'squirt-unknown': () => 'How many ml is a squirt here? Measure ten and divide.',
  'no-unit': ({ word }) => `“${word}” is no unit of volume known here.`,
  'amount-of-nothing': () => 'An amount of nothing cannot be mixed.',
  'nothing-written': () => 'Nothing is written.',
  negative: () => 'Amounts are not negative.',
  'three-parts': () => 'Three parts cannot be read; write the two that are mixed.',
  'one-number': ({ text }) => `“${text}” is one number.`,
  'number-alone': () => 'A number alone is no dilution: write a ratio, a share or an amount per volume.',
  'how-much-water': () => 'An amount in how much water?',
  'units-missing': () => 'Units are missing or not known: write for example “30 ml per 1 l”.',
  'no-dilution': () => 'This is no dilution: write for example “1:10”, “1 in 4”, “10 %” or “30 ml/l”.',
  'not-finite': () => 'That is not a finite number.',
  'too-large': () => 'That is not a number a bottle can hold.',
}

const label = 'Follow the label, the safety data sheet and your local rules; the stricter wins.'

export const vesselReasons: WordsOf<VesselReasons> = {
  chlorine: () => 'Chlorine bleach is not used inside cars.',
  swells: () => 'Oxygen bleach in a closed bottle or sprayer builds up pressure.',
  'unknown-remnant': () => 'Nobody knows what was in it: never top up an unknown remnant.',
  'never-mix': ({ pair }, n) => n.of('neverMix', pair).reason,
  'other-product': ({ product }, n) =>
    `${n.of('products', product).name} was in it: a bottle never changes product without a rinse, nor keeps its old label.`,
}
/** What to do about it. */
export const vesselRemedies: WordsOf<VesselReasons> = {
  chlorine: () => `Enzyme, then mild acid. ${label}`,
  swells: () => `Mix it fresh in an open tub and never keep it. ${label}`,
  'unknown-remnant': () => `Empty it as its worst case asks, rinse twice, and record the rinse. ${label}`,
  'never-mix': () =>
    `Take a clean vessel. If they have met: out into the open air, nobody near, read the data sheets. ${label}`,
  'other-product': () => `Empty it, rinse twice, take the label off, and record the rinse. ${label}`,
}

export const foundInBottle: Record<NonNullable<Pour['present']>['found'], string> = {
  unlabelled: 'no label',
  'past-date': '1:20, past its date',
  'made-today': '1:20, made today',
}
export function pourWhy({ why }: Pour, n: Names): string {
  const more = why.warning
    ? ` ${say(mixWarnings, why.warning, n)}`
    : why.already === undefined
      ? ''
      : ` What is in it counts: ${why.already.toFixed(1)} ml of concentrate are there already.`
  return `${say(readings, why.meaning, n)}: ${why.ml.toFixed(1)} ml.${more}`
}
export function verdict({ verdict: judged }: Scored, pour: Pour, n: Names): string {
  const why = pourWhy(pour, n)
  if (judged.is === 'off')
    return `${judged.share > 0 ? 'Too much' : 'Too little'} by ${Math.round(Math.abs(judged.share) * 100)} %. ${why}`
  if (judged.is === 'had-to-be-emptied') return `It had to be emptied first. ${why}`
  return judged.is === 'could-stay' ? `It could stay: it counts towards the mix. ${why}` : why
}
