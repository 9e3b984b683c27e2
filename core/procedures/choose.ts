import type { Material, Surface } from '#core/cabin/schema.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Catalogue, Programme, Treatment } from './catalogue.ts'
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

/** Why a treatment may not be used on a surface here, or undefined when it may. */
function refusal(treatment: Treatment, material: Material, means: Means): { code: string; reason: string } | undefined {
  const bad = treatment.techniques.find((code) => (material.tolerates[code] ?? 'N') === 'N')
  if (bad) return { code: 'forbidden', reason: `${treatment.name}: ${material.name} does not tolerate it (${bad}).` }
  const left = leftOn(treatment, material)
  if (left > material.ceiling) {
    return {
      code: 'moisture-ceiling',
      reason: `${treatment.name} leaves ${left} g/m², above the ceiling of ${material.ceiling} for ${material.name}.`,
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

const extraction = new Set(['hotx', 'hotx_carpet'])

function stainTreatments(
  surface: Surface,
  family: string,
  condition: SurfaceCondition,
  catalogue: Catalogue,
  residuals: Residual[],
): string[] {
  return (condition.stains ?? []).flatMap((stain) => {
    const kind = catalogue.stains.find((k) => k.id === stain.kind)!
    const row = kind.treat.find((t) => t.families.includes(family))
    if (row) return row.treatments
    residuals.push({
      surface: surface.id,
      name: surface.name,
      code: 'record',
      reason: `${kind.name} on this material is recorded, not worked.`,
    })
    return []
  })
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
): { work: Work[]; residuals: Residual[] } {
  const residuals: Residual[] = []
  const record = (code: string, reason: string) =>
    residuals.push({ surface: surface.id, name: surface.name, code, reason })
  const material = catalogue.materials.find((m) => m.id === surface.material)!
  const programme = catalogue.programmes.find(
    (p) => p.groups.includes(surface.group) && p.families.includes(material.family),
  )
  const touched =
    condition.soil > 0 || (condition.hair ?? 0) > 0 || (condition.sand ?? 0) > 0 || (condition.stains ?? []).length > 0
  if (!touched) return { work: [], residuals }
  if (!programme) {
    record('specialist', `No way of working ${material.name} here is known: specialist.`)
    return { work: [], residuals }
  }
  const treatmentOf = (id: string) => catalogue.treatments.find((t) => t.id === id)!
  let ids = startingRung(programme, condition.soil, treatmentOf, material, means, record)
  ids.push(...stainTreatments(surface, material.family, condition, catalogue, residuals))
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
  if (programme.recordFrom !== undefined && condition.soil >= programme.recordFrom) {
    record('record', `Soil this heavy on ${material.name} is worked once, gently; what remains is recorded.`)
  }
  const work: Work[] = []
  for (const id of new Set(ids)) {
    const treatment = treatmentOf(id)
    const no = refusal(treatment, material, means)
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

/** The highest rung at or below the soil level that may be used here; what a lower one leaves is recorded with the reason. */
function startingRung(
  programme: Programme,
  soil: number,
  treatmentOf: (id: string) => Treatment,
  material: Material,
  means: Means,
  record: (code: string, reason: string) => void,
): string[] {
  for (let level = soil; level > 0; level--) {
    const rung = programme.soil[level]!
    const stuck = rung.map((id) => refusal(treatmentOf(id), material, means)).find(Boolean)
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
