import type { Material, Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Programme } from '#core/catalogue/programme.ts'
import type { StainKind } from '#core/catalogue/stain.ts'
import type { Ban, Treatment } from '#core/catalogue/treatment.ts'
import type { Stain, SurfaceCondition } from '#core/condition/schema.ts'
import { none } from '#core/message/message.ts'
import { looseAlone } from '#core/procedures/loose-alone.ts'
import { type Reason, reason } from '#core/procedures/messages.ts'
import type { Residual } from '#core/procedures/schema.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { balanceOf, leftOn } from './balance.ts'
import { forbiddenBy } from './forbidden.ts'
import { type Effect, type Limits, limitsOf } from './limits.ts'
import type { Setting } from './setting.ts'
import { areaOfStains, plannedFor, stainRow, stainsOf } from './stains-here.ts'
import type { Standing } from './stops.ts'

/** One treatment of one surface, before grouping into steps. `area` in m² as worked, `pace` the shop's own over the catalogue's minutes. */
export interface Work {
  treatment: Treatment
  stage: string
  surface: Surface
  material: Material
  condition: SurfaceCondition
  area: number
  pace: number
  /** Stains it is done for. */
  stains?: readonly Stain[]
  /** Its towels are thrown away. */
  discards?: true
  /** Skills beside the treatment's own. */
  skills?: readonly string[]
}

/** Why something may not be done. `rule` names the catalogue's forbidden rule, where it is one. */
export interface Refused {
  code: string
  reason: Reason
  rule?: string
  /** What to do instead: as the rule says, or have it cleared. */
  instead?: { rule: string } | { clear: true }
}

const soft = new Set(['cloth', 'carpet', 'wool', 'synthetic-suede', 'headliner'])

/** Groups of surface that soak. */
const soaks = new Set(['carpet', 'carpet-worn', 'load'])
const rinses = new Set(['hotx', 'hotx_carpet', 'coldx'])
const extraction = new Set([...rinses, 'spotx'])
const besideRinsing = new Set(['lm', 'neutral_lm', 'spotx'])
/** Passes by hand over hard parts and leather, each stronger than the one before: who does one does not need those before it. */
const handPasses = ['small_towel', 'towel', 'small', 'brush', 'pad', 'strong', 'leather_clean']
/** Stains of this index and above come back up while their surface dries (catalogue.md C3). */
const wicksBack = 3

/** Chooses for one surface, step by step; its fields are what the steps share. */
class Choice {
  readonly residuals: Residual[] = []
  readonly material: Material
  readonly stains: readonly { stain: Stain; kind: StainKind }[]
  readonly effects: readonly Effect[]
  readonly programme: Programme | undefined
  /** Stains that changed the work of the soil here. */
  readonly ruled = new Map<string, { ban: Ban; kind: StainKind }>()
  private readonly limits: Limits
  /** What is done instead of something else, and of what. */
  private readonly standsFor = new Map<string, string[]>()
  /** What a stain rules out only before it has had its own treatment. */
  private readonly unbanned = new Set<string>()
  /** What was asked before, by treatment, where a stain must stay cold and where none must. */
  private readonly judged = {
    cold: new Map<string, Refused | undefined>(),
    warm: new Map<string, Refused | undefined>(),
  }

  constructor(
    readonly surface: Surface,
    readonly condition: SurfaceCondition,
    readonly setting: Setting,
  ) {
    const { catalogue } = setting
    const { family } = setting.material(surface.material)
    this.effects = (condition.damage ?? []).flatMap((d) => {
      const kind = byId(catalogue.damages, d.kind, 'damage')
      return kind.effects.filter((e) => e.families.includes(family)).map((effect) => ({ damage: kind.id, effect }))
    })
    const instead = this.effects.find((e) => e.effect.asMaterial)?.effect.asMaterial
    this.material = setting.material(instead ?? surface.material)
    this.programme = setting.programme(surface, this.material)
    this.limits = limitsOf(surface, setting.features, setting.refused, catalogue, this.effects)
    this.stains = stainsOf(condition, catalogue).map((stain) => ({
      stain,
      kind: byId(catalogue.stains, stain.kind, 'stain'),
    }))
  }

