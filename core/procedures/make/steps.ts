import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Figures } from '#core/catalogue/figures.ts'
import type { WholeCar } from '#core/catalogue/whole-car.ts'
import { cautionSaid, motion, title } from '#core/procedures/messages.ts'
import type { Procedure, ProcedureRequest, Step } from '#core/procedures/schema.ts'
import type { Places } from '#core/procedures/sequence/places.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { balanceOf, leftOn } from './balance.ts'
import type { Work } from './choose.ts'
import { type DryingIn, dryingOf, dryMinutes, type Wetted } from './drying.ts'
import { forbiddenBy, rulesAgainst } from './forbidden.ts'
import { plannedMinutes, stepP80, workMinutes } from './minutes.ts'
import { ozoneSized } from './ozone.ts'
import type { Setting } from './setting.ts'
import { hopeOf } from './stains-here.ts'
import type { Standing } from './stops.ts'

/** A step while the procedure is being put together. */
export type Draft = Step & {
  rows: ReadonlySet<number>
  dries: boolean
  /** Zones it is worked in, which may be fewer than it holds. */
  at: readonly string[]
}

/** What drafts of one car share. */
export interface Drafting {
  setting: Setting
  places: Places
  request: ProcedureRequest
  surfaces: readonly Surface[]
  drying: DryingIn
  /** Area-weighted mean soil, 1–4. */
  soil: number
  severe: boolean
}

/** Zones that are not inside the car: work there goes on while someone holds the car itself. */
const outside = new Set(['mats', 'glass-outside'])
export const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
export const unique = <T>(values: readonly T[]) => [...new Set(values)]

/** Small hard parts of a seat are worked with the hard parts, a body fluid by trained hands before anything else: steps of their own. */
const apart: Record<string, string> = { hard: '.hard', fluids: '.fluid' }
/** What is worked together over the car is one step; mats lie on their rack beside it, and nothing waits for them but their refitting. */
const groupOf = ({ treatment, surface }: Work) => {
  if (treatment.together && surface.group !== 'mat') return 'car'
  if (treatment.group === 'seats') return `seats-${surface.row}`
  return treatment.group ?? surface.zoneGroup
}
export const stepId = (work: Work) => {
  const { treatment, stage } = work
  return `${treatment.id}:${groupOf(work)}${treatment.stage === 'wet' ? (apart[stage] ?? '') : ''}`
}

const inside = (surfaces: readonly Surface[]) => zonesOf(surfaces).filter((z) => !outside.has(z))
const zonesOf = (surfaces: readonly Surface[]) => unique(surfaces.map((s) => s.zone))

/** Treatments tried after this rung on the same surfaces, by their programme; none where the ladder ends. */
function nextRung(works: readonly Work[], { programme }: Setting): string[] {
  const { surface, material, treatment: now } = works[0]!
  const ladder = programme(surface, material)?.soil ?? []
  const at = ladder.findLastIndex((rung) => rung.includes(now.id))
  return at < 0 ? [] : (ladder[at + 1] ?? []).filter((id) => !ladder[at]!.includes(id))
}

/** What the technician reads about the stains a step is for. */
function playbookOf(works: readonly Work[], catalogue: Catalogue): Pick<Step, 'playbook'> {
  const playbook = works.flatMap(({ stains = [], surface, material }) =>
    stains.map((stain) => {
      const { kind, row, chance } = hopeOf(stain, material.family, catalogue)
      return {
        stain: kind.id,
        surface: surface.id,
        wicking: kind.wicking,
        chance,
        ...(row ? { on: { group: kind.group, row: row.index } } : {}),
      }
    }),
  )
  return playbook.length > 0 ? { playbook } : {}
}

/** How it is done here: as what does not work has it, as the house has it, or as usual. */
function motionOf(treatment: string, { said, catalogue, choices }: Setting): Step['motion'] {
  const dead = said.motion[treatment]
  if (dead) return motion('not-working', { function: dead, treatment })
  for (const rule of catalogue.houseRules) {
    const choice = rule.choices.find((c) => c.id === choices[rule.id] && c.motions?.includes(treatment))
    if (choice) return motion('house-choice', { rule: rule.id, choice: choice.id, treatment })
  }
  return motion('usual', { treatment })
}

