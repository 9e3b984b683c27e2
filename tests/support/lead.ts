// biome-ignore-all lint/suspicious/noExplicitAny: it reads plain JSON, as a reader of the sheet would
// What a seasoned lead would strike out or miss on a sheet, written by hand from the handbook's acceptance list. It shares no rule file
// with the engine: treatments, machines and products are named here as the crew knows them.

import type { Body } from '#core/cabin/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'

/** Things a step does, by the treatment's own id. */
const does = {
  vacuum: [
    'vac_seat',
    'vac_gap',
    'vac_carpet',
    'vac_load',
    'vac_head',
    'vac_mat',
    'vac_fine',
    'vac_trim',
    'vac_belt',
    'vac_final',
  ],
  air: ['dust'],
  heat: ['hotx', 'hotx_carpet', 'round2', 'until_clear', 'mat_soak', 'steam', 'steam_leather'],
  steam: ['steam', 'steam_leather'],
  alkali: [
    'lm',
    'lm_foam',
    'prespray',
    'encap',
    'mat_lm',
    'mat_soak',
    'mat_rubber',
    'spotx',
    'brush',
    'pad',
    'strong',
    'jamb',
    'mat_pressure',
    'floor_rubber',
    'bucket',
    'rinse_extract',
  ],
  rub: ['agitate', 'pad', 'strong', 'sand'],
  brush: ['agitate', 'sand', 'dust', 'dry_brush', 'hair', 'seam_brush', 'track_brush'],
  acid: ['acid'],
  enzyme: ['enzyme'],
  solvent: ['spot'],
  lift: ['lift'],
  disinfect: ['disinfect_spot'],
  takenOut: [
    'take_out',
    'lm_foam',
    'cold_pull',
    'spotx',
    'acid_out',
    'enzyme_out',
    'rinse',
    'hotx',
    'hotx_carpet',
    'coldx',
    'lm',
    'neutral_lm',
    'wool_lm',
    'towel',
    'disinfect_off',
    'spot_off',
    'wipe_out',
    'rinse_extract',
    'bucket',
  ],
  dry: ['dry'],
  judge: ['groom', 'judge'],
} as const
type Doing = keyof typeof does

const machines = [
  'vacuum',
  'wet-vac',
  'extractor',
  'cold-extractor',
  'spot-extractor',
  'steamer',
  'pad-machine',
  'drying-blower',
  'air-gun',
]
const wholeCarStages = [
  'stop-first',
  'stop',
  'receive',
  'clear',
  'kit',
  'purge',
  'odour',
  'refit',
  'shut',
  'put-away',
  'final',
  'hand-over',
]

export class Sheet {
  /** As people read it. */
  readonly procedure: any
  constructor(procedure: Procedure) {
    this.procedure = speak.procedure(procedure)
  }
  get steps(): any[] {
    return this.procedure.steps
  }
  /** Work on a surface, in order. */
  on(surface: string): any[] {
    return this.steps.filter((s) => s.surfaces.includes(surface) && !wholeCarStages.includes(s.stage))
  }
  doing(what: Doing, steps = this.steps): any[] {
    return steps.filter((s) => (does[what] as readonly string[]).includes(s.treatment))
  }
  at(step: any): number {
    return this.steps.indexOf(step)
  }
  get stops(): any[] {
    return this.steps.filter((s) => s.stop)
  }
  get work(): any[] {
    return this.steps.filter((s) => !wholeCarStages.includes(s.stage))
  }
  residual(surface: string): any {
    return this.procedure.residuals.find((r: any) => r.surface === surface)
  }
}

type Complaint = string | false | undefined
export type Check = (sheet: Sheet) => Complaint | Complaint[]

/** Never done on a surface. */
export const never =
  (surface: string, ...whats: Doing[]): Check =>
  (s) =>
    whats.map((what) => s.doing(what, s.on(surface)).length > 0 && `${what} on ${surface}`)

/** Done on a surface. */
export const done =
  (surface: string, ...whats: Doing[]): Check =>
  (s) =>
    whats.map((what) => s.doing(what, s.on(surface)).length === 0 && `no ${what} on ${surface}`)

/** A step covers a whole surface, not a spot of it. */
export const wholePanel =
  (surface: string, area: number, ...treatments: string[]): Check =>
  (s) =>
    !s.on(surface).some((w) => treatments.includes(w.treatment) && w.area >= area - 1e-9) &&
    `${surface} is worked in a spot and will dry to a ring`

/** Nobody reads these words on the sheet. */
export const unsaid =
  (words: RegExp): Check =>
  (s) =>
    s.steps
      .flatMap((x) => [x.title, x.motion, x.passCue, ...x.cautions])
      .concat(s.procedure.notes)
      .filter((text: string) => words.test(text))
      .map((text: string) => `says “${text}”`)