  get isJudged(): boolean {
    return this.limits.judged
  }

  /** g/m² that may stay here. */
  get ceiling(): number {
    return Math.min(this.material.ceiling, this.limits.ceiling, ...this.limits.also.map((m) => m.ceiling))
  }

  /** Pale trim, and a house that works panels: a spot that is rinsed out alone dries to a ring. */
  private get even(): boolean {
    if (!soft.has(this.material.family)) return false
    return this.limits.even || this.setting.house.some((c) => c.even)
  }

  private has(treatment: Treatment, ban: Ban): boolean {
    if (ban === 'heat') return treatment.hot === true
    if (ban === 'rub') return treatment.rubs === true
    const product = this.setting.catalogue.products.find((p) => p.id === treatment.product?.id)
    return product?.families.includes(ban) === true
  }

  /** What a stain here rules out of a treatment that is not its own (judgement: a stain rules its panel). */
  private banned(treatment: Treatment): { ban: Ban; kind: StainKind } | undefined {
    if (!soft.has(this.material.family) || this.unbanned.has(treatment.id)) return undefined
    for (const { kind } of this.stains) {
      if (kind.treatments.includes(treatment.id)) continue
      const ban = kind.bans.find((b) => this.has(treatment, b))
      if (ban) return { ban, kind }
    }
    return undefined
  }

  /** A rung as the stains here leave it, and with what is used where something may not be. */
  fitted(ids: readonly string[], planned: readonly string[], depth = 0): string[] {
    const out: string[] = []
    for (const id of ids)
      for (const used of this.instead(id, planned, depth) ?? [id]) if (!out.includes(used)) out.push(used)
    return out
  }

  /** What is used in a treatment's place here; undefined where it is done itself. */
  private instead(id: string, planned: readonly string[], depth: number): string[] | undefined {
    if (depth >= 4) return undefined
    const treatment = this.setting.treatment(id)
    const banned = this.banned(treatment)
    const under = banned && treatment.under?.[banned.ban]
    if (under) {
      this.ruled.set(banned.kind.id, banned)
      return this.fitted(under, planned, depth + 1)
    }
    if (!treatment.orElse || !this.refusal(treatment, planned)) return undefined
    const others = this.fitted(treatment.orElse, planned, depth + 1)
    if (this.allowed(others, planned)) return undefined
    for (const other of others) fileUnder(this.standsFor, other, id)
    return others
  }

  record(code: string, why: Reason) {
    this.residuals.push({ surface: this.surface.id, name: this.surface.name, code, reason: why })
  }

  /** A stain that must stay cold, while no enzyme is planned or done. */
  private isCold(planned: readonly string[]): boolean {
    if (planned.includes('enzyme') || this.isDone('enzyme')) return false
    return this.stains.some(({ kind }) => kind.cold)
  }

  /** Why a treatment may not be used here, or undefined when it may. @param planned what else is to be done here */
  refusal(treatment: Treatment, planned: readonly string[]): Refused | undefined {
    const cold = this.isCold(planned)
    const judged = cold ? this.judged.cold : this.judged.warm
    if (!judged.has(treatment.id)) judged.set(treatment.id, this.judge(treatment, cold))
    return judged.get(treatment.id)
  }

