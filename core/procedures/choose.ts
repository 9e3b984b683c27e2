import type { Feature, Material, Surface } from '#core/cabin/schema.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Catalogue, HouseChoice, Permission, Programme, StainKind, Treatment } from './catalogue.ts'
import type { Residual } from './schema.ts'

/** One treatment of one surface, before grouping into steps. `area` in m² as worked. */
export interface Work {
  treatment: Treatment
  stage: string
  surface: Surface
  material: Material
  condition: SurfaceCondition
  area: number
}

/** What is at hand on the day. */
export interface Means {
  equipment: ReadonlySet<string>
  skills: ReadonlySet<string>
}

/** What holds on one surface beside its material: the car's features, what the customer refused, heat on a cold stain. */
interface Limits {
  ceiling: number
  forbidden: ReadonlyMap<string, string>
  /** Other materials whose rows hold as well. */
  also: readonly Material[]
}

/** Limits of a surface from the car's features and the permissions refused. */
export function limitsOf(
  surface: Surface,
  features: readonly Feature[],
  refused: readonly Permission[],
  catalogue: Catalogue,
): Limits {
  const forbidden = new Map<string, string>()
  const also: Material[] = []
  let ceiling = Number.POSITIVE_INFINITY
  for (const feature of features)
    for (const effect of feature.effects) {
      if (effect.kinds.length > 0 && !effect.kinds.includes(surface.kind)) continue
      for (const code of effect.forbid) forbidden.set(code, feature.name)
      ceiling = Math.min(ceiling, effect.ceiling ?? Number.POSITIVE_INFINITY)
      const material = catalogue.materials.find((m) => m.id === effect.asMaterial)
      if (material) also.push(material)
    }
  for (const permission of refused)
    for (const code of permission.needs) forbidden.set(code, `may we ${permission.question} was refused`)
  return { ceiling, forbidden, also }
}

/** Why a treatment may not be used on a surface here, or undefined when it may. */
function refusal(
  treatment: Treatment,
  material: Material,
  means: Means,
  limits: Limits,
): { code: string; reason: string } | undefined {
  for (const row of [material, ...limits.also]) {
    const bad = treatment.techniques.find((code) => (row.tolerates[code] ?? 'N') === 'N')
    if (bad) return { code: 'forbidden', reason: `${treatment.name}: ${row.name} does not tolerate it (${bad}).` }
  }
  const ruled = treatment.techniques.find((code) => limits.forbidden.has(code))
  if (ruled) return { code: 'forbidden', reason: `${treatment.name}: not here (${limits.forbidden.get(ruled)}).` }
  const left = leftOn(treatment, material)
  const ceiling = Math.min(material.ceiling, limits.ceiling, ...limits.also.map((m) => m.ceiling))
  if (left > ceiling) {
    return {
      code: 'moisture-ceiling',
      reason: `${treatment.name} leaves ${left} g/m², above the ceiling of ${ceiling} for ${material.name}${ceiling < material.ceiling ? ' in this car' : ''}.`,
    }
  }
  const machine = treatment.equipment.find((id) => !means.equipment.has(id))
  if (machine) return { code: 'no-equipment', reason: `${treatment.name}: no ${machine} at hand.` }
  const skill = treatment.skills.find((id) => !means.skills.has(id))
  if (skill) return { code: 'no-skill', reason: `${treatment.name}: nobody here holds "${skill}".` }
  return undefined
}

/** g/m² left on a material after a treatment. */
export function leftOn(treatment: Treatment, material: Material): number {
  return material.family === 'carpet' ? (treatment.left.carpet ?? treatment.left.default) : treatment.left.default
}

const moistureWords = {
  damp: 'Damp when received.',
  soaked: 'Soaked when received: lift and dry the underlay.',
  ring: 'Water ring: suspect a blocked sunroof or scuttle drain.',
}

const extraction = new Set(['hotx', 'hotx_carpet'])

