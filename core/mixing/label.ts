import { type Static, Type } from '@sinclair/typebox'
import { faultOf, none } from '#core/message/message.ts'
import { BadInput } from '#core/units/fault.ts'
import { differs, millilitresIn, unitNamed, type VolumeSystem } from '#core/units/volume.ts'
import { ReadingMeans as ReadingMeansSchema } from './message-schemas.ts'
import { type LabelFault, labelFault, type ReadingMeans, readingMeans } from './messages.ts'

const Strict = { additionalProperties: false }
const Squirt = Type.Optional(Type.Number({ minimum: 0.01, maximum: 1000 }))

export const LabelRequest = Type.Object(
  {
    text: Type.String({ maxLength: 200 }),
    system: Type.Optional(Type.Union([Type.Literal('us'), Type.Literal('imperial')])),
    capful_ml: Squirt,
    squirt_ml: Squirt,
    /** A disinfectant's, acid's, caustic's or solvent's label: every second reading is asked about. */
    always_ask: Type.Optional(Type.Boolean()),
  },
  { ...Strict, $id: 'ratio', title: 'A dilution as a label or a person writes it' },
)
export type LabelRequest = Static<typeof LabelRequest>

export const Reading = Type.Object(
  {
    concentrate: Type.Number(),
    water: Type.Number(),
    fraction: Type.Number(),
    meaning: ReadingMeansSchema,
    /** How much more concentrate than by the first reading, as a share of it. */
    doseChange: Type.Number(),
  },
  Strict,
)
export type Reading = Static<typeof Reading>

export const Label = Type.Object(
  {
    readings: Type.Array(Reading, { minItems: 1 }),
    ambiguous: Type.Boolean(),
    /** The label leaves a choice: shares of concentrate from the weakest to the strongest. */
    range: Type.Optional(Type.Object({ min: Type.Number(), max: Type.Number() }, Strict)),
  },
  Strict,
)
export type Label = Static<typeof Label>

interface Plain {
  concentrate: number
  water: number
  meaning: ReadingMeans
}
interface Found {
  readings: Plain[]
  ambiguous?: boolean
}

const refuse = (said: LabelFault, suggestion?: string): never => {
  throw new BadInput([{ ...faultOf('/text', said), ...(suggestion ? { suggestion } : {}) }])
}

const numberWords: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  fifteen: 15,
  sixteen: 16,
  twenty: 20,
  thirty: 30,
  fifty: 50,
  hundred: 100,
  half: 0.5,
}
const shares: Record<string, number> = {
  half: 2,
  third: 3,
  quarter: 4,
  fifth: 5,
  sixth: 6,
  eighth: 8,
  tenth: 10,
  twentieth: 20,
}
const vulgar: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3', '⅛': '1/8' }

/** Twelve digits are more than any cup shows, and hide what binary fractions add. */
const tidy = (value: number) => Number(value.toPrecision(12))
const share = (r: { concentrate: number; water: number }) => r.concentrate / (r.concentrate + r.water)

const digits = String.raw`\d+(?:\.\d+)?`
/** "2", "0.5", "1/2", "1 1/2", "one". */
const amount = String.raw`(?:\d+ )?\d+/\d+|${digits}|${Object.keys(numberWords).join('|')}`

function amountOf(text: string): number {
  const mixed = /^(?:(\d+) )?(\d+)\/(\d+)$/.exec(text)
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3])
  return numberWords[text] ?? Number(text)
}

/** Small letters, one kind of dash and space, decimal points, vulgar fractions spelt out. */
function plainText(text: string): string {
  let plain = text.normalize('NFC').toLowerCase()
  // "1½" is one and a half, not eleven halves.
  plain = plain.replaceAll(
    /(\d?)\s*([½¼¾⅓⅔⅛])/g,
    (_, before: string, sign: string) => `${before ? `${before} ` : ''}${vulgar[sign]}`,
  )
  if (/\d,\d{3}(?!\d)/.test(plain) && !/(^|\D)0,/.test(plain)) refuse(labelFault('comma-unclear', none))
  plain = plain.replaceAll(/(\d),(\d)/g, '$1.$2').replaceAll(/(^|[^\d.])[.,](\d)/g, '$10.$2')
  return plain
    .replaceAll(/[‐‑‒–—−]/g, '-')
    .replaceAll(/[∶：]/g, ':')
    .replaceAll(/\s+/g, ' ')
    .replace(/[.!]+$/, '')
    .replace(/^(dilute|dilution|ratio|mix|use)( at| with)?:? /, '')
    .trim()
}

const readyToUse = /^(rtu|ready[ -]to[ -]use|ready to go|neat|undiluted|straight|full strength|do not dilute)$/