  private judge(treatment: Treatment, cold: boolean): Refused | undefined {
    const { material, limits, setting } = this
    const spot = { surface: this.surface, material, condition: this.condition, cold }
    const rule = forbiddenBy(setting.against(treatment), spot)
    if (rule)
      return {
        code: 'forbidden',
        reason: reason('forbidden-rule', { treatment: treatment.id, rule: rule.id }),
        rule: rule.id,
        instead: { rule: rule.id },
      }
    if (treatment.onlyOn && !treatment.onlyOn.includes(material.id))
      return {
        code: 'forbidden',
        reason: reason('not-tolerated', {
          treatment: treatment.id,
          material: material.id,
          technique: treatment.techniques[0] ?? '',
        }),
      }
    for (const row of [material, ...limits.also]) {
      const technique = treatment.techniques.find((code) => (row.tolerates[code] ?? 'N') === 'N')
      if (technique)
        return {
          code: 'forbidden',
          reason: reason('not-tolerated', { treatment: treatment.id, material: row.id, technique }),
        }
    }
    const banned = this.banned(treatment)
    if (banned)
      return {
        code: 'stain',
        reason: reason('stain-bans', { treatment: treatment.id, stain: banned.kind.id }),
      }
    const product = setting.catalogue.products.find((p) => p.id === treatment.product?.id)
    for (const row of [material, ...limits.also]) {
      const family = product?.families.find((f) => row.never?.includes(f))
      if (family)
        return {
          code: 'forbidden',
          reason: reason('family-never', { treatment: treatment.id, family, material: row.id }),
        }
    }
    const untested = this.untested(treatment)
    if (untested) return { code: 'untested', reason: reason('not-tested', { treatment: treatment.id, ...untested }) }
    const ruled = treatment.techniques.find((code) => limits.forbidden.has(code))
    if (ruled)
      return {
        code: 'forbidden',
        reason: reason('ruled-out', { treatment: treatment.id, by: limits.forbidden.get(ruled)! }),
      }
    const left = leftOn(treatment, material, this.setting.catalogue.figures)
    const { ceiling } = this
    // What is put on to be taken out again is judged by what takes it out.
    if (left > ceiling && !treatment.needs) {
      return {
        code: 'moisture-ceiling',
        reason: reason('over-ceiling', {
          treatment: treatment.id,
          left,
          ceiling,
          material: material.id,
          lowered: ceiling < material.ceiling,
        }),
      }
    }
    const equipment = treatment.equipment.find((id) => !setting.means.equipment.has(id))
    if (equipment) return { code: 'no-equipment', reason: reason('no-machine', { treatment: treatment.id, equipment }) }
    const skill = treatment.skills.find((id) => !setting.means.skills.has(id))
    if (skill) return { code: 'no-skill', reason: reason('nobody-holds', { treatment: treatment.id, skill }) }
    return undefined
  }

  /** What a refused test spot leaves out here beside its techniques: heat anywhere, and anything wet on what is always tested. */
  private untested(treatment: Treatment): { material?: string } | undefined {
    for (const { untested } of this.setting.refused) {
      if (!untested) continue
      if (treatment.hot) return {}
      if (treatment.wet && untested.materials.includes(this.material.id)) return { material: this.material.id }
    }
    return undefined
  }

  /** Why the first of them that may not be done may not. */
  allowed(ids: readonly string[], planned: readonly string[]): Refused | undefined {
    for (const id of ids) {
      const no = this.refusal(this.setting.treatment(id), planned)
      if (no) return no
    }
    return undefined
  }

  /** What the surface's stains add, in their own order; what may not be used here is left out with what it needs, and told. */
  forStains(only: (kind: StainKind) => boolean = () => true): string[] {
    return this.stains.flatMap(({ kind }) => {
      if (!only(kind)) return []
      const own = plannedFor(kind, this.material.family, this.setting.catalogue)
      if (own.length === 0) {
        const row = stainRow(kind, this.material.family, this.setting.catalogue)
        const { left = 'record' } = row ?? kind
        this.record(
          left,
          reason('stain-left', { stain: kind.id, ...(row ? { on: { group: kind.group, row: row.index } } : {}) }),
        )
        return []
      }
      const kept: string[] = []
      const dropped: Treatment[] = []
      for (const id of own) {
        const treatment = this.setting.treatment(id)
        const wantedBy = (list: readonly Treatment[]) => list.some((t) => t.needs?.includes(id))
        if (wantedBy(dropped) && !wantedBy(kept.map((k) => this.setting.treatment(k)))) continue
        const no = this.refusal(treatment, own)
        const others = no && treatment.orElse ? this.fitted(treatment.orElse, own) : undefined
        if (!no) kept.push(id)
        else if (others && !this.allowed(others, own)) {
          for (const other of others) fileUnder(this.standsFor, other, id)
          kept.push(...others)
        } else {
          dropped.push(treatment)
          this.record(no.code, no.reason)
        }
      }
      return this.takenOutAgain(kept)
    })
  }

