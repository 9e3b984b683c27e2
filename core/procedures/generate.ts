import { bodyFaults } from '#core/cabin/check.ts'
import type { Feature, Surface } from '#core/cabin/schema.ts'
import { surfacesOf, zoneGroupName } from '#core/cabin/surfaces.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import { type Air, doorsAndBlower, minutesToTouchDry } from '#core/drying/dry-time.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Catalogue, HouseChoice, Package, Permission, Treatment } from './catalogue.ts'
import { cautionsFor } from './cautions.ts'
import { chooseWork, leftOn, limitsOf, type Work } from './choose.ts'
import { expectationsOf } from './expectations.ts'
import { jobP80, setUpMinutes, stepP80, workMinutes } from './minutes.ts'
import { bindingRules, inOrder, linkSteps, type Orderable, withoutImplied } from './order.ts'
import { referenceFaults } from './references.ts'
import type { Procedure, ProcedureRequest, Residual, Step, StepLink } from './schema.ts'

type Draft = Step & { rows: ReadonlySet<number>; dries: boolean }

const sizeFactor = { mid: 1, 'small-suv': 1.1, 'three-row': 1.5 }
const clean: SurfaceCondition = { soil: 0 }
/** Zones that are not inside the car: work there goes on while someone holds the car itself. */
const outside = new Set(['mats', 'glass-outside'])
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
const unique = <T>(values: readonly T[]) => [...new Set(values)]
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** Area-weighted mean soil of the whole car, rounded, 1–4: it sets the whole-car minutes (catalogue D1). */
function carSoil(surfaces: readonly Surface[], condition: ProcedureRequest['checkIn']['condition']): number {
  const weighted = sum(surfaces.map((s) => s.area * (condition[s.id]?.soil ?? 0)))
  return Math.max(1, Math.round(weighted / sum(surfaces.map((s) => s.area))))
}

/** Every surface of a kind and material takes the soil of the most soiled one among those that are soiled at all. */
function uniform(condition: ProcedureRequest['checkIn']['condition'], surfaces: readonly Surface[]) {
  const key = (s: Surface) => `${s.kind} ${s.material}`
  const worst = new Map<string, number>()
  for (const s of surfaces) worst.set(key(s), Math.max(worst.get(key(s)) ?? 0, condition[s.id]?.soil ?? 0))
  return Object.fromEntries(
    surfaces.flatMap((s) => {
      const soil = worst.get(key(s))!
      return soil === 0 && !condition[s.id] ? [] : [[s.id, { ...condition[s.id], soil }]]
    }),
  )
}

function stepOf(
  works: readonly Work[],
  zoneGroup: string,
  carZones: readonly string[],
  rows: number,
  severe: boolean,
  catalogue: Catalogue,
  house: readonly HouseChoice[],
): Draft {
  const { treatment, stage } = works[0]!
  const p50 = sum(works.map(workMinutes))
  const area = sum(works.map((w) => w.area))
  const plain = house.some((c) => c.noProduct?.includes(treatment.id))
  const product = plain
    ? undefined
    : treatment.product && catalogue.products.find((p) => p.id === treatment.product!.id)!
  return {
    id: `${treatment.id}:${zoneGroup}`,
    stage,
    petal: catalogue.stages.find((s) => s.id === stage)!.petal,
    treatment: treatment.id,
    title:
      treatment.together || treatment.ownTitle
        ? treatment.name
        : `${sentence(zoneGroupName(zoneGroup, rows))}: ${treatment.name.charAt(0).toLowerCase()}${treatment.name.slice(1)}`,
    zoneGroup,
    zones: treatment.holdsCar ? carZones.filter((z) => !outside.has(z)) : unique(works.map((w) => w.surface.zone)),
    surfaces: works.map((w) => w.surface.id),
    rows: new Set(works.map((w) => w.surface.row)),
    dries: treatment.dries === true,
    area,
    p50,
    p80: stepP80(p50, severe),
    minutes: Math.max(1, Math.ceil(p50)),
    crew: 1,
    skills: treatment.skills,
    equipment: treatment.equipment,
    product: product
      ? {
          id: product.id,
          name: product.name,
          ratio: product.ratios[treatment.product!.purpose]!,
          ml: area * (treatment.dose ?? treatment.applied),
        }
      : null,
    on: house.flatMap((c) => c.on?.[treatment.id] ?? [])[0] ?? treatment.on,
    motion: house.flatMap((c) => c.motion?.[treatment.id] ?? [])[0] ?? treatment.motion,
    tool: treatment.tool,
    towels: treatment.towels,
    applied: treatment.applied,
    left: Math.max(...works.map((w) => leftOn(treatment, w.material))),
    dwell: treatment.dwell ?? null,
    cautions: [],
    ppe: unique([...treatment.ppe, ...(product?.ppe ?? [])]),
    passCue: treatment.passCue,
    attempts: treatment.attempts,
    why: [],
  }
}

