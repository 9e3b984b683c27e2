import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Condition, SurfaceCondition } from '#core/condition/schema.ts'
import { none } from '#core/message/message.ts'
import { chooseWork, type Refused, rungRefused, type Work, workByHand } from '#core/procedures/make/choose.ts'
import { forbiddenBy, rulesAgainst } from '#core/procedures/make/forbidden.ts'
import { wholeOf } from '#core/procedures/make/parts.ts'
import type { Setting } from '#core/procedures/make/setting.ts'
import { stepId } from '#core/procedures/make/steps.ts'
import { type FindingSaid, findingSaid, reason } from '#core/procedures/messages.ts'
import type { Edit, Finding, Residual } from '#core/procedures/schema.ts'
import { aboutEdit, aboutWhole } from './findings.ts'

/** What a procedure does before it is grouped into steps, and what has been said about the edits so far. */
export interface Worked {
  works: Work[]
  residuals: Residual[]
  /** Whole-car rows by id. */
  rows: string[]
  findings: Finding[]
  /** Steps an edit has touched. */
  byHand: Set<string>
}
interface Ground {
  surfaces: readonly Surface[]
  condition: Condition
  setting: Setting
  edits: readonly Edit[]
  /** Edits that left no order in which everything could be done. */
  noPlace: ReadonlySet<number>
}
type OfKind<K extends Edit['do']> = Extract<Edit, { do: K }>

const clean: SurfaceCondition = { soil: 0 }
const isRefused = (x: Work | Refused): x is Refused => 'code' in x

function missing(worked: Worked, { edits }: Ground, index: number, step: string): Worked {
  const finding = aboutEdit(edits, index, {
    grade: 'advice',
    code: 'no-such-step',
    text: findingSaid('edit-no-step', { step }),
    reason: reason('edit-of-standard', none),
  })
  return { ...worked, findings: [...worked.findings, finding] }
}

const refuse = (worked: Worked, { edits }: Ground, index: number, no: Refused, text: FindingSaid): Worked => ({
  ...worked,
  findings: [
    ...worked.findings,
    aboutEdit(edits, index, {
      grade: 'forbidden',
      code: no.rule ?? no.code,
      text,
      reason: no.reason,
      ...(no.instead ? { instead: no.instead } : {}),
    }),
  ],
})

function remove(worked: Worked, ground: Ground, index: number, edit: OfKind<'remove'>): Worked {
  const { setting, edits, condition } = ground
  const row = worked.rows.find((id) => `${id}:car` === edit.step)
  if (row) {
    if (byId(setting.catalogue.wholeCar, row, 'step').protected)
      return refuse(
        worked,
        ground,
        index,
        { code: 'protected', reason: reason('protected', { row }) },
        findingSaid('never-dropped', { row }),
      )
    return { ...worked, rows: worked.rows.filter((id) => id !== row) }
  }
  if (edit.step.startsWith('dry:') && worked.works.some((w) => edit.step === `dry:${w.surface.zoneGroup}`))
    return refuse(
      worked,
      ground,
      index,
      { code: 'protected', reason: reason('drying-stays', none) },
      findingSaid('wet-dries', none),
    )
  const gone = worked.works.filter((w) => stepId(w) === edit.step)
  if (gone.length === 0) return missing(worked, ground, index, edit.step)
  const works = worked.works.filter((w) => stepId(w) !== edit.step)
  const left = new Set(works.map((w) => w.surface.id))
  const bare = gone.filter((w) => !left.has(w.surface.id) && (condition[w.surface.id]?.soil ?? 0) > 1)
  const cameFor = gone.filter((w) => setting.cameFor.has(w.surface.id) && (w.stains || !left.has(w.surface.id)))
  const findings: Finding[] = [
    ...(setting.sold && bare.length > 0 ? [soldFinding(edits, index, setting, bare)] : []),
    ...(cameFor.length > 0 ? [aboutEdit(edits, index, { grade: 'order', ...cameForLeft(cameFor) })] : []),
  ]
  return {
    ...worked,
    works,
    findings: [...worked.findings, ...findings],
    residuals: [
      ...worked.residuals,
      ...bare.map((w) => ({
        surface: w.surface.id,
        name: w.surface.name,
        code: 'left-out',
        reason: reason('taken-out', {
          treatment: gone[0]!.treatment.id,
          ...(edit.reason ? { reason: edit.reason } : {}),
        }),
      })),
    ],
  }
}

const soldFinding = (edits: readonly Edit[], index: number, setting: Setting, bare: readonly Work[]) =>
  aboutEdit(edits, index, {
    grade: 'order',
    code: 'sold',
    text: findingSaid('sold-not-worked', {
      package: setting.sold!.id,
      surfaces: bare.slice(0, 3).map((w) => w.surface.name),
      more: Math.max(0, bare.length - 3),
    }),
    reason: reason('sold-is-done', none),
  })