/** "1:10": concentrate to water; the larger is water where it stands first. */
function colon(a: number, b: number, spoken: boolean): Found {
  if (a === 0 || b === 0) refuse(labelFault('part-missing', none))
  if (a > b) {
    const usual = {
      concentrate: b,
      water: a,
      meaning: readingMeans('parts-larger-water', { concentrate: b, water: a }),
    }
    if (a / b >= 4) return { readings: [usual] }
    return {
      readings: [
        usual,
        { concentrate: a, water: b, meaning: readingMeans('parts-as-written', { concentrate: a, water: b }) },
      ],
      ambiguous: true,
    }
  }
  const parts = { concentrate: a, water: b, meaning: readingMeans('parts', { concentrate: a, water: b }) }
  if (a === b || spoken) return { readings: [parts] }
  return { readings: [parts, { concentrate: a, water: b - a, meaning: readingMeans('share', { part: a, whole: b }) }] }
}

function within(a: number, b: number): Found {
  if (a <= 0 || b <= 0 || a > b) return refuse(labelFault('no-share', { part: a, whole: b }))
  if (a === b) return { readings: [{ concentrate: 1, water: 0, meaning: readingMeans('neat', none) }] }
  return { readings: [{ concentrate: a, water: tidy(b - a), meaning: readingMeans('share', { part: a, whole: b }) }] }
}

function percent(p: number): Found {
  if (p <= 0) return refuse(labelFault('zero-percent', none))
  if (p > 100) return refuse(labelFault('over-hundred', none))
  if (p === 100) return { readings: [{ concentrate: 1, water: 0, meaning: readingMeans('neat', none) }] }
  const of = tidy(100 / p)
  return {
    readings: [
      { concentrate: 1, water: tidy(of - 1), meaning: readingMeans('percent-of-mix', { percent: p }) },
      { concentrate: 1, water: of, meaning: readingMeans('percent-of-water', { percent: p }) },
    ],
  }
}

/** A unit of a label in ml; capfuls and squirts are what the person has measured them to be. */
function unitSize(said: string, system: VolumeSystem, request: LabelRequest): number {
  const word = said.trim().replace(/^(?:an?|of) /, '')
  if (/^(capfuls?|caps?)$/.test(word)) return request.capful_ml ?? refuse(labelFault('capful-unknown', none))
  if (/^(squirts?|pumps?|shots?)$/.test(word)) return request.squirt_ml ?? refuse(labelFault('squirt-unknown', none))
  const unit = unitNamed(word)
  return unit ? millilitresIn(unit, system) : refuse(labelFault('no-unit', { word }))
}

const dependsOnSystem = (word: string) => {
  const unit = unitNamed(word)
  return unit !== undefined && differs(unit)
}

function perVolume(parts: RegExpExecArray, system: VolumeSystem, request: LabelRequest): Found {
  const [, many, of, per, whole] = parts as unknown as [string, string, string, string | undefined, string]
  const madeBy = (by: VolumeSystem) => {
    const dose = amountOf(many) * unitSize(of, by, request)
    const volume = (per ? amountOf(per) : 1) * unitSize(whole, by, request)
    return { dose, volume }
  }
  const { dose, volume } = madeBy(system)
  if (!(dose > 0) || !(volume > 0)) return refuse(labelFault('amount-of-nothing', none))
  const said = (d: number, v: number, how: ReadingMeans): Plain => ({
    concentrate: 1,
    water: tidy(v / d),
    meaning: how,
  })
  const measure = { amount: many, unit: of.trim(), per: per ?? '1', of: whole.trim() }
  const readings = [said(dose, volume, readingMeans('added-to', measure))]
  if (volume > dose) readings.push(said(dose, volume - dose, readingMeans('made-up-to', measure)))
  if (dependsOnSystem(of) || dependsOnSystem(whole)) {
    const other: VolumeSystem = system === 'us' ? 'imperial' : 'us'
    const there = madeBy(other)
    if (Math.abs(there.volume / there.dose / (volume / dose) - 1) > 1e-9)
      readings.push(said(there.dose, there.volume, readingMeans('other-measures', { system: other })))
  }
  return { readings }
}