  /** What goes on comes off: where its own rinse may not be used another of its rinses is; where none may, it is not put on. */
  takenOutAgain(ids: readonly string[], among = ids): string[] {
    return ids.flatMap((id) => {
      const treatment = this.setting.treatment(id)
      const { needs } = treatment
      if (!needs || needs.some((rinse) => among.includes(rinse) || this.isDone(rinse))) return [id]
      const rinse = needs.find((other) => !this.refusal(this.setting.treatment(other), among))
      if (rinse) return [id, rinse]
      this.record('rinse', reason('nothing-takes-it-out', { treatment: id }))
      return []
    })
  }

  /** Hard parts and leather are cleaned by hand once: by the strongest of what its soil and its stains ask for. */
  inOnePass(ids: readonly string[]): string[] {
    const passes = handPasses.filter((id) => ids.includes(id))
    const kept = passes.at(-1)!
    for (const spared of passes.slice(0, -1)) fileUnder(this.standsFor, kept, spared)
    return ids.filter((id) => id === kept || !passes.includes(id))
  }

  /** What was there before and is no cleaning task. */
  recordWhatStays(): void {
    const { damage = [], moisture } = this.condition
    const { damages } = this.setting.catalogue
    for (const d of damage) {
      const { effects } = byId(damages, d.kind, 'damage')
      this.record(
        'damage',
        reason('damage', {
          damage: d.kind,
          appeared: d.appeared !== undefined,
          advice: effects.flatMap((e, i) => (e.advised ? [i] : [])),
          note: d.note ?? '',
        }),
      )
    }
    if (moisture) this.record('moisture', reason('wet-when-received', { moisture }))
  }

  /** The rung a surface gets: what was set for it, else its soil within the finish level. */
  level(): number {
    const { soil } = this.condition
    const bearable = Math.min(
      4,
      ...this.effects.flatMap((e) => e.effect.rungAtMost ?? []),
      ...this.setting.refused.flatMap((p) => p.untested?.rungAtMost ?? []),
    )
    const set = this.setting.rungs.get(this.surface.id)
    if (set !== undefined) return Math.min(bearable, set)
    const { rungAtMost, rungAtLeast = 0, furtherFrom, hidden } = this.setting.finish
    const further = furtherFrom !== undefined && soil >= furtherFrom ? soil + 1 : soil
    const unseen = hidden && this.surface.visibility <= hidden.visibility && this.surface.touch <= hidden.touch
    const most = unseen ? Math.min(rungAtMost, hidden.rungAtMost) : rungAtMost
    return soil === 0 ? 0 : Math.min(bearable, most, Math.max(rungAtLeast, further))
  }

  /** The rung of a level that is better here than its usual one, because less water goes in (judgement.md §9); undefined where none is or may be. */
  private rather(programme: Programme, level: number, planned: readonly string[]): string[] | undefined {
    const holds = {
      wicks:
        !this.limits.even &&
        this.stains.some(({ kind }) => kind.wicking >= wicksBack) &&
        !this.stains.some(({ kind }) => kind.rinsedOut),
      electrics: this.limits.ceiling < this.material.ceiling,
    }
    return programme.rather
      ?.filter((r) => r.soil === level && holds[r.where])
      .map((r) => r.rung)
      .find((rung) => !this.allowed(rung, [...planned, ...rung]))
  }

  /** The highest rung at or below a level that may be used here; what a lower one leaves is recorded with the reason. */
  startingRung(programme: Programme, from: number, planned: readonly string[]): readonly string[] {
    for (let level = from; level > 0; level--) {
      const rather = this.rather(programme, level, planned)
      if (rather) return rather
      const rung = this.fitted(programme.soil[level]!, planned)
      const stuck = this.allowed(rung, planned)
      if (!stuck) return rung
      if (level === from) this.record(stuck.code, reason('gentler-rung', { because: stuck.reason }))
    }
    return []
  }