/** How a stain of a group is taken on a material family; undefined on the cloth and carpet that its own row is about. */
export const stainRow = (kind: StainKind, family: string, catalogue: Catalogue) =>
  family === 'cloth' || family === 'carpet'
    ? undefined
    : (catalogue.stainGroups.find((g) => g.id === kind.group)?.on.find((row) => row.families.includes(family)) ?? {
        // A material nobody has a row for is taken as the strictest.
        first: 'record',
        limit: '',
        treatments: [],
        shift: null,
      })

function stainTreatments(
  surface: Surface,
  family: string,
  condition: SurfaceCondition,
  catalogue: Catalogue,
  residuals: Residual[],
): string[] {
  return (condition.stains ?? []).flatMap((stain) => {
    const kind = catalogue.stains.find((k) => k.id === stain.kind)!
    const row = stainRow(kind, family, catalogue)
    const { treatments } = row ?? kind
    if (treatments.length > 0) return treatments
    const first = row?.first ?? kind.playbook[0]!
    const code = first.startsWith('stop') ? 'stop' : first.startsWith('specialist') ? 'specialist' : 'record'
    residuals.push({
      surface: surface.id,
      name: surface.name,
      code,
      reason: `${kind.name} here is recorded, not planned: ${first}. Never: ${kind.never}.`,
    })
    return []
  })
}

/** Techniques a surface's own state rules out: heat on a stain that must stay cold until an enzyme has worked. */
function coldStains(condition: SurfaceCondition, ids: readonly string[], catalogue: Catalogue): string | undefined {
  if (ids.includes('enzyme')) return undefined
  return (condition.stains ?? [])
    .map((stain) => catalogue.stains.find((k) => k.id === stain.kind)!)
    .find((kind) => kind.cold)?.name
}

/**
 * The treatments one surface gets: its programme at its soil level, what its stains add, and what is dropped with the reason.
 * A rung that may not be used here falls back to the next lower one; an extra that may not be used is left and recorded.
 */