/** What a group is called: without a hatch the pillars are only that. */
const calledBy = (group: string, works: readonly Work[]) =>
  group === 'pillars' && works.every((w) => w.surface.kind !== 'hatch-lining') ? 'pillars-alone' : group

/** Towels of one role: so many are in hand at once, and each lasts for its faces. */
function towelled(role: string, inHand: number, area: number, { towelArea, towelFaces }: Figures) {
  const faces = Math.max(inHand, Math.ceil((inHand * area * towelFaces) / towelArea))
  return { role, count: Math.max(inHand, Math.ceil(faces / towelFaces)), faces }
}

/** What is worn: whoever has goggles on has them on for the concentrate too. */
const worn = (wear: readonly string[]) =>
  unique(wear).filter((id) => id !== 'goggles-for-the-concentrate' || !wear.includes('goggles'))

/** One pass of one tool over neighbouring surfaces. */
export function stepOf(
  works: readonly Work[],
  zoneGroup: string,
  { setting, request, severe, surfaces }: Drafting,
): Draft {
  const { treatment, stage } = works[0]!
  const { catalogue, house } = setting
  const p50 = sum(works.map(workMinutes))
  const area = sum(works.map((w) => w.area))
  const plain = house.some((c) => c.noProduct?.includes(treatment.id))
  const product = plain ? undefined : catalogue.products.find((p) => p.id === treatment.product?.id)
  return {
    id: `${treatment.id}:${zoneGroup}`,
    stage,
    petal: byId(catalogue.stages, stage, 'stage').petal,
    treatment: treatment.id,
    title: title('treatment', {
      treatment: treatment.id,
      ...(zoneGroup === 'car' || treatment.ownTitle
        ? {}
        : { group: calledBy(zoneGroup, works), rows: request.checkIn.vehicle.body.rows.length }),
    }),
    zoneGroup,
    zones: treatment.holdsCar ? inside(surfaces) : zonesOf(works.map((w) => w.surface)),
    at: zonesOf(works.map((w) => w.surface)),
    surfaces: works.map((w) => w.surface.id),
    rows: new Set(works.map((w) => w.surface.row)),
    dries: treatment.dries === true,
    area,
    p50,
    p80: stepP80(p50, severe),
    minutes: plannedMinutes(p50),
    crew: 1,
    skills: unique([...treatment.skills, ...works.flatMap((w) => w.skills ?? [])]),
    equipment: treatment.equipment,
    product: product
      ? {
          id: product.id,
          ratio: product.ratios[treatment.product!.purpose]!,
          ml: area * (treatment.dose ?? treatment.applied),
        }
      : null,
    on: house.flatMap((c) => c.on?.[treatment.id] ?? [])[0] ?? treatment.on,
    motion: motionOf(treatment.id, setting),
    tool: treatment.tool,
    // What has touched a body fluid is thrown away.
    towels: treatment.towels.map((t) =>
      towelled(works.some((w) => w.discards) ? 'biohazard-discard' : t.role, t.count, area, catalogue.figures),
    ),
    applied: treatment.applied,
    left: Math.max(...works.map((w) => leftOn(treatment, w.material, setting.catalogue.figures))),
    dwell: treatment.dwell ?? null,
    cautions: [],
    ppe: worn([...treatment.ppe, ...(product?.ppe ?? [])]),
    attempts: treatment.attempts,
    next: nextRung(works, setting),
    why: [],
    ...playbookOf(works, catalogue),
  }
}

/** A step without surfaces of its own: whole-car rows and passive drying. */
export function bareStep(
  fields: Pick<
    Draft,
    'id' | 'stage' | 'treatment' | 'title' | 'zoneGroup' | 'zones' | 'surfaces' | 'rows' | 'p50' | 'minutes' | 'crew'
  > &
    Partial<Pick<Draft, 'skills' | 'equipment' | 'stop' | 'at' | 'ppe'>>,
  { setting, severe }: Drafting,
): Draft {
  return {
    petal: byId(setting.catalogue.stages, fields.stage, 'stage').petal,
    dries: false,
    area: 0,
    p80: stepP80(fields.p50, severe),
    skills: [],
    equipment: [],
    product: null,
    on: 'tool',
    motion: null,
    tool: '',
    towels: [],
    applied: 0,
    left: 0,
    dwell: null,
    cautions: [],
    ppe: [],
    attempts: 1,
    next: [],
    why: [],
    // All over the car, or beside it.
    at: [],
    ...fields,
  }
}

