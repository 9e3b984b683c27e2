import { Ajv } from 'ajv'
import { Catalogue } from '#core/catalogue/catalogue.ts'

export interface CatalogueFault {
  file: string
  pointer: string
  message: string
}

/** wholeCar is in whole-car.json. */
const fileOf = (part: string) => `catalogue/${part.replaceAll(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}.json`
const parts = Object.keys(Catalogue.properties) as (keyof typeof Catalogue.properties)[]

/** What does not have the shape its schema asks for, by file and JSON Pointer. */
function shapeFaults(catalogue: Catalogue): CatalogueFault[] {
  const ajv = new Ajv({ allErrors: true, strict: false })
  return parts.flatMap((part) => {
    const validate = ajv.compile(Catalogue.properties[part])
    if (validate(catalogue[part])) return []
    return (validate.errors ?? []).map((e) => ({
      file: fileOf(part),
      pointer: e.instancePath,
      message: e.message ?? e.keyword,
    }))
  })
}

type Use = [part: keyof typeof Catalogue.properties, pointer: string, what: string, id: string]

/** Every name an entry uses that another entry has to define. */
function usesOf(c: Catalogue): Use[] {
  const uses: Use[] = []
  const each = (part: keyof typeof Catalogue.properties, pointer: string, what: string, ids: readonly string[] = []) =>
    ids.forEach((id, i) => uses.push([part, `${pointer}/${i}`, what, id]))
  const one = (part: keyof typeof Catalogue.properties, pointer: string, what: string, id: string | undefined) => {
    if (id !== undefined) uses.push([part, pointer, what, id])
  }
  c.treatments.forEach((t, i) => {
    one('treatments', `/${i}/stage`, 'stage', t.stage === 'wet' ? undefined : t.stage)
    one('treatments', `/${i}/product/id`, 'product', t.product?.id)
    each('treatments', `/${i}/equipment`, 'equipment', t.equipment)
    each('treatments', `/${i}/skills`, 'skill', t.skills)
    each('treatments', `/${i}/needs`, 'treatment', t.needs)
    each('treatments', `/${i}/coveredBy`, 'treatment', t.coveredBy)
  })
  c.programmes.forEach((p, i) => {
    one('programmes', `/${i}/stage`, 'stage', p.stage)
    p.soil.forEach((rung, level) => {
      each('programmes', `/${i}/soil/${level}`, 'treatment', rung)
    })
    p.rather?.forEach((r, k) => {
      each('programmes', `/${i}/rather/${k}/rung`, 'treatment', r.rung)
    })
  })
  c.wholeCar.forEach((w, i) => {
    one('wholeCar', `/${i}/stage`, 'stage', w.stage)
    each('wholeCar', `/${i}/skills`, 'skill', w.skills)
    each('wholeCar', `/${i}/equipment`, 'equipment', w.equipment)
    one('wholeCar', `/${i}/when/permission`, 'permission', w.when?.permission)
    one('wholeCar', `/${i}/when/house/rule`, 'house rule', w.when?.house?.rule)
  })
  c.orderRules.forEach((r, i) => {
    for (const side of ['first', 'next'] as const) {
      each('orderRules', `/${i}/${side}/stages`, 'stage', r[side].stages)
      each('orderRules', `/${i}/${side}/treatments`, 'step', r[side].treatments)
      each('orderRules', `/${i}/${side}/except`, 'step', r[side].except)
    }
    one('orderRules', `/${i}/house/rule`, 'house rule', r.house?.rule)
  })
  c.forbidden.forEach((r, i) => {
    each('forbidden', `/${i}/treatments`, 'step', r.treatments)
    each('forbidden', `/${i}/equipment`, 'equipment', r.equipment)
    each('forbidden', `/${i}/features`, 'feature', r.features)
    each('forbidden', `/${i}/stains`, 'stain', r.stains)
    each('forbidden', `/${i}/kinds`, 'surface kind', r.kinds)
    one('forbidden', `/${i}/unless/permission`, 'permission', r.unless?.permission)
    one('forbidden', `/${i}/unless/house/rule`, 'house rule', r.unless?.house?.rule)
  })
  c.houseRules.forEach((r, i) => {
    r.choices.forEach((choice, j) => {
      choice.swap?.forEach((swap, k) => {
        one('houseRules', `/${i}/choices/${j}/swap/${k}/treatment`, 'treatment', swap.treatment)
        each('houseRules', `/${i}/choices/${j}/swap/${k}/use`, 'treatment', swap.use)
      })
    })
  })
  c.stains.forEach((s, i) => {
    each('stains', `/${i}/treatments`, 'treatment', s.treatments)
    one('stains', `/${i}/group`, 'stain group', s.group)
  })
  c.odours.forEach((o, i) => {
    one('odours', `/${i}/stain`, 'stain', o.stain)
  })
  c.functions.forEach((f, i) => {
    each('functions', `/${i}/dead`, 'surface kind', f.dead)
    each('functions', `/${i}/instead/motion`, 'treatment', f.instead?.motion)
    each('functions', `/${i}/instead/refused`, 'permission', f.instead?.refused)
    each('functions', `/${i}/instead/cautions`, 'caution', f.instead?.cautions)
    each('functions', `/${i}/instead/places`, 'place', f.instead?.places)
    each('functions', `/${i}/instead/gone`, 'place', f.instead?.gone)
  })
  c.permissions.forEach((p, i) => {
    each('permissions', `/${i}/untested/materials`, 'material', p.untested?.materials)
  })
  c.damages.forEach((d, i) => {
    d.effects.forEach((e, j) => {
      one('damages', `/${i}/effects/${j}/asMaterial`, 'material', e.asMaterial)
      each('damages', `/${i}/effects/${j}/keeps`, 'treatment', e.keeps)
    })
  })
  c.stops.forEach((s, i) => {
    each('stops', `/${i}/found/stains`, 'stain', s.found.stains)
    each('stops', `/${i}/found/biohazards`, 'biohazard', s.found.biohazards)
    each('stops', `/${i}/found/odours`, 'odour', s.found.odours)
    each('stops', `/${i}/work`, 'treatment', s.work)
    each('stops', `/${i}/features`, 'feature', s.features)
    each('stops', `/${i}/largeKinds`, 'surface kind', s.largeKinds)
    one('stops', `/${i}/skill`, 'skill', s.skill ?? undefined)
  })
  c.stainGroups.forEach((g, i) => {
    g.on.forEach((row, j) => {
      each('stainGroups', `/${i}/on/${j}/treatments`, 'treatment', row.treatments)
      each('stainGroups', `/${i}/on/${j}/kinds`, 'stain', row.kinds)
    })
  })
  each('walk', '/inOneGo', 'stage', c.walk.inOneGo)
  each('walk', '/together', 'stage', Object.keys(c.walk.together))
  c.cautions.forEach((x, i) => {
    each('cautions', `/${i}/when/treatments`, 'step', x.when.treatments)
    each('cautions', `/${i}/when/stages`, 'stage', x.when.stages)
    each('cautions', `/${i}/when/equipment`, 'equipment', x.when.equipment)
    each('cautions', `/${i}/when/features`, 'feature', x.when.features)
  })
  c.finishes.forEach((f, i) => {
    each('finishes', `/${i}/drop`, 'treatment', f.drop)
  })
  c.checkList.forEach((p, i) => {
    each('checkList', `/${i}/kinds`, 'surface kind', p.kinds)
  })
  return uses
}