/** A step without surfaces of its own: whole-car rows and passive drying. */
function bareStep(
  fields: Pick<
    Draft,
    | 'id'
    | 'stage'
    | 'treatment'
    | 'title'
    | 'zoneGroup'
    | 'zones'
    | 'surfaces'
    | 'rows'
    | 'p50'
    | 'minutes'
    | 'crew'
    | 'passCue'
  >,
  severe: boolean,
  catalogue: Catalogue,
): Draft {
  return {
    ...fields,
    petal: catalogue.stages.find((s) => s.id === fields.stage)!.petal,
    dries: false,
    area: 0,
    p80: stepP80(fields.p50, severe),
    skills: [],
    equipment: [],
    product: null,
    on: 'tool',
    motion: '',
    tool: '',
    towels: [],
    applied: 0,
    left: 0,
    dwell: null,
    cautions: [],
    ppe: [],
    attempts: 1,
    why: [],
  }
}

function groupWork(works: readonly Work[]): Map<string, { zoneGroup: string; works: Work[] }> {
  const groups = new Map<string, { zoneGroup: string; works: Work[] }>()
  for (const work of works) {
    // Gaps, seats and their belts of a row are one group; what is worked together over the car is one step.
    const zoneGroup = work.treatment.together ? 'car' : work.surface.zoneGroup
    const key = `${work.treatment.id}:${zoneGroup}:${work.stage}`
    const group = groups.get(key) ?? { zoneGroup, works: [] }
    group.works.push(work)
    groups.set(key, group)
  }
  return groups
}

/** g/m² a surface holds when its wetting ends: the wettest treatment, and what a second round adds. */
function leftAfter(works: readonly Work[]): number {
  return (
    Math.max(...works.map((w) => leftOn(w.treatment, w.material))) + sum(works.map((w) => w.treatment.left.adds ?? 0))
  )
}

function dryingSteps(
  steps: readonly Draft[],
  works: readonly Work[],
  rows: number,
  air: Air,
  severe: boolean,
  catalogue: Catalogue,
): Draft[] {
  const groups = unique(steps.filter((s) => s.dries).map((s) => s.zoneGroup))
  return groups.flatMap((zoneGroup) => {
    const wetted = new Set(steps.filter((s) => s.dries && s.zoneGroup === zoneGroup).flatMap((s) => s.surfaces))
    const there = works.filter((w) => w.treatment.wet && wetted.has(w.surface.id))
    const bySurface = [...wetted].map((id) => there.filter((w) => w.surface.id === id))
    const minutes = Math.ceil(
      Math.max(...bySurface.map((list) => minutesToTouchDry(leftAfter(list), list[0]!.material, air))),
    )
    if (minutes <= 0) return []
    const zones = unique(there.map((w) => w.surface.zone))
    const step = bareStep(
      {
        id: `dry:${zoneGroup}`,
        stage: 'dry-out',
        treatment: 'dry',
        title: `${sentence(zoneGroupName(zoneGroup, rows))}: dry out, doors open and blower`,
        zoneGroup,
        zones,
        surfaces: [...wetted],
        rows: new Set(there.map((w) => w.surface.row)),
        p50: 0,
        minutes,
        crew: 0,
        passCue: 'dry to the back of the hand',
      },
      severe,
      catalogue,
    )
    return [{ ...step, left: Math.max(...bySurface.map(leftAfter)) }]
  })
}