/** On a surface one comes before the other, and both are there. */
export const order =
  (surface: string, ...whats: Doing[]): Check =>
  (s) =>
    whats.slice(1).map((next, i) => {
      const [a, b] = [s.doing(whats[i]!, s.on(surface)), s.doing(next, s.on(surface))]
      if (a.length === 0 || b.length === 0) return `${whats[i]} then ${next} on ${surface}: ${a.length} and ${b.length}`
      // The first of what comes first stands before the last of what follows, and nothing that follows stands before it.
      return s.at(a[0]) > s.at(b.at(-1)) && `${next} before ${whats[i]} on ${surface}`
    })

/** What is put on is taken out by something after it, then dried, then judged. */
export const outDryJudged =
  (surface: string, what: Doing): Check =>
  (s) => {
    const last = s.doing(what, s.on(surface)).at(-1)
    if (!last) return `no ${what} on ${surface}`
    const out = s.doing('takenOut', s.on(surface)).find((o) => s.at(o) > s.at(last))
    const dry = s.doing('dry', s.on(surface)).find((d) => s.at(d) > s.at(last))
    const judge = s.doing('judge', s.on(surface)).find((j) => dry && s.at(j) > s.at(dry))
    return [
      !out && `${what} stays in ${surface}`,
      !dry && `${surface} is not dried after ${what}`,
      !judge && `${surface} is not judged dry`,
    ]
  }

/** A stop stands first: before anything that touches these surfaces. */
export const stopped =
  (held: 'car' | readonly string[], before: 'receive' | 'work' = 'work'): Check =>
  (s) => {
    if (s.stops.length === 0) return 'no stop'
    const first = s.at(s.stops[0])
    const receive = s.steps.findIndex((x) => x.stage === 'receive')
    return [
      held === 'car' && s.work.length > 0 && `worked though the whole car is held: ${s.work[0].title}`,
      before === 'receive' && receive >= 0 && first > receive && 'the walk-round comes before the stop',
      ...(held === 'car'
        ? []
        : held.map((id) => s.on(id).length > 0 && `${id} is worked though it is held: ${s.on(id)[0]?.title}`)),
      ...(held === 'car' ? [] : [s.work.some((w) => s.at(w) < first) && 'work stands before the stop']),
    ]
  }

/** Nothing of these anywhere in the car. */
export const nowhere =
  (...whats: Doing[]): Check =>
  (s) =>
    whats.map((what) => s.doing(what).length > 0 && `${what}: ${s.doing(what)[0].title}`)
export const noMachine: Check = (s) => {
  const bad = s.work.find((w) => w.equipment.some((e: string) => machines.includes(e)))
  return bad && `a machine runs: ${bad.title}`
}
export const left =
  (surface: string): Check =>
  (s) =>
    !s.residual(surface) && `nothing says why ${surface} is left`

/** Before the lifting no vacuum, brush or air in that zone; on the surface none before it is dry. */
export const liftedFirst =
  (surface: string, zone: string): Check =>
  (s) => {
    const lift = s.doing('lift', s.on(surface))[0]
    if (!lift) return `nothing is lifted from ${surface}`
    const early = s.work.find(
      (w) =>
        s.at(w) < s.at(lift) &&
        w.zones.includes(zone) &&
        (s.doing('vacuum', [w]).length > 0 || s.doing('brush', [w]).length > 0),
    )
    const dry = s.doing('dry', s.on(surface))[0]
    const wet = s.on(surface).find((w) => dry && s.at(w) < s.at(dry) && s.doing('vacuum', [w]).length > 0)
    return [early && `${early.title} before the lifting`, wet && `${wet.title} while it is wet`]
  }

/** Nobody climbs over a seat or a floor that is wet to work wet in a row behind it that has no door of its own. A stain under its enzyme is stepped round. */
export const overNothingWet =
  ({ doors }: Body): Check =>
  (s) => {
    const rowsOf = (w: any): number[] =>
      w.zones.flatMap((zone: string) => /^(?:seat|foot)-(\d)/.exec(zone)?.slice(1).map(Number) ?? [])
    const wet = s.work.filter((w) => ['seats', 'floor'].includes(w.stage))
    return wet
      .filter((w) => w.left > 4 && w.treatment !== 'enzyme')
      .flatMap((w) => {
        const inFront = Math.max(...rowsOf(w))
        const past = (row: number) => row > inFront && doors.every((door) => door.row <= inFront || door.row > row)
        const next = wet.find((x) => s.at(x) > s.at(w) && rowsOf(x).length > 0 && rowsOf(x).every(past))
        return next ? [`${next.title}, past what ${w.title} left wet`] : []
      })
  }

