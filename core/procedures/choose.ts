import type { Feature, Material, Surface } from '#core/cabin/schema.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Catalogue, Permission, Programme, StainKind, Treatment } from './catalogue.ts'
import { forbiddenBy } from './forbidden.ts'
import type { Residual } from './schema.ts'
import type { Setting } from './setting.ts'

/** One treatment of one surface, before grouping into steps. `area` in m² as worked, `pace` the shop's own over the catalogue's minutes. */
export interface Work {
  treatment: Treatment
  stage: string
  surface: Surface
  material: Material
  condition: SurfaceCondition
  area: number
  pace: number
}

/** What holds on one surface beside its material: the car's features and what the customer refused. */
interface Limits {
  ceiling: number
  forbidden: ReadonlyMap<string, string>
  /** Other materials whose rows hold as well. */
  also: readonly Material[]
}

/** Why something may not be done. `rule` names the catalogue's forbidden rule, where it is one. */
export interface Refused {
  code: string
  reason: string
  rule?: string
  instead?: string
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

/** g/m² left on a material after a treatment. */
export function leftOn(treatment: Treatment, material: Material): number {
  return material.family === 'carpet' ? (treatment.left.carpet ?? treatment.left.default) : treatment.left.default
}

const moistureWords = {
  damp: 'Damp when received.',
  soaked: 'Soaked when received: lift and dry the underlay.',
  ring: 'Water ring: suspect a blocked sunroof or scuttle drain.',
}

const extraction = new Set(['hotx', 'hotx_carpet', 'coldx', 'spotx'])
/** After so many failed rechecks a surface is left and what remains is recorded (trade.md §6). */
const mostRetries = 2

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

/** Chooses for one surface, step by step; its fields are what the steps share. */
class Choice {
  readonly residuals: Residual[] = []
  readonly material: Material
  private readonly limits: Limits

  constructor(
    readonly surface: Surface,
    readonly condition: SurfaceCondition,
    readonly setting: Setting,
  ) {
    this.material = setting.material(surface.material)
    this.limits = limitsOf(surface, setting.features, setting.refused, setting.catalogue)
  }

  record(code: string, reason: string) {
    this.residuals.push({ surface: this.surface.id, name: this.surface.name, code, reason })
  }

  /** A stain that must stay cold, while no enzyme is planned or done. */
  private isCold(planned: readonly string[]): boolean {
    if (planned.includes('enzyme') || this.setting.done.has(`enzyme ${this.surface.id}`)) return false
    return (this.condition.stains ?? []).some(
      (stain) => this.setting.catalogue.stains.find((k) => k.id === stain.kind)!.cold,
    )
  }

  /** Why a treatment may not be used here, or undefined when it may. @param planned what else is to be done here */
  refusal(treatment: Treatment, planned: readonly string[]): Refused | undefined {
    const { material, limits, setting } = this
    const spot = { surface: this.surface, material, condition: this.condition, cold: this.isCold(planned) }
    const rule = forbiddenBy(setting.against(treatment), spot)
    if (rule)
      return {
        code: 'forbidden',
        reason: `${treatment.name}: ${rule.reason}`,
        rule: rule.id,
        instead: rule.instead,
      }
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
    const machine = treatment.equipment.find((id) => !setting.means.equipment.has(id))
    if (machine) return { code: 'no-equipment', reason: `${treatment.name}: no ${machine} at hand.` }
    const skill = treatment.skills.find((id) => !setting.means.skills.has(id))
    if (skill) return { code: 'no-skill', reason: `${treatment.name}: nobody here holds "${skill}".` }
    return undefined
  }

  allowed = (ids: readonly string[], planned: readonly string[]) =>
    ids.map((id) => this.refusal(this.setting.treatment(id), planned)).find(Boolean)

  /** What the surface's stains add; those only recorded are told. */
  forStains(): string[] {
    return (this.condition.stains ?? []).flatMap((stain) => {
      const kind = this.setting.catalogue.stains.find((k) => k.id === stain.kind)!
      const row = stainRow(kind, this.material.family, this.setting.catalogue)
      const { treatments } = row ?? kind
      if (treatments.length > 0) return treatments
      const first = row?.first ?? kind.playbook[0]!
      const code = first.startsWith('stop') ? 'stop' : first.startsWith('specialist') ? 'specialist' : 'record'
      this.record(code, `${kind.name} here is recorded, not planned: ${first}. Never: ${kind.never}.`)
      return []
    })
  }