/**
 * What is done by hand to a whole surface and may wait only so long for a machine, as spraying and brushing for what takes them out: by
 * treatment those that end it, from the order rules with a longest lag.
 */
function endingsOf({ orderRules, treatments }: Catalogue): (treatment: string) => ReadonlySet<string> {
  const kinds = new Map(treatments.map((t) => [t.id, t]))
  const ties = orderRules.filter((r) => r.lag?.max !== undefined)
  const known = new Map<string, Set<string>>()
  const of = (id: string): Set<string> => {
    const there = known.get(id)
    if (there) return there
    const endings = new Set<string>()
    known.set(id, endings)
    const treatment = kinds.get(id)
    if (!treatment || treatment.equipment.length > 0 || treatment.each !== undefined) return endings
    for (const next of ties.flatMap((r) => (r.first.treatments?.includes(id) ? (r.next.treatments ?? []) : [])))
      if ((kinds.get(next)?.equipment.length ?? 0) > 0) endings.add(next)
      else for (const further of of(next)) endings.add(further)
    return endings
  }
  return of
}

/** Gaps, seats and their belts of a row are one group; what is worked together over the car is one step. */
export function workedSteps(works: readonly Work[], drafting: Drafting): Draft[] {
  const groups = new Map<string, { zoneGroup: string; works: Work[] }>()
  const endings = endingsOf(drafting.setting.catalogue)
  const doneTo = new Map<string, string[]>()
  for (const { surface, treatment } of works) fileUnder(doneTo, surface.id, treatment.id)
  const firstIn = new Map<string, string>()
  for (const work of works) {
    const zoneGroup = groupOf(work)
    // Two machines in one place are two passes.
    const by = doneTo.get(work.surface.id)!.find((id) => endings(work.treatment.id).has(id))
    const usual = by && (firstIn.get(stepId(work)) ?? by)
    if (usual) firstIn.set(stepId(work), usual)
    const key = by === usual ? stepId(work) : `${stepId(work)}.${by}`
    const group = groups.get(key) ?? { zoneGroup, works: [] }
    group.works.push(work)
    groups.set(key, group)
  }
  return [...groups].map(([id, g]) => ({ ...stepOf(g.works, g.zoneGroup, drafting), id }))
}

/** g/m² a surface holds when its wetting ends. */
export const leftAfter = (works: readonly Work[], figures: Figures): number =>
  balanceOf(
    works.map((w) => w.treatment),
    works[0]!.material,
    figures,
  )

/** What each surface holds when its wetting ends, of those that something wet was done to. */
function wettedBy(works: readonly Work[], figures: Figures): Map<string, Wetted> {
  const wet = new Map<string, Work[]>()
  for (const w of works) if (w.treatment.wet) fileUnder(wet, w.surface.id, w)
  return new Map(
    [...wet].map(([id, list]) => [
      id,
      {
        surface: list[0]!.surface,
        material: list[0]!.material,
        area: Math.max(...list.map((w) => w.area)),
        left: leftAfter(list, figures),
        soaked: list.some((w) => w.treatment.id === 'water_out'),
      },
    ]),
  )
}