function wholeCarSteps(
  soil: number,
  request: ProcedureRequest,
  kit: number,
  surfaces: readonly Surface[],
  zones: readonly string[],
  severe: boolean,
  catalogue: Catalogue,
): Draft[] {
  const factor = sizeFactor[request.checkIn.vehicle.body.size]
  return catalogue.wholeCar.flatMap((row) => {
    const p50 = row.id === 'kit' ? kit : row.minutes[soil]! * factor
    if (p50 <= 0) return []
    const fields = {
      id: `${row.id}:car`,
      stage: row.stage,
      treatment: row.id,
      title: row.name,
      zoneGroup: 'car',
      // The kit is laid out beside the car; everything else of the whole car holds all of it.
      zones: row.id === 'kit' ? [] : [...zones],
      surfaces: row.id === 'kit' ? [] : surfaces.map((s) => s.id),
      rows: new Set<number>(),
      p50,
      minutes: Math.max(1, Math.ceil(p50)),
      crew: 1,
      passCue: row.passCue,
    }
    return [bareStep(fields, severe, catalogue)]
  })
}

function reasonsOf(step: Draft, links: readonly StepLink[], catalogue: Catalogue): Step['why'] {
  const incoming = links.filter((link) => link.to === step.id)
  return catalogue.orderRules
    .map((rule) => ({
      rule: rule.id,
      text: rule.reason,
      after: incoming.filter((l) => l.rules.includes(rule.id)).map((l) => l.from),
    }))
    .filter((reason) => reason.after.length > 0)
}

function totalsOf(
  steps: readonly Step[],
  works: readonly Work[],
  setUps: ReturnType<typeof setUpMinutes>,
  soil: number,
  severe: boolean,
  seed: number,
): Procedure['totals'] {
  const attended = steps.filter((s) => s.crew > 0)
  const treatments = unique(steps.filter((s) => s.treatment !== 'dry' && s.treatment !== 'kit').map((s) => s.treatment))
  const products = new Map<string, Procedure['totals']['products'][number]>()
  for (const { product } of attended) {
    if (!product) continue
    const key = `${product.id} ${product.ratio.concentrate}:${product.ratio.water}`
    const entry = products.get(key) ?? { ...product, ml: 0 }
    entry.ml += product.ml
    products.set(key, entry)
  }
  const wetSurfaces = unique(
    works.filter((w) => w.treatment.dries && ['cloth', 'carpet'].includes(w.material.family)).map((w) => w.surface.id),
  )
  return {
    attended: sum(attended.map((s) => s.p50)),
    attendedP80: jobP80(
      attended.map((s) => s.p50),
      severe,
      seed,
    ),
    planned: sum(attended.map((s) => s.minutes)),
    waterLeft: sum(
      wetSurfaces.map((id) => {
        const list = works.filter((w) => w.surface.id === id && w.treatment.wet)
        return leftAfter(list) * list[0]!.surface.area * (list[0]!.condition.extent ?? 1)
      }),
    ),
    carSoil: soil,
    byTreatment: treatments.map((treatment) => ({
      treatment,
      area: sum(steps.filter((s) => s.treatment === treatment).map((s) => s.area)),
      minutes:
        sum(steps.filter((s) => s.treatment === treatment).map((s) => s.p50)) +
        sum(setUps.filter((u) => u.treatment === treatment).map((u) => u.minutes)),
    })),
    products: [...products.values()],
  }
}

/** The notes of a procedure: what holds for the whole car and is said once. */
function notesOf(
  { checkIn }: ProcedureRequest,
  features: readonly Feature[],
  refused: readonly Permission[],
  sold: Package | undefined,
  house: readonly HouseChoice[],
  catalogue: Catalogue,
): string[] {
  const levels = ['', 'faint', 'clear', 'strong']
  return [
    ...(sold ? [`Sold: ${sold.name}. Marked surfaces outside it are not worked.`] : []),
    ...features.map((f) => `${f.name}: ${f.note}`),
    ...house.flatMap((c) => c.note ?? []),
    ...refused.map((p) => `Refused, may we ${p.question} ${p.refused}`),
    ...(checkIn.odours ?? []).map((o) => {
      const name = catalogue.odours.find((k) => k.id === o.kind)!.name
      const source = o.source ? `, suspected from ${o.source}` : ''
      return `Smell: ${name.toLowerCase()}, ${levels[o.level]}${source}. Source first, then clean, dry and air.`
    }),
    ...(checkIn.belongings.some((b) => b.fate === 'hazard' && !b.cleared)
      ? ['A hazardous find is not cleared: hands off, the lead decides.']
      : []),
    'Drying times are for doors open and a blower at 20 °C and 50 % humidity.',
    'Moisture is held to each material’s ceiling alone; drying against the promise is not judged yet.',
  ]
}