export function chooseWork(
  surface: Surface,
  condition: SurfaceCondition,
  catalogue: Catalogue,
  means: Means,
  given: Limits = { ceiling: Number.POSITIVE_INFINITY, forbidden: new Map(), also: [] },
  house: readonly HouseChoice[] = [],
): { work: Work[]; residuals: Residual[] } {
  const residuals: Residual[] = []
  const record = (code: string, reason: string) =>
    residuals.push({ surface: surface.id, name: surface.name, code, reason })
  const material = catalogue.materials.find((m) => m.id === surface.material)!
  const programme = catalogue.programmes.find(
    (p) => p.groups.includes(surface.group) && p.families.includes(material.family),
  )
  for (const damage of condition.damage ?? []) {
    const name = catalogue.damages.find((d) => d.id === damage.kind)!.name
    record(
      'damage',
      `${name}: permanent, not a cleaning task.${damage.appeared ? ' Appeared during cleaning.' : ''}${damage.note ? ` ${damage.note}` : ''}`,
    )
  }
  if (condition.moisture)
    record(
      'moisture',
      `${moistureWords[condition.moisture]} The mark returns until the leak is found: advise a mechanic.`,
    )
  if ((condition.biohazard ?? []).length > 0) {
    const names = condition.biohazard!.map((id) => catalogue.biohazards.find((b) => b.id === id)!.name.toLowerCase())
    record(
      'biohazard',
      `Stop: ${names.join(', ')}. No brush, no air, no vacuum, no steam. Trained, equipped people only; anyone may refuse.`,
    )
    return { work: [], residuals }
  }
  const touched =
    condition.soil > 0 || (condition.hair ?? 0) > 0 || (condition.sand ?? 0) > 0 || (condition.stains ?? []).length > 0
  if (!touched) return { work: [], residuals }
  if (!programme) {
    record('specialist', `No way of working ${material.name} here is known: specialist.`)
    return { work: [], residuals }
  }
  const treatmentOf = (id: string) => catalogue.treatments.find((t) => t.id === id)!
  const forStains = stainTreatments(surface, material.family, condition, catalogue, residuals)
  const cold = coldStains(condition, forStains, catalogue)
  const limits: Limits = cold
    ? { ...given, forbidden: new Map([...given.forbidden, ['HX', `${cold}: no heat`], ['ST', `${cold}: no heat`]]) }
    : given
  let ids = startingRung(programme, condition.soil, treatmentOf, material, means, limits, record)
  ids.push(...forStains)
  if (ids.some((id) => extraction.has(id))) ids = ids.filter((id) => id !== 'lm')
  if ((condition.hair ?? 0) > 0) ids.push('hair')
  if ((condition.sand ?? 0) > 0) ids.push('sand')
  if (programme.dust && condition.soil > 0) ids.push('dust')
  if (programme.dress && surface.dress && condition.soil > 0) ids.push('dress')
  if (
    condition.soil > 0 &&
    (programme.groom === 'always' || (programme.groom === 'extracted' && ids.some((id) => extraction.has(id))))
  )
    ids.push('groom')
  if (programme.specialistFrom !== undefined && condition.soil >= programme.specialistFrom)
    record('specialist', `Soil this heavy on ${material.name} is a specialist’s; only the gentle work is done.`)
  if (programme.recordFrom !== undefined && condition.soil >= programme.recordFrom) {
    record('record', `Soil this heavy on ${material.name} is worked once, gently; what remains is recorded.`)
  }
  ids = swapped(ids, house, material, (id) => refusal(treatmentOf(id), material, means, limits) === undefined)
  const work: Work[] = []
  for (const id of new Set(ids)) {
    const treatment = treatmentOf(id)
    const no = refusal(treatment, material, means, limits)
    // Dressing that a material does not want is simply not done; anything else left out is told.
    if (no) {
      if (id !== 'dress') record(no.code, no.reason)
      continue
    }
    work.push({
      treatment,
      stage: stageOf(treatment, programme),
      surface,
      material,
      condition,
      area: surface.area * (treatment.share ?? 1) * workedShare(treatment, programme, condition),
    })
  }
  return { work, residuals }
}

/** The house's own way instead of the usual one, where everything it uses may be used here; else the usual one stays. */
function swapped(
  ids: readonly string[],
  house: readonly HouseChoice[],
  material: Material,
  allowed: (treatment: string) => boolean,
): string[] {
  const swaps = house.flatMap((choice) => choice.swap ?? [])
  return ids.flatMap((id) => {
    const swap = swaps.find((s) => s.treatment === id && (s.families?.includes(material.family) ?? true))
    return swap?.use.every(allowed) ? swap.use : [id]
  })
}

/** The highest rung at or below the soil level that may be used here; what a lower one leaves is recorded with the reason. */
function startingRung(
  programme: Programme,
  soil: number,
  treatmentOf: (id: string) => Treatment,
  material: Material,
  means: Means,
  limits: Limits,
  record: (code: string, reason: string) => void,
): string[] {
  for (let level = soil; level > 0; level--) {
    const rung = programme.soil[level]!
    const stuck = rung.map((id) => refusal(treatmentOf(id), material, means, limits)).find(Boolean)
    if (!stuck) return [...rung]
    if (level === soil) record(stuck.code, `${stuck.reason} Worked with a gentler rung; what it leaves is recorded.`)
  }
  return []
}

function stageOf(treatment: Treatment, programme: Programme): string {
  return treatment.stage === 'wet' ? programme.stage : treatment.stage
}

function workedShare(treatment: Treatment, programme: Programme, condition: SurfaceCondition): number {
  const partial =
    treatment.wet || treatment.id === 'agitate' || (treatment.id === 'groom' && programme.groom === 'extracted')
  return partial ? (condition.extent ?? 1) : 1
}