/** Each wetting step with when it will be dry, and the passive drying of every zone group that is wetted, until its slowest surface is. */
export function withDrying(
  steps: readonly Draft[],
  works: readonly Work[],
  drafting: Drafting,
): { steps: Draft[]; drying: Procedure['drying']; left: ReadonlyMap<string, number> } {
  const rows = drafting.request.checkIn.vehicle.body.rows.length
  const { drying } = drafting
  const still = drafting.setting.held.noVacuum
  const { catalogue } = drafting.setting
  const wet = wettedBy(works, catalogue.figures)
  const wetting = steps.filter((s) => s.dries)
  const wetted = unique(wetting.flatMap((s) => s.surfaces)).flatMap((id) => wet.get(id) ?? [])
  const minutes = dryMinutes(wetted, drying, drafting.request, catalogue)
  const slowest = (surfaces: readonly string[]) => Math.ceil(Math.max(0, ...surfaces.map((id) => minutes.get(id) ?? 0)))
  const water = sum(wetted.map((w) => (w.surface.group === 'mat' ? 0 : w.area * w.left)))
  const groups = unique(wetting.map((s) => s.zoneGroup))
  const passive = groups.flatMap((zoneGroup) => {
    const there = unique(wetting.filter((s) => s.zoneGroup === zoneGroup).flatMap((s) => s.surfaces)).flatMap(
      (id) => wet.get(id) ?? [],
    )
    const surfaces = there.map((w) => w.surface)
    const takes = slowest(surfaces.map((s) => s.id))
    if (!(takes > 0)) return []
    const step = bareStep(
      {
        id: `dry:${zoneGroup}`,
        stage: 'dry-out',
        treatment: 'dry',
        title: title('dry-out', { group: zoneGroup, rows, still, air: drying.air.id }),
        zoneGroup,
        zones: zonesOf(surfaces),
        surfaces: surfaces.map((s) => s.id),
        rows: new Set(surfaces.map((s) => s.row)),
        p50: 0,
        minutes: takes,
        crew: 0,
      },
      drafting,
    )
    const left = Math.max(...there.map((w) => w.left))
    return [{ ...step, left, drying: { air: drying.air.id, ...drying.outside, water: Math.round(water) } }]
  })
  const told = steps.map((s) => {
    const dryIn = s.dries ? slowest(s.surfaces) : 0
    return dryIn > 0 ? { ...s, dryIn } : s
  })
  return {
    steps: [...told, ...passive],
    drying: dryingOf(wetted, minutes, drying, drafting.request, catalogue),
    left: new Map(wetted.map((w) => [w.surface.id, w.left])),
  }
}

/** Surfaces that a step at certain places is about, where the work near them asks for it. */
function surfacesAt(
  at: NonNullable<WholeCar['places']>,
  works: readonly Work[],
  { surfaces, places, setting: { held, covered } }: Drafting,
) {
  const near = works.filter((w) => w.treatment.wet && w.treatment.on === at.near.on && at.near.stages.includes(w.stage))
  const zones = zonesOf(near.map((w) => w.surface))
  return surfaces.filter(
    (s) =>
      (at.materials.includes(s.material) || at.kinds.includes(s.kind)) &&
      places.near([s.zone], zones) &&
      !held.by.has(s.id) &&
      !covered.has(s.zone),
  )
}

/** What is planned of a car: its works, its whole-car rows, and which steps somebody put there by hand. */
interface Planned {
  works: readonly Work[]
  rows: readonly string[]
  byHand: ReadonlySet<string>
}

/** Whether what a row goes with is done: by what is planned, by what was, or by another row that is done itself. What a hand put there goes with nothing. */
function comesWith({ id, when }: WholeCar, done: Planned, drafting: Drafting): boolean {
  const { wholeCar } = drafting.setting.catalogue
  return (
    !when?.with ||
    done.byHand.has(`${id}:car`) ||
    when.with.some(
      (other) =>
        done.works.some((w) => w.treatment.id === other) ||
        drafting.request.kept?.some((step) => step.treatment === other) ||
        (done.rows.includes(other) && comesWith(byId(wholeCar, other, 'step'), done, drafting)),
    )
  )
}