/** After something that burns no machine runs in the car before it has aired; filling one beside it is not running it. */
export const airedAfterSolvent: Check = (s) =>
  s.doing('solvent').flatMap((spot) =>
    s.steps
      .filter(
        (w) =>
          w.treatment !== 'set_up' && s.at(w) > s.at(spot) && w.equipment.some((e: string) => machines.includes(e)),
      )
      .map((w) => {
        const link = s.procedure.links.find((l: any) => l.to === w.id && l.minLag >= 10)
        const after = s.steps.some(
          (x) =>
            s.at(x) > s.at(spot) &&
            s.at(x) <= s.at(w) &&
            s.procedure.links.some((l: any) => l.from === spot.id && l.to === x.id && l.minLag >= 10),
        )
        return !link && !after && `${w.title} before the solvent has aired`
      }),
  )

/** What only wipes off the top. */
const wipes = ['wipe_out', 'disinfect_off', 'spot_off', 'towel']

/** g/m² a surface keeps by what its steps say they leave: the last that pulls water out and what comes after, and 30 for a second round. */
export function keeps(sheet: Sheet, surface: string): number {
  const wet = sheet.on(surface).filter((w) => w.left > 0 && !['dry', 'spot', 'prespray'].includes(w.treatment))
  const pulls = wet.findLast(
    (w) => (does.takenOut as readonly string[]).includes(w.treatment) && !wipes.includes(w.treatment),
  )
  const after = wet.filter((w) => !pulls || sheet.at(w) > sheet.at(pulls)).reduce((sum, w) => sum + w.left, 0)
  const rounds = sheet
    .on(surface)
    .filter((w) => w.treatment === 'round2' && (!pulls || sheet.at(w) > sheet.at(pulls))).length
  return (pulls?.left ?? 0) + after + 30 * rounds
}

export const under =
  (surface: string, ceiling: number): Check =>
  (s) =>
    keeps(s, surface) > ceiling && `${surface} keeps ${keeps(s, surface)} g/m² of ${ceiling}`

/** g/m² at which a material is dry to the touch (handbook, D2). */
export const touchDry: Record<string, number> = {
  'flat-cloth': 30,
  plush: 40,
  'synthetic-suede': 25,
  wool: 90,
  'easy-carpet': 60,
  'nylon-carpet': 70,
  'long-pile-carpet': 100,
  'fabric-headliner': 10,
  'carpet-mat': 60,
}

/** g/m² that may be left by material (handbook, D2), and by what a seat holds. */
const ceilings: Record<string, number> = {
  'flat-cloth': 300,
  plush: 340,
  'synthetic-suede': 100,
  wool: 250,
  'easy-carpet': 360,
  'nylon-carpet': 380,
  'long-pile-carpet': 500,
  'fabric-headliner': 40,
  'carpet-mat': 600,
}
export function ceilingOf(material: string, kind: string, features: readonly string[]): number | undefined {
  const own = ceilings[material]
  if (own === undefined) return undefined
  const seat = ['seat-base', 'seat-back'].includes(kind)
  const narrow = [
    ...(features.includes('heated-seats') && seat ? [250] : []),
    ...(features.includes('ventilated-seats') && seat ? [120] : []),
    ...(features.includes('occupant-sensor') && kind === 'seat-base' ? [120] : []),
    ...(features.includes('seat-airbags') && kind === 'bolster-outer' ? [60] : []),
  ]
  return Math.min(own, ...narrow)
}

/** Every complaint about a sheet. */
export function complaints(procedure: Procedure, checks: readonly Check[]): string[] {
  const sheet = new Sheet(procedure)
  return checks.flatMap((check) => check(sheet)).filter((c): c is string => typeof c === 'string')
}

/** Works the list from top to bottom, alone, at its minutes. @returns what that breaks */
export function brokenByOne({ steps, links }: Procedure): string[] {
  const over = new Map<string, number>()
  const broken: string[] = []
  let free = 0
  for (const step of steps) {
    const before = links.filter((l) => l.to === step.id)
    for (const { from } of before) if (!over.has(from)) broken.push(`${step.id} stands before ${from}`)
    const ready = Math.max(0, ...before.map((l) => (over.get(l.from) ?? 0) + l.minLag))
    const start = step.crew > 0 ? Math.max(free, ready) : ready
    for (const { from, maxLag } of before)
      if (maxLag !== undefined && start - (over.get(from) ?? 0) > maxLag + 1e-6)
        broken.push(`${step.id} begins ${start - over.get(from)!} min after ${from}, at most ${maxLag}`)
    over.set(step.id, start + step.minutes)
    if (step.crew > 0) free = start + step.minutes
  }
  return broken
}