  /** What was there before and is no cleaning task. Biohazard takes all work off the surface. @returns whether it may be worked */
  recordWhatStays(): boolean {
    const { damage = [], moisture, biohazard = [] } = this.condition
    const { damages, biohazards } = this.setting.catalogue
    for (const d of damage) {
      const name = damages.find((k) => k.id === d.kind)!.name
      this.record(
        'damage',
        `${name}: permanent, not a cleaning task.${d.appeared ? ' Appeared during cleaning.' : ''}${d.note ? ` ${d.note}` : ''}`,
      )
    }
    if (moisture)
      this.record('moisture', `${moistureWords[moisture]} The mark returns until the leak is found: advise a mechanic.`)
    if (biohazard.length === 0) return true
    const names = biohazard.map((id) => biohazards.find((b) => b.id === id)!.name.toLowerCase())
    this.record(
      'biohazard',
      `Stop: ${names.join(', ')}. No brush, no air, no vacuum, no steam. Trained, equipped people only; anyone may refuse.`,
    )
    return false
  }

  /** The rung a surface gets: what was set for it, else its soil within the finish level. */
  level(): number {
    const { soil } = this.condition
    const set = this.setting.rungs.get(this.surface.id)
    if (set !== undefined) return set
    const { rungAtMost, rungAtLeast = 0, hidden } = this.setting.finish
    const unseen = hidden && this.surface.visibility <= hidden.visibility && this.surface.touch <= hidden.touch
    const most = unseen ? Math.min(rungAtMost, hidden.rungAtMost) : rungAtMost
    return soil === 0 ? 0 : Math.min(most, Math.max(rungAtLeast, soil))
  }

  /** The highest rung at or below a level that may be used here; what a lower one leaves is recorded with the reason. */
  startingRung(programme: Programme, from: number, planned: readonly string[]): string[] {
    for (let level = from; level > 0; level--) {
      const rung = programme.soil[level]!
      const stuck = this.allowed(rung, planned)
      if (!stuck) return [...rung]
      if (level === from)
        this.record(stuck.code, `${stuck.reason} Worked with a gentler rung; what it leaves is recorded.`)
    }
    return []
  }

  /** After failed rechecks: the next rung, an acid mist against what came back, or nothing more. */
  retried(programme: Programme, level: number, times: number): string[] {
    const isDone = (id: string) => this.setting.done.has(`${id} ${this.surface.id}`)
    const fresh = (ids: readonly string[]) => ids.filter((id) => !isDone(id))
    if (times > mostRetries) {
      this.record('tried', `Judged dry and failed ${times} times: left as it is, what remains is told at handover.`)
      return []
    }
    for (let next = level; next <= Math.min(4, level + times); next++) {
      const more = fresh(programme.soil[next]!)
      if (more.length > 0 && !this.allowed(more, more)) return more
    }
    if (!isDone('acid') && !this.allowed(['acid'], ['acid'])) return ['acid']
    this.record('tried', 'Judged dry and failed; no further rung is allowed here. What remains is told at handover.')
    return []
  }

  /** The house's own way instead of the usual one, where everything it uses may be used here; else the usual one stays. */
  swapped(ids: readonly string[]): string[] {
    const swaps = this.setting.house.flatMap((choice) => choice.swap ?? [])
    return ids.flatMap((id) => {
      const swap = swaps.find((s) => s.treatment === id && (s.families?.includes(this.material.family) ?? true))
      return swap && !this.allowed(swap.use, [...ids, ...swap.use]) ? swap.use : [id]
    })
  }

  work(id: string, programme: Programme | undefined): Work {
    const treatment = this.setting.treatment(id)
    return {
      treatment,
      stage: treatment.stage === 'wet' ? (programme?.stage ?? 'hard') : treatment.stage,
      surface: this.surface,
      material: this.material,
      condition: this.condition,
      area: this.surface.area * (treatment.share ?? 1) * this.extent(treatment, programme),
      pace: this.setting.rates[id] ?? 1,
    }
  }

