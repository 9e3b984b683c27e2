import type { AreaNotDone } from '#core/handover/accounted.ts'
import type { AreaDone } from '#core/handover/areas.ts'
import type { RemainsMessages } from '#core/handover/messages.ts'
import type { Report } from '#core/handover/schema.ts'
import type { Extra, GivenBack } from '#core/job/schema.ts'
import { sayMoney } from '#core/units/money.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'
import { agreedHow } from './job.ts'
import { reasons, titles } from './procedures.ts'

/** A place of the final check; what does not work in this car says it otherwise. */
export const placeToCheck = ({ id, function: dead }: { id: string; function?: string | undefined }, n: Names): string =>
  (dead ? n.of('functions', dead).said?.places?.[id] : undefined) ?? n.of('checkList', id).text

/** The areas of a car as its owner calls them. */
const areas: Record<string, string> = {
  'clear-out': 'Clearing out',
  'dry-pass': 'Vacuuming and dry work',
  overhead: 'Headliner and overhead',
  seats: 'Seats',
  floor: 'Floor and mats',
  hard: 'Hard surfaces and leather',
  finish: 'Glass and finish',
}

const partOfCar: Record<AreaDone['area'], string> = {
  seats: 'Seats',
  floor: 'Floor and mats',
  load: 'Load area',
  dash: 'Dash and console',
  doors: 'Doors and pillars',
  overhead: 'Roof lining',
  glass: 'Glass',
}
const deed: Record<AreaDone['did'][number], string> = {
  dusted: 'dusted out',
  vacuumed: 'vacuumed',
  'stains-treated': 'stains treated one by one',
  washed: 'washed and dried',
  'washed-wet': 'washed, still drying',
  cleaned: 'cleaned',
  disinfected: 'disinfected',
  protected: 'protected',
}
/** Names hold an "and" of their own: commas alone keep them apart. */
const listed = (words: readonly string[]): string => words.join(', ')

/** One area, and what was done there. */
export const areaDone = ({ area, did }: AreaDone) => ({ area: partOfCar[area], did: listed(did.map((d) => deed[d])) })

const standing: Record<AreaNotDone['as'], string> = {
  clean: 'clean as it came, nothing was needed',
  left: 'left as it is; the reason is under what stays',
  'not-sold': 'not part of what was agreed',
}
/** One area in which nothing was done. */
export const areaNotDone = ({ area, as }: AreaNotDone) => ({ area: partOfCar[area], as: standing[as] })

/** All that was done in one sentence or two: what was washed, what else, and how the stains fared. */
export function summary({ areas: all, expectations }: Pick<Report, 'areas' | 'expectations'>): string {
  const lower = (list: readonly AreaDone[]) => listed(list.map(({ area }) => partOfCar[area].toLowerCase()))
  const washed = all.filter(({ did }) => did.includes('washed') || did.includes('washed-wet'))
  const others = all.filter((a) => !washed.includes(a))
  const said: string[] = []
  if (washed.length > 0) said.push(`${lower(washed)} washed`)
  if (others.length > 0) said.push(`${lower(others)} cleaned`)
  const work = said.length > 0 ? `${said.join('; ')}.` : ''
  const gone = expectations.filter((e) => e.outcome === 'gone').length
  const stay = expectations.filter((e) => e.outcome === 'stays').length
  const stains = [
    ...(gone > 0 ? [gone === 1 ? 'one stain is out' : `${gone} stains are out`] : []),
    ...(stay > 0 ? [stay === 1 ? 'one stays, for the reason below' : `${stay} stay, for the reasons below`] : []),
  ].join('; ')
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
  return [capital(work), stains ? `${capital(stains)}.` : ''].filter(Boolean).join(' ')
}

/** What came of a stain. */
export const outcome = (what: 'gone' | 'stays' | undefined, came = 0): string =>
  what === 'gone'
    ? came > 0
      ? 'out, after it came back as it dried'
      : 'out'
    : what === 'stays'
      ? 'stays'
      : 'not judged dry yet'