/** What is said of surfaces that the customer came for and that are left. */
function cameForLeft(works: readonly Pick<Work, 'surface'>[]) {
  const surfaces = [...new Set(works.map((w) => w.surface))]
  return {
    code: 'came-for',
    text: findingSaid('came-for-left', {
      surfaces: surfaces.slice(0, 3).map((s) => s.name),
      more: Math.max(0, surfaces.length - 3),
    }),
    reason: reason('came-for', none),
  }
}

/** What the customer came for and nothing is done about: by a time limit, a package, or because it may not be worked. */
export function cameForNothing({ works, findings }: Worked, { surfaces, condition, setting }: Ground): Finding[] {
  if (findings.some((f) => f.code === 'came-for')) return []
  const isLeft = ({ id }: Surface) => {
    const there = works.filter((w) => w.surface.id === id && !setting.done.has(`${w.treatment.id} ${id}`))
    const { stains = [] } = condition[id] ?? clean
    return there.length === 0 || (stains.length > 0 && !there.some((w) => w.stains))
  }
  const wasDone = (id: string) => [...setting.done].some((key) => key.endsWith(` ${id}`))
  const left = surfaces.filter((s) => setting.cameFor.has(s.id) && isLeft(s) && !wasDone(s.id))
  if (left.length === 0) return []
  return [aboutWhole({ grade: 'advice', ...cameForLeft(left.map((surface) => ({ surface }))) })]
}

function addRow(worked: Worked, ground: Ground, index: number, treatment: string): Worked {
  const { setting } = ground
  const row = byId(setting.catalogue.wholeCar, treatment, 'step')
  const { car } = setting.held
  if (car)
    return refuse(
      worked,
      ground,
      index,
      { code: 'held', reason: reason('car-held', { rule: car.rule.id, because: car.because }) },
      findingSaid('waits-for-clearing', { row: row.id }),
    )
  const act = { id: row.id, techniques: [], equipment: row.equipment ?? [] }
  const rule = forbiddenBy(rulesAgainst(act, setting.car, setting.catalogue))
  if (rule)
    return refuse(
      worked,
      ground,
      index,
      { code: 'forbidden', rule: rule.id, reason: reason('rule', { rule: rule.id }), instead: { rule: rule.id } },
      findingSaid('may-not-be-added', { row: row.id }),
    )
  const skill = (row.skills ?? []).find((s) => !setting.means.skills.has(s))
  const equipment = (row.equipment ?? []).find((e) => !setting.means.equipment.has(e))
  const lacks: Refused | undefined = skill
    ? { code: 'no-skill', reason: reason('nobody-holds', { skill }) }
    : equipment
      ? { code: 'no-equipment', reason: reason('no-machine', { equipment }) }
      : undefined
  if (lacks) return refuse(worked, ground, index, lacks, findingSaid('cannot-be-done', { row: row.id }))
  return { ...worked, rows: [...new Set([...worked.rows, row.id])], byHand: worked.byHand.add(`${row.id}:car`) }
}

/** What takes a product out again comes with it: the first of its rinses that may be used there. */
function rinseFor({ treatment, surface }: Work, works: readonly Work[], { setting, condition }: Ground): Work[] {
  const planned = works.filter((w) => w.surface.id === surface.id).map((w) => w.treatment.id)
  const needs = treatment.needs ?? []
  if (needs.some((id) => planned.includes(id) || setting.done.has(`${id} ${surface.id}`))) return []
  for (const id of needs) {
    const tried = workByHand(surface, condition[surface.id] ?? clean, setting, id, planned)
    if (!isRefused(tried)) return [tried]
  }
  return []
}

function add(worked: Worked, ground: Ground, index: number, edit: OfKind<'add'>): Worked {
  const { setting, surfaces, condition } = ground
  if (setting.catalogue.wholeCar.some((w) => w.id === edit.treatment))
    return addRow(worked, ground, index, edit.treatment)
  const treatment = setting.treatment(edit.treatment)
  const wanted = edit.surfaces ? new Set(edit.surfaces) : undefined
  const there = surfaces.filter((s) =>
    wanted ? wanted.has(s.id) : edit.zoneGroup === 'car' || s.zoneGroup === edit.zoneGroup,
  )
  if (there.length === 0) return missing(worked, ground, index, `${edit.treatment}:${edit.zoneGroup}`)
  const tried = there.map((surface) => {
    const planned = worked.works.filter((w) => w.surface.id === surface.id).map((w) => w.treatment.id)
    return workByHand(surface, condition[surface.id] ?? clean, setting, edit.treatment, planned)
  })
  const no = tried.find(isRefused)
  const works = tried.filter((x): x is Work => !isRefused(x))
  // Surfaces named one by one must all bear it; of a whole group, those that do are worked.
  if (no && (wanted || works.length === 0))
    return refuse(worked, ground, index, no, findingSaid('may-not-be-used', { treatment: treatment.id }))
  const has = new Set(worked.works.map((w) => `${w.treatment.id} ${w.surface.id}`))
  const fresh = works.filter((w) => !has.has(`${edit.treatment} ${w.surface.id}`))
  const rinses = fresh.flatMap((w) => rinseFor(w, [...worked.works, ...fresh], ground))
  for (const w of [...fresh, ...rinses]) worked.byHand.add(stepId(w))
  return { ...worked, works: [...worked.works, ...fresh, ...rinses] }
}