  /** Whether an earlier version of the procedure has done it here. */
  isDone(id: string): boolean {
    return this.setting.done.size > 0 && this.setting.done.has(`${id} ${this.surface.id}`)
  }

  /** After failed rechecks: the next rung, or nothing more. */
  retried(programme: Programme, level: number, times: number): string[] {
    const fresh = (ids: readonly string[]) => ids.filter((id) => !this.isDone(id))
    if (times > this.setting.catalogue.figures.mostRetries) {
      this.record('tried', reason('failed-when-dry', { times }))
      return []
    }
    for (let next = level; next <= Math.min(4, level + times); next++) {
      const more = fresh(this.fitted(programme.soil[next]!, []))
      if (more.length > 0 && !this.allowed(more, more)) return more
    }
    this.record('tried', reason('no-further-rung', none))
    return []
  }

  /**
   * Clean, and back as it dried (trade.md §7): a mist and a dry towel, then covered steam, no more water, two rounds at most. Steam sets
   * protein, urine and dye, and what nobody knows may be one of them.
   */
  cameBack(times: number): string[] {
    const { wicking, mostRetries } = this.setting.catalogue.figures
    const steams = ({ kind }: { kind: StainKind }) =>
      wicking.steamsAfterMist.includes(kind.group) || !kind.bans.includes('heat')
    if (this.stains.length > 0 && this.stains.every(steams)) {
      this.unbanned.add('steam')
      for (const known of [this.judged.cold, this.judged.warm]) known.delete('steam')
    }
    const rounds = this.unbanned.has('steam') ? ['wick_mist', 'steam'] : ['wick_mist']
    const next = rounds.slice(0, times).find((id) => !this.isDone(id) && !this.allowed([id], [id]))
    if (next === undefined || times > mostRetries) {
      this.record('tried', reason('came-back', { times }))
      return []
    }
    return [next]
  }

  /** What was sold, the finish and the house have their own way instead of the usual one: where everything it uses may be used here. */
  swapped(ids: readonly string[]): string[] {
    const { swaps } = this.setting
    const keeps = this.effects.flatMap((e) => e.effect.keeps ?? [])
    return ids.flatMap((id) => {
      if (keeps.includes(id)) return [id]
      const swap = swaps.find((s) => s.treatment === id && (s.families?.includes(this.material.family) ?? true))
      if (!swap) return [id]
      const use = this.fitted(swap.use, [...ids, ...swap.use])
      return !this.allowed(use, [...ids, ...use]) ? use : [id]
    })
  }

  private balance(work: readonly Work[]): number {
    return balanceOf(
      work.map((w) => w.treatment),
      this.material,
      this.setting.catalogue.figures,
    )
  }

  /** Takes out what the sum of water does not bear: second rounds first, then what wets without pulling out. */
  within(work: Work[]): Work[] {
    let kept = work
    while (this.balance(kept) > this.ceiling) {
      const left = (w: Work) => leftOn(w.treatment, this.material, this.setting.catalogue.figures)
      const most = kept.find((w) => (w.treatment.left.adds ?? 0) > 0) ?? [...kept].sort((a, b) => left(b) - left(a))[0]!
      const needs = new Set(most.treatment.needs)
      kept = kept.filter(
        (w) =>
          w !== most &&
          !(needs.has(w.treatment.id) && !kept.some((k) => k !== most && k.treatment.needs?.includes(w.treatment.id))),
      )
      // What was put on for it to pull out goes with it; a wet vacuum takes its place where that may be.
      const has = new Set(kept.map((w) => w.treatment.id))
      kept = kept.filter(({ treatment: { needs } }) => !needs || needs.some((id) => has.has(id) || this.isDone(id)))
      const gentler = extraction.has(most.treatment.id) && !has.has('lm') ? this.fitted(['lm'], []) : []
      if (!this.allowed(gentler, gentler)) kept = [...kept, ...gentler.map((id) => this.work(id, this.programme))]
      this.record('moisture-ceiling', reason('too-much-water', { treatment: most.treatment.id, ceiling: this.ceiling }))
    }
    return kept
  }