/** One step of the whole car; none where it takes no time there, or where nothing that is done asks for it. */
export function wholeCarStep(id: string, planned: Planned, drafting: Drafting): Draft | undefined {
  const { works } = planned
  const { request, soil, setting } = drafting
  const row = byId(setting.catalogue.wholeCar, id, 'step')
  if (!comesWith(row, planned, drafting)) return undefined
  const waits = row.when?.orWetted === true && works.some((w) => w.treatment.dries)
  if (row.when?.unhurried && request.timeLimit && !waits) return undefined
  const surfaces = row.places ? surfacesAt(row.places, works, drafting) : drafting.surfaces
  const crew = row.crew ?? 1
  // What takes one person in sight takes as long in any car; what is walked round grows with it.
  const factor = row.grows ? setting.catalogue.figures.sizeFactor[request.checkIn.vehicle.body.size] : 1
  const count = row.places ? Math.min(row.places.most, zonesOf(surfaces).length) : 1
  const agreed = row.when?.agreed && request.checkIn.blocks?.[row.id]
  const book = agreed ?? row.minutes[soil]! * factor * count * (setting.rates[row.id] ?? 1)
  if (book <= 0) return undefined
  const { minutes: p50, ozone } = ozoneSized(row, book, soil, request, setting.catalogue)
  const step = bareStep(
    {
      id: `${row.id}:car`,
      stage: row.stage,
      treatment: row.id,
      title: title('whole-car', {
        row: row.id,
        refused: row.refused !== undefined && setting.car.permissions[row.refused] === false,
      }),
      zoneGroup: 'car',
      // Mats and glass from outside are not in the car.
      zones: row.beside ? [] : inside(surfaces),
      surfaces: row.handsOff ? [] : surfaces.map((s) => s.id),
      rows: new Set<number>(),
      p50: crew === 0 ? 0 : p50,
      minutes: plannedMinutes(p50),
      crew,
      skills: row.skills ?? [],
      equipment: row.equipment ?? [],
      ppe: row.wear ?? [],
      ...(row.places ? { at: zonesOf(surfaces) } : {}),
    },
    drafting,
  )
  return ozone ? { ...step, ozone } : step
}

/** Ids of the whole-car rows this car has by itself. */
export function wholeCarRows({ setting, request, drying }: Drafting): string[] {
  const { odours = [] } = request.checkIn
  return setting.catalogue.wholeCar
    .filter(({ id, when, skills = [], equipment = [] }) => {
      if (forbiddenBy(rulesAgainst({ id, techniques: [], equipment }, setting.car, setting.catalogue))) return false
      if (!skills.every((s) => setting.means.skills.has(s))) return false
      if (!equipment.every((e) => setting.means.equipment.has(e))) return false
      if (!when) return true
      if ((when.byHand && when.dries !== drying.air.id) || (when.air && setting.held.by.size > 0)) return false
      return (
        (when.permission === undefined || request.checkIn.permissions[when.permission] === true) &&
        (when.house === undefined || setting.choices[when.house.rule] === when.house.choice) &&
        (!when.agreed || request.checkIn.blocks?.[id] !== undefined) &&
        (!when.odour || odours.length > 0) &&
        (!when.unsourced || odours.some((o) => !o.at?.length))
      )
    })
    .map((row) => row.id)
}

/** A finding that stops, as a step of its own. */
export function stopStep(standing: Standing, drafting: Drafting): Draft {
  const { rule, held, places, id } = standing
  const { surfaces } = drafting
  const there = surfaces.filter((s) => held.has(s.id))
  const [place] = places
  const step = bareStep(
    {
      id,
      stage: rule.first ? 'stop-first' : 'stop',
      treatment: 'stop',
      title: title('stop', { rule: rule.id, ...(rule.holds === 'car' || !place ? {} : { at: place.name }) }),
      zoneGroup: 'car',
      zones: zonesOf(there),
      surfaces: there.map((s) => s.id),
      rows: new Set(there.map((s) => s.row)),
      p50: rule.minutes,
      minutes: plannedMinutes(rule.minutes),
      crew: 1,
      skills: rule.skill ? [rule.skill] : [],
      stop: {
        rule: rule.id,
        at: places.map((p) => p.id),
        holds: rule.holds === 'car' ? 'car' : 'places',
        groups: unique(there.map((s) => s.zoneGroup)),
        skill: rule.skill,
        specialist: standing.specialist,
        taken: standing.taken,
        references: rule.references,
      },
    },
    drafting,
  )
  const lines = Array.from({ length: rule.lines }, (_, line) => cautionSaid('stop', { rule: rule.id, line }))
  return { ...step, cautions: lines, ppe: rule.wear ?? [] }
}