/** How its owner keeps it, from what was done. @param month the month half a year on, as it is called */
export function care({ areas: all, leather }: Pick<Report, 'areas' | 'leather'>, month: string): string[] {
  const did = (d: AreaDone['did'][number]) => all.some((a) => a.did.includes(d))
  return [
    ...(did('washed-wet')
      ? ['Something is still drying: let air through the car until it is dry to the touch, and keep off it.']
      : did('washed')
        ? ['Let air through it for an hour before it stands shut overnight.']
        : []),
    ...(did('stains-treated') || did('washed')
      ? [
          'A deep mark can rise again as the last of it dries. Bring it back and we treat it; drying time is not bad work.',
        ]
      : []),
    ...(leather ? [`Leather wants cleaning and care again in ${month}.`] : []),
    ...(all.some((a) => a.area === 'dash') ? ['A clean wheel can feel slightly tacky for a day.'] : []),
  ]
}

/** What was left. */
export const remainsWhat: WordsOf<RemainsMessages> = {
  skipped: ({ step }, n) => say(titles, step, n),
  residual: ({ surface }, n) => n.surface(surface),
  appeared: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  stays: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  'not-done': ({ area }) => areas[area] ?? area,
  'still-wet': ({ step }, n) => say(titles, step, n),
  'found-open': ({ step }, n) => say(titles, step, n),
  'failed-check': ({ place, function: dead }, n) => placeToCheck({ id: place, function: dead }, n),
}
/** Why it was left. */
export const remainsWhy: WordsOf<RemainsMessages> = {
  skipped: ({ reason }) => reason,
  residual: ({ because }, n) => say(reasons, because, n),
  appeared: ({ damage, at, photo, note }, n) =>
    `${n.of('damages', damage).name}: appeared during cleaning, ${at}${photo ? ', with a photo' : ''}${note ? `. ${note}` : ''}`,
  stays: ({ note }) => `Judged dry, and left as it is: ${note}`,
  'not-done': ({ open, of }) =>
    open === of
      ? 'Not done: the car was taken before.'
      : `Done in part, ${of - open} of ${of} steps: the car was taken before.`,
  'still-wet': () =>
    'Still wet when the car was taken. Let air through it until it is dry, park it where windows can stay open, and keep off it; a stain can rise as it dries.',
  'found-open': () =>
    'Found, and not cleared. Nobody reaches or sits there before somebody trained, or a licensed service, has seen to it.',
  'failed-check': ({ note }) => note || 'failed the final check',
}

/** What the handover says besides, on a screen and on paper alike. */
export const paper = {
  ready: (make: string, model: string) => `Your ${make} ${model} is ready`,
  notReady: (make: string, model: string) => `Your ${make} ${model}`,
  forWhom: (customer: string) => `for ${customer}`,
  unfinished: (why: string) => `Taken before it was finished: ${why}`,
  wentBack: ({ keys, mileage, fuel }: GivenBack) =>
    `Went back with ${[
      ...(keys === undefined ? [] : [keys === 1 ? '1 key' : `${keys} keys`]),
      ...(mileage === undefined ? [] : [`${mileage} on the clock`]),
      ...(fuel === undefined ? [] : [`${fuel} % of fuel or charge`]),
    ].join(', ')}.`,
  did: 'What we did',
  nothingYet: 'Nothing yet.',
  cameOfIt: 'What we said, and what came of it',
  remains: 'What stays, and why',
  nothingRemains: 'Nothing known.',
  mechanic: 'For a mechanic',
  extras: 'Agreed on top',
  belongings: 'Back in the car',
  noBelongings: 'None were found.',
  care: 'Care',
  forTheShop: (shop: string) => `for ${shop}`,
  // Only on paper.
  leaf: (plate: string) => `Handover ${plate}`,
  fared: (said: string, came: string) => `we said ${said}; it is ${came}`,
  noCare: 'Nothing special.',
}

/** Something of the car that did not work when it came. */
export const doesNotWork = (what: string, note: string) => `${what}: does not work, as it came${note && `: ${note}`}`

/** How many of the places that are easily forgotten were looked at, and by whom. */
export const lookedOver = (seen: number, of: number, by: readonly string[], selfChecked: boolean) =>
  seen === 0
    ? `${of} places are still to be looked at before the car goes.`
    : `${seen === of ? `All ${of}` : `${seen} of ${of}`} places that are easily forgotten were looked at${by.length > 0 ? ` by ${by.join(' and ')}` : ''}.${selfChecked ? ' (self-checked)' : ''}`

/** Work that was agreed on top, as its payer reads it. */
export const extra = ({ what, price, currency, by, how }: Extra): string =>
  `${what}, ${price === 0 ? 'free of charge' : `${sayMoney(price, currency)} ${currency}`}; agreed with ${by} ${agreedHow[how]}`