const part = String.raw`(?:parts?)?\s*(?:of )?(?:concentrate|product|chemical|cleaner|solution|shampoo)?`
const patterns: [RegExp, (m: RegExpExecArray, system: VolumeSystem, request: LabelRequest) => Found][] = [
  [new RegExp(`^(${digits}) ?: ?(${digits})$`), (m) => colon(Number(m[1]), Number(m[2]), false)],
  [new RegExp(`^(${amount}) ?/ ?(${digits})$`), (m) => within(amountOf(m[1]!), Number(m[2]))],
  [
    new RegExp(`^(${amount}) ?(?:part|parts)? ?(?:in|out of) (${amount})(?: parts?)?$`),
    (m) => within(amountOf(m[1]!), amountOf(m[2]!)),
  ],
  [new RegExp(`^(?:an? |one )?(${Object.keys(shares).join('|')})$`), (m) => within(1, shares[m[1]!]!)],
  [new RegExp(`^(${digits}) ?(?:%|percent|per cent|pct)(?: v/v)?$`), (m) => percent(Number(m[1]))],
  [
    new RegExp(`^(${amount}) parts? (?:of )?water ?(?:to|and|\\+|,|:) ?(${amount}) ?${part}$`),
    (m) => colon(amountOf(m[2]!), amountOf(m[1]!), true),
  ],
  [
    new RegExp(`^(${amount}) ?${part} ?(?:to|and|\\+|plus|with|:) ?(${amount}) ?(?:parts?)? ?(?:of )?(?:water)?$`),
    (m) => colon(amountOf(m[1]!), amountOf(m[2]!), true),
  ],
  [
    new RegExp(
      `^(${amount}) ?([a-z. ]+?) ?(?:/|per|to|to each|for every|for|in|into|added to|to every) ?(?:each |every )?(${amount})? ?([a-z. ]+?)(?: of water)?$`,
    ),
    perVolume,
  ],
]

function readOne(text: string, system: VolumeSystem, request: LabelRequest): Found {
  if (readyToUse.test(text))
    return { readings: [{ concentrate: 1, water: 0, meaning: readingMeans('ready-to-use', none) }] }
  for (const [pattern, read] of patterns) {
    const parts = pattern.exec(text)
    if (parts) return read(parts, system, request)
  }
  return explain(text)
}

/** Why a text is no dilution, and what was likely meant. */
function explain(text: string): never {
  if (text === '') return refuse(labelFault('nothing-written', none))
  if (/-\d/.test(text.replaceAll(/\d ?- ?\d/g, ''))) return refuse(labelFault('negative', none))
  if (new RegExp(`^${digits} ?: ?${digits} ?:`).test(text)) return refuse(labelFault('three-parts', none))
  const run = /^1(\d{1,3})$/.exec(text) ?? /^1[.;,]? ?(\d{1,3})$/.exec(text) ?? /^1[.;-](\d{1,3})$/.exec(text)
  if (run && Number(run[1]) > 0) return refuse(labelFault('one-number', { text }), `1:${Number(run[1])}`)
  if (/^[\d./ ]+$/.test(text)) return refuse(labelFault('number-alone', none))
  if (new RegExp(`^(?:${amount}) ?[a-z. ]+$`).test(text) && unitNamed(text.replace(/^[\d./ ]+/, '')))
    return refuse(labelFault('how-much-water', none))
  if (/\d.*(\/|per|in|to).*\d|\d/.test(text)) return refuse(labelFault('units-missing', none))
  return refuse(labelFault('no-dilution', none))
}

/** "1:5-1:20", "5-10 %", "1:5 to 1:20": two ends of one kind. */
function rangeOf(text: string): [string, string] | undefined {
  const ratios = new RegExp(`^(${digits} ?: ?${digits}) ?(?:-|to|up to|or) ?(${digits} ?: ?${digits})$`).exec(text)
  if (ratios) return [ratios[1]!, ratios[2]!]
  const percents = new RegExp(`^(${digits}) ?%? ?(?:-|to) ?(${digits}) ?%$`).exec(text)
  if (percents) return [`${percents[1]}%`, `${percents[2]}%`]
  return undefined
}

/**
 * Reads a dilution the way a label or a person writes it. The first reading is the one used; others are honest second meanings, with what they
 * would do to the dose.
 * @throws BadInput at /text for what cannot be read, with a suggestion where one is likely
 */
export function readLabel(request: LabelRequest): Label {
  const { text, system = 'us', always_ask = false } = request
  if (/[∞]|infinit|nan/i.test(text)) refuse(labelFault('not-finite', none))
  const plain = plainText(text)
  const ends = rangeOf(plain)
  const found = ends
    ? { readings: ends.map((end) => readOne(end, system, request).readings[0]!).sort((a, b) => share(a) - share(b)) }
    : readOne(plain, system, request)
  const values = found.readings.flatMap((r) => [r.concentrate, r.water])
  if (!values.every((v) => Number.isFinite(v) && v <= 1e6)) refuse(labelFault('too-large', none))
  const first = share(found.readings[0]!)
  const readings = found.readings.map((r, i) => ({
    concentrate: r.concentrate,
    water: r.water,
    fraction: share(r),
    meaning: r.meaning,
    doseChange: i === 0 ? 0 : tidy(share(r) / first - 1),
  }))
  const asked = 'ambiguous' in found && found.ambiguous === true
  return {
    readings,
    ambiguous: asked || (always_ask && readings.length > 1),
    ...(ends ? { range: { min: readings[0]!.fraction, max: readings.at(-1)!.fraction } } : {}),
  }
}