function rung(worked: Worked, ground: Ground, index: number, edit: OfKind<'rung'>): Worked {
  const { setting, surfaces, condition, edits } = ground
  const ids = new Set(worked.works.filter((w) => stepId(w) === edit.step).map((w) => w.surface.id))
  if (ids.size === 0) return missing(worked, ground, index, edit.step)
  const there = surfaces.filter((s) => ids.has(s.id))
  for (const surface of edit.level === 0 ? [] : there) {
    const no = rungRefused(surface, condition[surface.id] ?? clean, setting, edit.level)
    if (no) return refuse(worked, ground, index, no, findingSaid('rung-not-here', { surface: surface.name }))
  }
  const set = new Map([...setting.rungs, ...[...ids].map((id) => [id, edit.level] as const)])
  const chosen = there.map((s) => chooseWork(s, condition[s.id] ?? clean, { ...setting, rungs: set }))
  const works = chosen.flatMap((c) => c.work)
  const firmer = there.filter((s) => edit.level > (condition[s.id]?.soil ?? 0))
  for (const w of works) worked.byHand.add(stepId(w))
  const findings: Finding[] = []
  const cameFor = worked.works.filter((w) => ids.has(w.surface.id) && setting.cameFor.has(w.surface.id))
  if (edit.level === 0 && cameFor.length > 0)
    findings.push(aboutEdit(edits, index, { grade: 'order', ...cameForLeft(cameFor) }))
  if (edit.level === 0 && setting.sold)
    findings.push(
      soldFinding(
        edits,
        index,
        setting,
        worked.works.filter((w) => ids.has(w.surface.id)),
      ),
    )
  if (firmer.length > 0)
    findings.push(
      aboutEdit(edits, index, {
        grade: 'advice',
        code: 'firmer-than-soil',
        text: findingSaid('firmer-than-soil', { surface: firmer[0]!.name }),
        reason: reason('one-rung-at-a-time', none),
      }),
    )
  return {
    ...worked,
    works: [...worked.works.filter((w) => !ids.has(w.surface.id)), ...works],
    residuals: [...worked.residuals.filter((r) => !ids.has(r.surface)), ...chosen.flatMap((c) => c.residuals)],
    findings: [...worked.findings, ...findings],
  }
}

/** What is done is decided for a step, whichever part of it a lead has pointed at. */
const ofWhole = (edit: Edit): Edit =>
  edit.do === 'remove' || edit.do === 'rung' ? { ...edit, step: wholeOf(edit.step) } : edit

/** Applies the edits that change what is done, in their order. A forbidden one changes nothing and is told. */
export function editWork(start: Worked, ground: Ground): Worked {
  return ground.edits.map(ofWhole).reduce((worked, edit, index) => {
    if (ground.noPlace.has(index))
      return refuse(
        worked,
        ground,
        index,
        { code: 'no-place', reason: reason('no-place', none) },
        findingSaid('no-order', none),
      )
    if (edit.do === 'remove') return remove(worked, ground, index, edit)
    if (edit.do === 'add') return add(worked, ground, index, edit)
    if (edit.do === 'rung') return rung(worked, ground, index, edit)
    return worked
  }, start)
}

/** Surfaces where product would be left in because what takes it out was dropped: for each the edit that is to blame. */
export function unrinsed({ works }: Pick<Worked, 'works'>, { setting, edits }: Ground): Finding[] {
  const bySurface = new Map<string, Set<string>>()
  for (const w of works) {
    const set = bySurface.get(w.surface.id) ?? new Set()
    bySurface.set(w.surface.id, set.add(w.treatment.id))
  }
  const left = works.filter(({ treatment, surface }) => {
    const has = bySurface.get(surface.id)!
    return treatment.needs && !treatment.needs.some((id) => has.has(id) || setting.done.has(`${id} ${surface.id}`))
  })
  if (left.length === 0) return []
  // The last removal is the one that is in the way: taking it back brings the rinse back.
  const index = edits.findLastIndex((e) => e.do === 'remove' || e.do === 'add')
  const said = {
    grade: 'forbidden' as const,
    code: 'rinse',
    text: findingSaid('stays-in', { treatment: left[0]!.treatment.id, surface: left[0]!.surface.name }),
    reason: reason('rinse-stays', none),
    steps: [...new Set(left.map(stepId))],
  }
  return [index < 0 ? { ...said, edit: null, answered: null, fix: null } : aboutEdit(edits, index, said)]
}