  work(id: string, programme: Programme | undefined): Work {
    const treatment = this.setting.treatment(id)
    return {
      treatment,
      stage: treatment.stage === 'wet' ? (programme?.stage ?? 'hard') : treatment.stage,
      surface: this.surface,
      material: this.material,
      condition: this.condition,
      area:
        treatment.spots && !(this.even && treatment.clears)
          ? this.spotArea(id)
          : this.surface.area * (treatment.share ?? 1) * this.extent(treatment, programme),
      pace: this.setting.rates[id] ?? 1,
      ...this.why(id),
    }
  }

  /** The stains a treatment is done for. */
  private why(id: string): Pick<Work, 'stains'> {
    if (this.stains.length === 0) return {}
    const own = [id, ...(this.standsFor.get(id) ?? [])]
    const isFor = (planned: readonly string[]) => own.some((done) => planned.includes(done))
    const stains = this.stains
      .filter(({ kind }) => isFor(plannedFor(kind, this.material.family, this.setting.catalogue)))
      .map(({ stain }) => stain)
    return stains.length > 0 ? { stains } : {}
  }

  /** Where it is put on the stain alone: as much as the stains take, the whole surface at most. */
  private spotArea(id: string): number {
    const { area } = this.surface
    const stains = this.why(id).stains ?? []
    if (stains.length === 0) return area
    return areaOfStains(stains, area, this.setting.catalogue.figures)
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
  setting: Setting,
): string[] {
  if (soil === 0) return []
  const added = setting.adds
    .filter((a) => a.groups.includes(surface.group) && surface.touch >= (a.touch ?? 0))
    .flatMap((a) => a.use)
  const groomed =
    (programme.groom === 'always' && level >= soil && level > 1) ||
    (programme.groom === 'extracted' && ids.some((id) => extraction.has(id)))
  // Loose soil rises as it dries: a last quick pass over what was vacuumed and then wetted.
  const once = ids.some((id) => setting.treatment(id).stage === 'vacuum')
  const wetted = surface.group !== 'mat' && ids.some((id) => setting.treatment(id).dries)
  return [
    ...(once && wetted ? ['vac_final'] : []),
    ...added,
    ...(programme.dustFrom !== undefined && level >= programme.dustFrom ? ['dust'] : []),
    // What only needed its dust taken off needs no protecting.
    ...(programme.dress && surface.dress && level > 1 ? ['dress'] : []),
    ...(groomed ? ['groom'] : []),
  ]
}

/** What a trained person does where a finding stops and the crew takes it on: that, and nothing else before it is cleared. */
function takenOn(choice: Choice, { rule }: Standing): Work[] {
  // Solids come off whatever the material, even where nothing else may be done: the place is not brushed or vacuumed before.
  const ids = rule.work
    ? choice.fitted(rule.work, rule.work)
    : ['lift', ...choice.forStains((kind) => kind.fluid === true)]
  const work: Work[] = []
  for (const id of new Set([...ids, 'judge'])) {
    if (choice.isDone(id)) continue
    const no = choice.refusal(choice.setting.treatment(id), ids)
    if (no) choice.record(no.code, no.reason)
    else {
      const made = choice.work(id, choice.programme)
      // Trained hands do all of it before the ordinary work comes near.
      const stage = made.treatment.stage === 'wet' ? 'fluids' : made.stage
      work.push({ ...made, stage, discards: true, skills: rule.skill ? [rule.skill] : [] })
    }
  }
  choice.record('held', reason('fluid-by-trained', { rule: rule.id }))
  return choice.within(work)
}

const vacuums = (id: string, setting: Setting) => setting.treatment(id).techniques.includes('VS')

/** How a surface is vacuumed at whatever rung, if it ever is. */
const vacuumOf = (programme: Programme, setting: Setting): string | undefined =>
  programme.soil.flat().find((id) => vacuums(id, setting))

/** What a finish or the house adds, and dressing: where it may not be done nobody misses it. */
const isExtra = (id: string, { adds }: Setting) => id === 'dress' || adds.some((a) => a.use.includes(id))

/** Water is taken out of a soaked floor and its underlay is lifted; its soil waits until it has dried and was looked at again. */
const drained = ['water_out', 'lift_underlay']

/**
 * The treatments one surface gets: its programme at its rung, what its stains add, and what is dropped with the reason.
 * A rung that may not be used here falls back to the next lower one; an extra that may not be used is left and recorded.
 */
export function chooseWork(
  surface: Surface,
  condition: SurfaceCondition,
  setting: Setting,
): { work: Work[]; residuals: Residual[] } {
  const { besides } = setting
  if (besides?.surfaces.has(surface.id))
    return chooseWork(surface, condition, { ...besides.setting, rungs: setting.rungs })
  const choice = new Choice(surface, condition, setting)
  const { residuals, material } = choice
  const nothing = { work: [], residuals }
  choice.recordWhatStays()
  const standing = setting.held.by.get(surface.id)
  if (standing?.taken && standing.places.includes(surface)) return { work: takenOn(choice, standing), residuals }
  if (standing) {
    choice.record('held', reason('held', { rule: standing.rule.id, because: standing.because }))
    return nothing
  }
  if (setting.covered.has(surface.zone)) {
    choice.record('covered', reason('child-seat', none))
    return nothing
  }
  if (choice.effects.some((e) => e.effect.rungAtMost === 0)) return nothing
  const { soil, sand = 0 } = condition
  if (condition.moisture === 'soaked' && soaks.has(surface.group) && !drained.every((id) => choice.isDone(id))) {
    choice.record('soaked', reason('soaked', none))
    return {
      work: drained.map((id) => choice.work(id, choice.programme)).concat(choice.work('judge', undefined)),
      residuals,
    }
  }
  const hair = Math.max(0, (condition.hair ?? 0) + ((condition.hair ?? 0) > 1 ? setting.finish.hair : 0))
  if (soil === 0 && hair === 0 && sand === 0 && choice.stains.length === 0) return nothing
  const level = choice.level()
  if (level === 0 && setting.rungs.has(surface.id)) {
    choice.record('left-out', reason('left-out', none))
    return nothing
  }
  if (level < soil && setting.refused.some((p) => p.untested && p.untested.rungAtMost < soil))
    choice.record('untested', reason('rung-untested', none))
  const { programme } = choice
  if (!programme) {
    choice.record('specialist', reason('no-way', { material: material.id }))
    return nothing
  }
  const vacuum = vacuumOf(programme, setting)
  if (setting.held.noVacuum && vacuum) {
    choice.record('held', reason('no-vacuum', none))
    return nothing
  }
  if (level === looseAlone) return looseOnly(choice, vacuum, hair)
  const forStains = setting.sold?.noStains ? [] : choice.forStains()
  // A copy: the rung is the catalogue's own, and what this car asks for besides must not stay in it.
  let ids = [...choice.startingRung(programme, level, forStains)]
  const times = setting.retries[surface.id] ?? 0
  if (times > 0) ids.push(...choice.retried(programme, level, times))
  const back = setting.wicked[surface.id] ?? 0
  if (back > 0) ids.push(...choice.cameBack(back))
  ids.push(...choice.fitted(forStains, forStains))
  ids = choice.inOnePass(ids)
  // What is extracted needs neither a wet vacuum beside it nor what stands for one.
  if (ids.some((id) => rinses.has(id))) ids = ids.filter((id) => !besideRinsing.has(id))
  if (hair > 0) ids.push('hair')
  if (sand > 0) ids.push(...choice.fitted(['sand'], ids))
  // What is loosened is taken up, on a surface without soil too, and on one whose soil asks for a damp towel alone.
  if (hair + sand > 0 && vacuum && !ids.some((id) => vacuums(id, setting))) ids.push(...choice.fitted([vacuum], ids))
  if (programme.specialistFrom !== undefined && soil >= programme.specialistFrom)
    choice.record('specialist', reason('heavy-for-specialist', { material: material.id }))
  if (programme.recordFrom !== undefined && soil >= programme.recordFrom)
    choice.record('record', reason('heavy-once', { material: material.id }))
  ids = choice.fitted(choice.swapped(ids), ids)
  // The house's own way may have put something else in the place of what took a stain's product out.
  ids = ids.flatMap((id) => (forStains.includes(id) ? choice.takenOutAgain([id], ids) : [id]))
  const beside = companions(programme, surface, soil, level, ids, setting)
  ids.push(...choice.fitted(choice.swapped(beside), [...ids, ...beside]))
  for (const { ban, kind } of choice.ruled.values())
    if (soil > 1) choice.record('stain', reason('stain-rules', { stain: kind.id, ban }))
  // What was wet is judged when dry, and what hides soil in raking light.
  const judged =
    choice.stains.length > 0 ||
    times + back > 0 ||
    ids.some((id) => setting.treatment(id).dries || (choice.isJudged && setting.treatment(id).wet))
  if (judged && !ids.includes('groom')) ids.push('judge')
  if (setting.held.noDust) ids = ids.filter((id) => id !== 'dust')
  return { work: choice.within(worked(choice, ids, hair)), residuals }
}

/** Treatments as they are done here; why one is not is recorded. */
function worked(choice: Choice, ids: readonly string[], hair: number): Work[] {
  const { setting, programme } = choice
  const asWorked = { ...choice.condition, hair }
  const work: Work[] = []
  for (const id of new Set(ids)) {
    const treatment = setting.treatment(id)
    // What is wetted again is judged again.
    const isAgain = treatment.stage === 'recheck' && work.some((w) => w.treatment.wet)
    if (setting.finish.drop.includes(id) || (choice.isDone(id) && !isAgain)) continue
    const no = choice.refusal(treatment, ids)
    // Dressing that a material does not want, and what a finish or the house adds, is simply not done; anything else left out is told.
    if (no) {
      if (!isExtra(id, setting)) choice.record(no.code, no.reason)
      continue
    }
    work.push({ ...choice.work(id, programme), condition: asWorked })
  }
  return work
}

/** Loose dirt alone: what lies on it lifted, hair and grit loosened, then vacuumed. What is never vacuumed is left as it is. */
function looseOnly(choice: Choice, vacuum: string | undefined, hair: number): { work: Work[]; residuals: Residual[] } {
  const { residuals, condition } = choice
  choice.record('left-out', reason(vacuum ? 'loose-alone' : 'left-out', none))
  if (vacuum === undefined) return { work: [], residuals }
  const lies = ({ kind }: Choice['stains'][number]) =>
    plannedFor(kind, choice.material.family, choice.setting.catalogue).includes('lift')
  const ids = choice.stains.some(lies) ? choice.fitted(['lift'], []) : []
  if (hair > 0) ids.push('hair')
  if ((condition.sand ?? 0) > 0) ids.push(...choice.fitted(['sand'], ids))
  ids.push(...choice.fitted([vacuum], ids))
  return { work: worked(choice, ids, hair), residuals }
}

/** No work of any kind where a finding stops, by any door. */
function heldHere(surface: Surface, setting: Setting): Refused | undefined {
  if (setting.covered.has(surface.zone)) return { code: 'covered', reason: reason('child-seat-there', none) }
  const standing = setting.held.by.get(surface.id)
  return (
    standing && {
      code: 'held',
      reason: reason('held-there', { rule: standing.rule.id, because: standing.because }),
      instead: { clear: true },
    }
  )
}

/** Why a rung may not be used on a surface here; undefined when it may. */
export function rungRefused(
  surface: Surface,
  condition: SurfaceCondition,
  setting: Setting,
  level: number,
): Refused | undefined {
  const held = heldHere(surface, setting)
  if (held) return held
  const choice = new Choice(surface, condition, setting)
  const { programme } = choice
  if (!programme) return { code: 'specialist', reason: reason('no-way-there', { material: choice.material.id }) }
  const planned = [...programme.soil[level]!, ...choice.forStains()]
  return choice.allowed(choice.fitted(programme.soil[level]!, planned), planned)
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
  const no = heldHere(surface, setting) ?? choice.refusal(setting.treatment(treatment), [...planned, treatment])
  return no ?? choice.work(treatment, choice.programme)
}