/** Names that are used and defined nowhere, by file and JSON Pointer. */
function referenceFaults(c: Catalogue): CatalogueFault[] {
  const ids = (list: readonly { id: string }[]) => new Set(list.map((x) => x.id))
  const known: Record<string, ReadonlySet<string>> = {
    treatment: ids(c.treatments),
    step: new Set([...ids([...c.treatments, ...c.wholeCar]), 'set_up', 'warm_up']),
    stage: ids(c.stages),
    product: ids(c.products),
    equipment: ids(c.equipment),
    skill: ids(c.skills),
    permission: ids(c.permissions),
    'house rule': ids(c.houseRules),
    feature: ids(c.features),
    stain: ids(c.stains),
    biohazard: ids(c.biohazards),
    odour: ids(c.odours),
    caution: ids(c.cautions),
    place: ids(c.checkList),
    material: ids(c.materials),
    // Stains that are stopped, and unknown ones, have no group of their own.
    'stain group': new Set([...ids(c.stainGroups), 'stop', 'unknown']),
    'surface kind': new Set(c.surfaces.map((s) => s.kind)),
  }
  return usesOf(c).flatMap(([part, pointer, what, id]) =>
    known[what]!.has(id) ? [] : [{ file: fileOf(part), pointer, message: `There is no ${what} "${id}".` }],
  )
}

/** Everything that is wrong with a catalogue; its references are looked at only where the shapes are right. */
export function catalogueFaults(catalogue: Catalogue): CatalogueFault[] {
  const shapes = shapeFaults(catalogue)
  return shapes.length > 0 ? shapes : referenceFaults(catalogue)
}

/** @throws Error naming file and pointer of every fault: with such a catalogue nothing is started */
export function assertCatalogue(catalogue: Catalogue): void {
  const faults = catalogueFaults(catalogue)
  if (faults.length > 0)
    throw new Error(
      `The catalogue is not usable:\n${faults.map((f) => `${f.file} ${f.pointer}: ${f.message}`).join('\n')}`,
    )
}