/** Stages that close a day's work on a car, in their order. */
const closing = ['recheck', 'final-vacuum', 'odour', 'refit', 'shut', 'final', 'hand-over']

/** What every sheet has, whatever the car: how it begins and ends, that one pair of hands can work it, that nothing is said twice. */
export const wellMade =
  (procedure: Procedure): Check =>
  ({ steps, procedure: said }) => {
    const first = steps.find((s) => s.crew > 0)
    // Nothing waits for mats on their rack but their refitting.
    const inCar = (s: any) => s.zoneGroup !== 'mats'
    const at = (stage: string) => steps.map((s, i) => (s.stage === stage && inCar(s) ? i : -1)).filter((i) => i >= 0)
    // A carpet that was only vacuumed may be groomed after the last vacuum of what was wetted.
    const apart = (x: number, y: number) =>
      steps[y]!.stage === 'final-vacuum' && !steps[x]!.surfaces.some((id: string) => steps[y]!.surfaces.includes(id))
    const after = closing.flatMap((stage, i) => {
      const later = closing.slice(i + 1).flatMap(at)
      return at(stage).some((x) => later.some((y) => y < x && !apart(x, y)))
        ? [`${stage} stands behind what follows it`]
        : []
    })
    const kit = steps
      .slice(
        0,
        steps.findIndex((s) => s.area > 0),
      )
      .filter((s) => s.stage === 'kit')
    return [
      !['receive', 'stop-first'].includes(first?.stage) && `it begins with ${first?.title}`,
      steps.at(-1)?.stage !== 'hand-over' && `it ends with ${steps.at(-1)?.title}`,
      ...after,
      ...brokenByOne(procedure),
      kit.reduce((sum, s) => sum + s.minutes, 0) >= 15 && 'a quarter of an hour of kit before the first stroke',
      ...steps.map((s) => s.cautions.length > 3 && `${s.cautions.length} cautions on ${s.title}`),
      ...steps.map((s) => s.dwell === null && ['lm', 'enzyme', 'acid'].includes(s.treatment) && `no dwell: ${s.title}`),
      new Set(said.head ?? []).size !== (said.head ?? []).length && 'the head says something twice',
    ]
  }

/** Treatments there must be, and must not be, anywhere in the car. */
export const has =
  (...treatments: string[]): Check =>
  ({ steps }) =>
    treatments.map((id) => !steps.some((s) => s.treatment === id) && `no ${id}`)
export const lacks =
  (...treatments: string[]): Check =>
  ({ steps }) =>
    treatments.map((id) => steps.some((s) => s.treatment === id) && `${id} is there`)

/** On a surface these and no others, whatever their order; closing work left out. */
export const only =
  (surface: string, ...treatments: string[]): Check =>
  (s) => {
    const there = new Set<string>(
      s
        .on(surface)
        .filter((x) => x.area > 0)
        .map((x) => x.treatment),
    )
    const extra = [...there].filter((id) => !treatments.includes(id))
    const missing = treatments.filter((id) => !there.has(id))
    return [
      extra.length > 0 && `${surface} also gets ${extra.join(', ')}`,
      missing.length > 0 && `${surface} does not get ${missing.join(', ')}`,
    ]
  }

/** One comes before the other anywhere in the car; both are there. */
export const before =
  (first: string, next: string): Check =>
  ({ steps }) => {
    const [a, b] = [steps.findLastIndex((s) => s.treatment === first), steps.findIndex((s) => s.treatment === next)]
    return (a < 0 || b < 0 || a > b) && `${first} (${a + 1}) before ${next} (${b + 1})`
  }

/** Minutes of work, in all. */
export const takes =
  (least: number, most: number): Check =>
  ({ procedure }) =>
    (procedure.totals.attended < least || procedure.totals.attended > most) &&
    `${Math.round(procedure.totals.attended)} min of work`

/** It is written on the sheet that something is left, and why. */
export const told =
  (surface: string, words: RegExp): Check =>
  ({ procedure }) =>
    !procedure.residuals.some((r: any) => r.surface === surface && words.test(r.reason)) &&
    `${surface}: not told ${words}`

/** These words stand in some caution of a step with this treatment. */
export const warned =
  (treatment: string, words: RegExp): Check =>
  ({ steps }) =>
    !steps.some((s) => s.treatment === treatment && s.cautions.some((c: string) => words.test(c))) &&
    `${treatment} does not warn of ${words}`