/**
 * Turns a check-in into an ordered procedure: one step a pass of one tool over neighbouring surfaces, with the reasons for its place.
 * Pure and deterministic; the catalogue is an argument.
 * @throws BadInput for conditions, stains, materials or house rules the body or the catalogue does not have
 */
export function generateProcedure(request: ProcedureRequest, catalogue: Catalogue): Procedure {
  const { checkIn } = request
  const { body } = checkIn.vehicle
  const impossible = bodyFaults(body, '/checkIn/vehicle/body')
  if (impossible.length > 0) throw new BadInput(impossible)
  const surfaces = surfacesOf(body, catalogue.surfaces)
  const unknown = referenceFaults(request, surfaces, catalogue)
  if (unknown.length > 0) throw new BadInput(unknown)
  const means = {
    equipment: new Set(request.equipment ?? catalogue.equipment.map((e) => e.id)),
    skills: new Set(request.skills ?? catalogue.skills.map((s) => s.id)),
  }
  const features = catalogue.features.filter((f) => body.features?.includes(f.id))
  const refused = catalogue.permissions.filter((p) => checkIn.permissions[p.id] === false)
  const sold = catalogue.packages.find((p) => p.id === checkIn.package)
  const choices = { ...Object.fromEntries(catalogue.houseRules.map((r) => [r.id, r.default])), ...request.houseRules }
  const house = catalogue.houseRules.map((r) => r.choices.find((c) => c.id === choices[r.id])!)
  const condition = house.some((c) => c.uniform) ? uniform(checkIn.condition, surfaces) : checkIn.condition
  const chosen = surfaces
    .filter((surface) => !sold || sold.groups.includes(surface.group))
    .map((surface) =>
      chooseWork(
        surface,
        condition[surface.id] ?? clean,
        catalogue,
        means,
        limitsOf(surface, features, refused, catalogue),
        house,
      ),
    )
  const works = chosen.flatMap((c) => c.work)
  const residuals: Residual[] = chosen.flatMap((c) => c.residuals)
  const soil = carSoil(surfaces, condition)
  const severe = soil >= 4
  const zones = unique(surfaces.map((s) => s.zone))
  const rows = body.rows.length

  const used: Treatment[] = catalogue.treatments.filter((t) => works.some((w) => w.treatment === t))
  const setUps = setUpMinutes(used)
  const worked = [...groupWork(works).values()].map((g) =>
    stepOf(g.works, g.zoneGroup, zones, rows, severe, catalogue, house),
  )
  const drafts: Draft[] = [
    ...wholeCarSteps(soil, request, sum(setUps.map((u) => u.minutes)), surfaces, zones, severe, catalogue),
    ...worked,
    ...dryingSteps(worked, works, rows, doorsAndBlower, severe, catalogue),
  ]
  const orderables: Orderable[] = drafts
  const links = linkSteps(orderables, bindingRules(catalogue.orderRules, choices))
  const steps = inOrder(drafts, links).map((draft) => {
    const { rows: _rows, dries: _dries, ...step } = draft
    return {
      ...step,
      cautions: cautionsFor(step, checkIn.permissions, catalogue),
      why: reasonsOf(draft, links, catalogue),
    }
  })
  return {
    steps,
    links: withoutImplied(orderables, links),
    totals: totalsOf(steps, works, setUps, soil, severe, request.seed ?? 1),
    residuals,
    expectations: expectationsOf(checkIn, surfaces, catalogue),
    notes: notesOf(request, features, refused, sold, house, catalogue),
  }
}