  private extent(treatment: Treatment, programme: Programme | undefined): number {
    const partial =
      treatment.wet || treatment.id === 'agitate' || (treatment.id === 'groom' && programme?.groom === 'extracted')
    return partial ? (this.condition.extent ?? 1) : 1
  }
}

/** What goes with a rung on its surface: dusting before it, dressing after it, and grooming where the full rung is worked. */
function companions(
  programme: Programme,
  surface: Surface,
  soil: number,
  level: number,
  ids: readonly string[],
): string[] {
  if (soil === 0) return []
  const groomed =
    (programme.groom === 'always' && level >= soil) ||
    (programme.groom === 'extracted' && ids.some((id) => extraction.has(id)))
  return [
    ...(programme.dust ? ['dust'] : []),
    ...(programme.dress && surface.dress ? ['dress'] : []),
    ...(groomed ? ['groom'] : []),
  ]
}

/**
 * The treatments one surface gets: its programme at its rung, what its stains add, and what is dropped with the reason.
 * A rung that may not be used here falls back to the next lower one; an extra that may not be used is left and recorded.
 */
export function chooseWork(
  surface: Surface,
  condition: SurfaceCondition,
  setting: Setting,
): { work: Work[]; residuals: Residual[] } {
  const choice = new Choice(surface, condition, setting)
  const { residuals, material } = choice
  const nothing = { work: [], residuals }
  if (!choice.recordWhatStays()) return nothing
  const { soil, sand = 0, stains = [] } = condition
  const hair = Math.max(0, (condition.hair ?? 0) + ((condition.hair ?? 0) > 1 ? setting.finish.hair : 0))
  if (soil === 0 && hair === 0 && sand === 0 && stains.length === 0) return nothing
  const level = choice.level()
  if (level === 0 && setting.rungs.has(surface.id)) {
    choice.record('left-out', 'Left out of this procedure by the lead or for time.')
    return nothing
  }
  const programme = setting.programme(surface, material)
  if (!programme) {
    choice.record('specialist', `No way of working ${material.name} here is known: specialist.`)
    return nothing
  }
  const forStains = choice.forStains()
  let ids = choice.startingRung(programme, level, forStains)
  const times = setting.retries[surface.id] ?? 0
  if (times > 0) ids.push(...choice.retried(programme, level, times))
  ids.push(...forStains)
  if (ids.some((id) => extraction.has(id))) ids = ids.filter((id) => id !== 'lm')
  if (hair > 0) ids.push('hair')
  if (sand > 0) ids.push('sand')
  ids.push(...companions(programme, surface, soil, level, ids))
  if (programme.specialistFrom !== undefined && soil >= programme.specialistFrom)
    choice.record('specialist', `Soil this heavy on ${material.name} is a specialist’s; only the gentle work is done.`)
  if (programme.recordFrom !== undefined && soil >= programme.recordFrom)
    choice.record('record', `Soil this heavy on ${material.name} is worked once, gently; what remains is recorded.`)
  ids = choice.swapped(ids)
  const work: Work[] = []
  for (const id of new Set(ids)) {
    if (setting.finish.drop.includes(id) || setting.done.has(`${id} ${surface.id}`)) continue
    const no = choice.refusal(setting.treatment(id), ids)
    // Dressing that a material does not want is simply not done; anything else left out is told.
    if (no) {
      if (id !== 'dress') choice.record(no.code, no.reason)
      continue
    }
    work.push({ ...choice.work(id, programme), condition: { ...condition, hair } })
  }
  return { work, residuals }
}

/** Why a rung may not be used on a surface here; undefined when it may. */
export function rungRefused(
  surface: Surface,
  condition: SurfaceCondition,
  setting: Setting,
  level: number,
): Refused | undefined {
  const choice = new Choice(surface, condition, setting)
  const programme = setting.programme(surface, choice.material)
  if (!programme) return { code: 'specialist', reason: `No way of working ${choice.material.name} here is known.` }
  return choice.allowed(programme.soil[level]!, [...programme.soil[level]!, ...choice.forStains()])
}

/** One treatment of one surface by a lead's hand, or why it may not be. @param planned what else is done there */
export function workByHand(
  surface: Surface,
  condition: SurfaceCondition,
  setting: Setting,
  treatment: string,
  planned: readonly string[],
): Work | Refused {
  const choice = new Choice(surface, condition, setting)
  const no = choice.refusal(setting.treatment(treatment), [...planned, treatment])
  return no ?? choice.work(treatment, setting.programme(surface, choice.material))
}
