import type { SurfaceName } from '#core/cabin/schema.ts'
import type { Ban } from '#core/catalogue/treatment.ts'
import type { Need } from '#core/check-in/needs.ts'
import type { ChanceBand } from '#core/condition/expectation.ts'
import type {
  CautionMessages,
  ChangeMessages,
  FindingMessages,
  FixMessages,
  HeldBecause,
  MotionMessages,
  NoteMessages,
  PlaceMessages,
  ReasonMessages,
  RuledOutBy,
  Title,
  TitleMessages,
} from '#core/procedures/messages.ts'
import { sayDegrees, sentence } from '#core/units/format.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

const banWords: Record<Ban, string> = {
  heat: 'no heat',
  alkali: 'neutral and cool only',
  rub: 'nothing is rubbed',
  acid: 'no acid',
  solvent: 'no solvent',
  peroxide: 'no peroxide',
}
const moisture: Record<string, string> = {
  damp: 'Damp when received.',
  soaked: 'Soaked when received: lift and dry the underlay.',
  ring: 'Water ring: suspect a blocked sunroof or scuttle drain.',
}
const smellLevels = ['', 'faint', 'clear', 'strong']

export const chances: Record<ChanceBand, string> = {
  'very-likely': 'very likely comes out',
  likely: 'likely comes out',
  may: 'may come out',
  'partly-stays': 'will probably stay in part',
  stays: 'will stay',
}
export const unplanned = 'not worked: it stays as it is'
/** @param tenths how likely, of ten */
export const comesBack = (tenths: number) => `; may come back as it dries, ${tenths} in 10`
const timesSaid = (times: number) => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`)
export const cameBack = (times: number) => `; came back ${timesSaid(times)} as it dried`
export const damageStays = (appeared: boolean) => (appeared ? 'stays; appeared during cleaning' : 'stays: damage')

function because(why: HeldBecause, n: Names): string {
  if (why.is === 'specialist') return 'a specialist’s, not the crew’s'
  if (why.is === 'untrained') return `nobody here holds “${n.of('skills', why.skill).name}”`
  if (why.is === 'waits') return `until “${n.of('stops', why.rule).name}” is cleared`
  return 'until it is cleared'
}
function ruledOutBy(by: RuledOutBy, n: Names): string {
  if ('feature' in by) return n.of('features', by.feature).name
  if ('permission' in by) return `may we ${n.of('permissions', by.permission).question} was refused`
  return n.of('damages', by.damage).name.toLowerCase()
}

/** Places of somebody's share of a walk round the car: nobody stands at a roof, a pillar or glass, so those name no way. */
function walkedTo(zones: readonly string[]): readonly string[] {
  const stood = zones.filter((zone) => !/^(overhead|pillar|glass|jambs)/.test(zone))
  return stood.length > 0 ? stood : zones
}

export const titles: WordsOf<TitleMessages> = {
  treatment: ({ treatment, group, rows }, n) => {
    const { name } = n.of('treatments', treatment)
    return group === undefined ? name : `${sentence(n.group(group, rows!))}: ${lower(name)}`
  },
  'dry-out': ({ group, rows, still, air }, n) => {
    const how = still ? 'doors open, no blower' : air ? n.of('airs', air).how : 'doors open and blower'
    return `${sentence(n.group(group, rows))}: dry out, ${group === 'mats' && air ? 'hung on the rack' : how}`
  },
  'whole-car': ({ row, refused }, n) => {
    const { name, refusedName } = n.of('wholeCar', row)
    return (refused && refusedName) || name
  },
  'set-up': ({ machine }, n) => `Set up: ${lower(n.of('equipment', machine).name)}`,
  'warm-up': ({ machine }, n) => `${n.of('equipment', machine).name} gets warm`,
  'put-away': ({ machines }, n) =>
    `Clean and put away: ${machines.map((m) => lower(n.of('equipment', m).name)).join(', ')}`,
  'in-places': ({ of, zones, driver, rows }, n) => `${say(titles, of, n)}, ${n.zones(zones, driver, rows)}`,
  part: ({ of, zones, driver, rows }, n) =>
    `${say(titles, of, n)}, ${n.places(of.code === 'whole-car' ? walkedTo(zones) : zones, driver, rows)}`,
  stop: ({ rule, at }, n) => `Stop, ${n.of('stops', rule).name}${at ? `: ${lower(n.surface(at))}` : ''}`,
  'sign-off': ({ step }, n) => `Sign off: ${say(titles, step, n)}`,
  unnamed: ({ step }) => step,
}
const quoted = (title: Title, n: Names) => `“${say(titles, title, n)}”`

export const motions: WordsOf<MotionMessages> = {
  usual: ({ treatment }, n) => n.of('treatments', treatment).motion,
  'house-choice': ({ rule, choice, treatment }, n) => n.choice(rule, choice).motion?.[treatment] ?? '',
  'not-working': ({ function: dead, treatment }, n) => n.of('functions', dead).said?.motion?.[treatment] ?? '',
}

/** When a step passes its dry judgement, where its treatment does not say so. */
export const passCues = {
  dry: 'dry to the back of the hand',
  setUp: 'filled, tried and within reach',
  putAway: 'empty, clean and in its place',
  stop: 'cleared and signed in the log by somebody who may',
}
/** A tank that is used up within a step. */
export const tankTurns = (machine: string, turns: number, draws: boolean) =>
  `${draws ? 'Empty and fill' : 'Empty'} the ${lower(machine)}${turns === 1 ? '' : ` ${turns} times`} on the way.`
/** A machine to lay out, with what goes through its tank. */
export const machineReady = (
  machine: string,
  tank: { litres: number; tank: number; fills: number; draws: boolean } | undefined,
) =>
  tank?.draws
    ? `${machine}: about ${Math.max(1, Math.round(tank.litres))} l, filled ${tank.fills === 1 ? 'once' : `${tank.fills} times`} (${tank.tank} l)`
    : machine
export const thenNext = (names: readonly string[]) => names.join(', then ')
export const placedByLead = 'Placed here by the lead.'

export const cautions: WordsOf<CautionMessages> = {
  caution: ({ caution }, n) => n.of('cautions', caution).text,
  'not-working': ({ function: dead, caution }, n) =>
    n.of('functions', dead).said?.cautions?.[caution] ?? n.of('cautions', caution).text,
  product: ({ caution }, n) => n.productCaution(caution),
  written: ({ text }) => text,
  'ozone-reaches': ({ generator, volume, peak, minutes }) =>
    `This unit (${Math.round(generator)} mg an hour) in this cabin (${volume.toFixed(1)} m³) reaches about ${peak} ppm in ${minutes} min; 5 is at once dangerous to life.`,
  stop: ({ rule, line }, n) => n.of('stops', rule).doing?.[line] ?? '',
}

const forTreatment = (treatment: string | undefined, text: string, n: Names) =>
  treatment === undefined ? sentence(text) : `${n.of('treatments', treatment).name}: ${text}`

export const reasons: WordsOf<ReasonMessages> = {
  'forbidden-rule': ({ treatment, rule }, n) =>
    `${n.of('treatments', treatment).name}: ${n.of('forbidden', rule).reason}`,
  'not-tolerated': ({ treatment, material, technique }, n) =>
    `${n.of('treatments', treatment).name}: ${n.of('materials', material).name} does not tolerate it (${technique}).`,
  'stain-bans': ({ treatment, stain }, n) =>
    `${n.of('treatments', treatment).name}: not on a panel with ${n.of('stains', stain).name.toLowerCase()}. Never: ${n.of('stains', stain).never}.`,
  'family-never': ({ treatment, family, material }, n) =>
    `${n.of('treatments', treatment).name}: ${family} never touches ${n.of('materials', material).name}.`,
  'not-tested': ({ treatment, material }, n) =>
    `${n.of('treatments', treatment).name}: ${material ? n.of('materials', material).name : 'heat'} may not be tested, so it is not used.`,
  'ruled-out': ({ treatment, by }, n) => `${n.of('treatments', treatment).name}: not here (${ruledOutBy(by, n)}).`,
  'over-ceiling': ({ treatment, left, ceiling, material, lowered }, n) =>
    `${n.of('treatments', treatment).name} leaves ${left} g/m², above the ceiling of ${ceiling} for ${n.of('materials', material).name}${lowered ? ' in this car' : ''}.`,
  'no-machine': ({ treatment, equipment }, n) => forTreatment(treatment, `no ${equipment} at hand.`, n),
  'nobody-holds': ({ treatment, skill }, n) =>
    treatment === undefined
      ? `Nobody here holds “${skill}”.`
      : forTreatment(treatment, `nobody here holds "${skill}".`, n),
  'stain-left': ({ stain, on }, n) => {
    const kind = n.of('stains', stain)
    const first = on ? (n.of('stainGroups', on.group).on?.[on.row]?.first ?? 'record') : kind.playbook?.[0]
    return `${kind.name} here is recorded, not planned: ${first}. Never: ${kind.never}.`
  },
  'nothing-takes-it-out': ({ treatment }, n) =>
    `${n.of('treatments', treatment).name}: nothing that would take it out again may be used here.`,
  damage: ({ damage, appeared, advice, note }, n) => {
    const { name, effects } = n.of('damages', damage)
    return [
      `${name}: permanent, not a cleaning task.`,
      appeared ? 'Appeared during cleaning.' : '',
      ...advice.map((i) => effects?.[i]?.advice ?? ''),
      note,
    ]
      .filter(Boolean)
      .join(' ')
  },
  'wet-when-received': ({ moisture: how }) =>
    `${moisture[how]} The mark returns until the leak is found: advise a mechanic.`,
  'gentler-rung': ({ because: stuck }, n) =>
    `${say(reasons, stuck, n)} Worked with a gentler rung; what it leaves is recorded.`,
  'failed-when-dry': ({ times }) =>
    `Judged dry and failed ${times} times: left as it is, what remains is told at handover.`,
  'no-further-rung': () => 'Judged dry and failed; no further rung is allowed here. What remains is told at handover.',
  'came-back': ({ times }) =>
    `It was clean and came back ${timesSaid(times)} as it dried: no more is done, because more water brings more of it up.`,
  'too-much-water': ({ treatment, ceiling }, n) =>
    `${n.of('treatments', treatment).name} would leave more water than the ${ceiling} g/m² that may stay here.`,
  'fluid-by-trained': ({ rule }, n) =>
    `${sentence(n.of('stops', rule).name)}: treated by trained hands; whatever else is to be done here follows when it is cleared.`,
  held: ({ rule, because: why }, n) =>
    why.is === 'uncleared'
      ? `Held: ${n.of('stops', rule).name}. No work here before it is cleared.`
      : `Held: ${n.of('stops', rule).name}, ${because(why, n)}. No work here before it is cleared.`,
  'held-there': ({ rule, because: why }, n) => `Held: ${n.of('stops', rule).name}, ${because(why, n)}.`,
  'car-held': ({ rule, because: why }, n) => `The whole car is held: ${n.of('stops', rule).name}, ${because(why, n)}.`,
  'child-seat': () => 'A child seat stays here: what is under and behind it is not done.',
  'child-seat-there': () => 'A child seat stays there.',
  soaked: () => 'Soaked: water out, underlay lifted, dried for days and looked at again; only then its soil.',
  'left-out': () => 'Left out of this procedure by the lead or for time.',
  'loose-alone': () => 'Vacuumed alone, by the lead or for time: what is not loose stays.',
  'rung-untested': () => 'May not be tested on an unseen spot: no firmer than that; what soil it leaves is told.',
  'no-way': ({ material }, n) => `No way of working ${n.of('materials', material).name} here is known: specialist.`,
  'no-way-there': ({ material }, n) => `No way of working ${n.of('materials', material).name} here is known.`,
  'no-vacuum': () => 'No dry vacuum anywhere before the mould is cleared, so nothing wet here either.',
  'heavy-for-specialist': ({ material }, n) =>
    `Soil this heavy on ${n.of('materials', material).name} is a specialist’s; only the gentle work is done.`,
  'heavy-once': ({ material }, n) =>
    `Soil this heavy on ${n.of('materials', material).name} is worked once, gently; what remains is recorded.`,
  'stain-rules': ({ stain, ban }, n) =>
    `${n.of('stains', stain).name} rules this panel: ${banWords[ban]}; what soil that leaves is told. Never: ${n.of('stains', stain).never}.`,
  unreachable: () => 'What has to move for it did not at check-in: cleaned where it stands, told at handover.',
  'taken-out': ({ treatment, reason }, n) =>
    `Not worked: “${n.of('treatments', treatment).name}” was taken out by the lead.${reason ? ` ${reason}` : ''}`,
  'edit-of-standard': () => 'An edit of a standard holds only where the step exists.',
  'changes-nothing': () => 'The edit changes nothing here.',
  protected: ({ row }, n) => n.of('wholeCar', row).why ?? '',
  'drying-stays': () => 'Drying is never dropped: what was wet is judged when dry.',
  'came-for': () => 'It is what the customer came for: it is done, or they are told before why not.',
  'sold-is-done': () => 'Everything in the sold package is done, or the customer is told why not.',
  rule: ({ rule }, n) => n.of('forbidden', rule).reason,
  'one-rung-at-a-time': () => 'A rung is tried, judged dry, and only then the next.',
  'no-place': () => 'The order rules leave it no place among the other steps.',
  'rinse-stays': () => 'Product that is put on is taken out again: a rinse is never dropped.',
  'contact-time': () => 'Drying, airing and contact times are never cut: longer is allowed.',
  hurried: () => 'What is hurried is done twice.',
  'label-holds': () => 'The label’s maximum holds; follow the label and the data sheet.',
  'order-rules': ({ rules }, n) => rules.map((id) => n.of('orderRules', id).reason).join(' '),
  sequence: ({ rule }, n) => n.of('sequences', rule).reason,
}

const listed = (surfaces: readonly SurfaceName[], more: number, n: Names) =>
  `${surfaces.map((s) => n.surface(s).toLowerCase()).join(', ')}${more > 0 ? ` and ${more} more` : ''}`

export const findings: WordsOf<FindingMessages> = {
  'no-such-step': ({ step }) => `This car has no step “${step}”.`,
  'edit-no-step': ({ step }) => `This car has no step “${step}”; the edit changes nothing here.`,
  'move-no-step': () => 'A step of this move is not in this procedure.',
  'never-dropped': ({ row }, n) => `“${n.of('wholeCar', row).name}” is never dropped.`,
  'wet-dries': () => 'What is wetted dries.',
  'came-for-left': ({ surfaces, more }, n) => `The customer came for it and it is left: ${listed(surfaces, more, n)}.`,
  'sold-not-worked': ({ package: sold, surfaces, more }, n) =>
    `Sold with “${n.of('packages', sold).name}” and then not worked: ${listed(surfaces, more, n)}.`,
  'waits-for-clearing': ({ row }, n) => `“${n.of('wholeCar', row).name}” waits until the car is cleared.`,
  'may-not-be-added': ({ row }, n) => `“${n.of('wholeCar', row).name}” may not be added.`,
  'cannot-be-done': ({ row }, n) => `“${n.of('wholeCar', row).name}” cannot be done here.`,
  'may-not-be-used': ({ treatment }, n) => `“${n.of('treatments', treatment).name}” may not be used there.`,
  'rung-not-here': ({ surface }, n) => `That rung may not be used on ${n.surface(surface).toLowerCase()}.`,
  'firmer-than-soil': ({ surface }, n) => `Firmer than the soil asks for on ${n.surface(surface).toLowerCase()}.`,
  'no-order': () => 'It cannot be done in any order.',
  'stays-in': ({ treatment, surface }, n) =>
    `“${n.of('treatments', treatment).name}” would stay in ${n.surface(surface).toLowerCase()}.`,
  'not-shortened': ({ step, minutes }, n) => `${quoted(step, n)} takes ${minutes} min; it is not shortened.`,
  'half-the-usual': ({ minutes }) => `Half the usual ${Math.round(minutes)} min or less.`,
  'uses-no-product': ({ step }, n) => `${quoted(step, n)} uses no product.`,
  'never-stronger': ({ product, concentrate, water }, n) =>
    `${n.of('products', product).name} is never stronger than ${concentrate}:${water}.`,
  'usually-before': ({ from, to, more }, n) =>
    `${quoted(from, n)}${more > 0 ? ` and ${more} more` : ''} usually ${more > 0 ? 'come' : 'comes'} before ${quoted(to, n)}.`,
  'comes-before': ({ from, to }, n) => `${quoted(from, n)} comes before ${quoted(to, n)}.`,
  'starts-within': ({ from, to, minutes }, n) =>
    `${quoted(to, n)} has to start within ${minutes} min of ${quoted(from, n)}.`,
  'still-there': ({ first, next }, n) => `${quoted(first, n)} is still there when ${quoted(next, n)} comes.`,
}

export const fixes: WordsOf<FixMessages> = {
  'take-back': ({ instead }, n) => {
    if (!instead) return 'Take it back'
    return `Take it back. Instead: ${'rule' in instead ? n.of('forbidden', instead.rule).instead : 'Have it cleared by somebody who may.'}`
  },
  'put-after': ({ step }, n) => `Put it right after ${quoted(step, n)}`,
}

/** What the driver needs: as it is asked, and what the crew does about it. */
export const driverNeeds: Record<Need, { asked: string; does: string }> = {
  'no-scent': {
    asked: 'nothing scented',
    does: 'Nothing scented in this car: no perfume, no deodoriser, also none in a tank.',
  },
  'bare-controls': {
    asked: 'controls left bare',
    does: 'Wheel, lever, pedals and switches stay bare: nothing that shines or slips.',
  },
  'as-it-stood': {
    asked: 'seat and mirrors as they stood',
    does: 'Note how seat, wheel and mirrors stand before moving them, and set them back.',
  },
}

export const notes: WordsOf<NoteMessages> = {
  standard: ({ name, version }) => `Standard: ${name}, version ${version}.`,
  finish: ({ finish }, n) =>
    `Finish: ${n.of('finishes', finish).name.toLowerCase()} — ${n.of('finishes', finish).promise}.`,
  'fits-limit': ({ minutes, crew }) => `Chosen to fit ${minutes} min with ${crew} on the car.`,
  sold: ({ package: sold, extras = [] }, n) =>
    extras.length === 0
      ? `Sold: ${n.of('packages', sold).name}. Marked surfaces outside it are not worked.`
      : `Sold: ${n.of('packages', sold).name}, and besides: ${extras.map((e) => n.of('stages', e).name.toLowerCase()).join(', ')}. Marked surfaces outside it are not worked.`,
  feature: ({ feature }, n) => `${n.of('features', feature).name}: ${n.of('features', feature).note}`,
  'house-choice': ({ rule, choice }, n) => n.choice(rule, choice).note ?? '',
  refused: ({ permission, function: dead }, n) => {
    const { question, refused } = n.of('permissions', permission)
    const said = dead ? n.of('functions', dead).said?.refused?.[permission] : undefined
    return `Refused, may we ${question} ${said ?? refused}`
  },
  'child-seat-where': () =>
    'Where the child seat stands was not written down: mark it at check-in, nothing is done under it.',
  smell: ({ odour, level, source, known }, n) =>
    `Smell: ${n.of('odours', odour).name.toLowerCase()}, ${smellLevels[level]}${source ? `, suspected from ${source}` : ''}. ${known ? 'Its source is worked' : 'Its source is looked for'} first, then clean, dry and air.`,
  need: ({ need }) => driverNeeds[need].does,
  'hazard-not-cleared': () => 'A hazardous find is not cleared: hands off, the lead decides.',
  'drying-in': ({ air, temperature, humidity }, n) =>
    `Drying times are this car’s own: ${n.of('airs', air).how}, ${sayDegrees(temperature)} and ${Math.round(humidity * 100)} % humidity outside.`,
  'drying-air': () => 'Drying times are for doors open and a blower at 20 °C and 50 % humidity.',
  'ceiling-alone': () =>
    'Moisture is held to each material’s ceiling alone; drying against the promise is not judged yet.',
}

const place = (group: string, rows: number, said: string, n: Names) => `${sentence(n.group(group, rows))}: ${said}`

export const places: WordsOf<PlaceMessages> = {
  'all-of-it': ({ group, rows }, n) => place(group, rows, 'all of it', n),
  surfaces: ({ group, rows, names, more }, n) => place(group, rows, listed(names, more, n), n),
  'loose-alone': ({ group, rows, names, more }, n) => place(group, rows, `${listed(names, more, n)} vacuumed only`, n),
  gains: ({ group, rows, fresh, further }, n) =>
    place(
      group,
      rows,
      [fresh > 0 ? `${fresh} more worked` : '', further > 0 ? `${further} taken a rung further` : '']
        .filter(Boolean)
        .join(', '),
      n,
    ),
}

const min = (minutes: number) => `${Math.round(minutes)} min`
const amount = (of: { product: string; ml: number } | null, n: Names) =>
  of ? `${n.of('products', of.product).name}, ${of.ml} ml` : 'no product'

export const changes: WordsOf<ChangeMessages> = {
  minutes: ({ from, to }) => `${min(from)} → ${min(to)}`,
  product: ({ from, to }, n) => `${amount(from, n)} → ${amount(to, n)}`,
  on: ({ from, to }) => `on the ${from} → on the ${to}`,
  motion: ({ to }, n) => (to ? say(motions, to, n) : ''),
}
export const severalChanges = (changed: readonly string[]) => changed.join('; ')

const fewOf = (names: readonly string[]) =>
  names.length > 2 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(' and ')

/** What one person waits for who works the list from top to bottom. */
export function waits(what: {
  minutes: string
  drying: readonly string[]
  passing: readonly string[]
  standing: readonly string[]
}): string {
  const { minutes, drying, passing, standing } = what
  const over = [
    ...(drying.length > 0 ? [`for drying (${fewOf(drying)})`] : []),
    ...(passing.length > 0 ? [`for ${fewOf(passing.map((t) => `“${t}”`))}`] : []),
    ...(standing.length > 0 ? [`while ${fewOf(standing.map((t) => `“${t}”`))} works in`] : []),
  ]
  return `Wait ${minutes} ${over.join(', ')}.`
}
export const partTwo = (wait: string) => `${wait} Here the first part of the sheet ends.`
