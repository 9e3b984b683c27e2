import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { faultOf } from '#core/message/message.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import type { Fault } from '#core/units/fault.ts'
import { families as allFamilies, essential, harmful } from './families.ts'
import { type OwnFault, ownFault } from './messages.ts'
import { purposesOf } from './products.ts'
import type { Own, OwnProduct, TreatmentChange } from './schema.ts'

/** How far a shop's minutes and water may lie from the catalogue's: beyond that it is a slip of the pen. */
const furthest = 4
const mostWater = 1.5

const fault = (pointer: string, said: OwnFault): Fault => faultOf(pointer, said)
const listed = (list: readonly { id: string }[], id: string) => list.some((entry) => entry.id === id)

/** A role takes no family it was not made for: its place among the materials was written for what is in it. */
function roleFaults({ role, families, ph }: OwnProduct, pointer: string, { products }: Catalogue): Fault[] {
  if (role === null) return []
  const shipped = products.find((p) => p.id === role)
  if (!shipped) return [fault(`${pointer}/role`, ownFault('unknown', { what: 'role', id: role }))]
  const wanted = essential[role]
  return [
    ...harmful
      .filter((f) => families.includes(f) && !shipped.families.includes(f))
      .map((family) => fault(`${pointer}/role`, ownFault('family-not-for-role', { family, role }))),
    ...(wanted && families.length > 0 && !families.includes(wanted)
      ? [fault(`${pointer}/role`, ownFault('role-needs-family', { family: wanted, role }))]
      : []),
    ...(ph !== null && ph !== 'none' && ph !== 'neutral' && shipped.ph === 'neutral'
      ? [fault(`${pointer}/ph`, ownFault('ph-not-for-role', { ph, role }))]
      : []),
    ...((ph === 'acid' && shipped.ph === 'alkaline') || (ph === 'alkaline' && shipped.ph === 'acid')
      ? [fault(`${pointer}/ph`, ownFault('ph-not-for-role', { ph, role }))]
      : []),
  ]
}

function canFaults(can: OwnProduct, pointer: string, catalogue: Catalogue): Fault[] {
  const { maximum, strengths } = can
  const purposes = can.role === null ? null : purposesOf(can.role, catalogue)
  return [
    ...can.families.flatMap((family, i) =>
      allFamilies.includes(family)
        ? []
        : [fault(`${pointer}/families/${i}`, ownFault('unknown', { what: 'family', id: family }))],
    ),
    ...roleFaults(can, pointer, catalogue),
    ...strengths.flatMap((s, i) => [
      ...(maximum && fractionOf(s.ratio) > fractionOf(maximum.ratio) + 1e-12
        ? [fault(`${pointer}/strengths/${i}`, ownFault('above-label', { label: s.label, maximum: maximum.label }))]
        : []),
      ...(purposes && !purposes.includes(s.purpose)
        ? [fault(`${pointer}/strengths/${i}/purpose`, ownFault('unknown', { what: 'purpose', id: s.purpose }))]
        : []),
      ...(strengths.findIndex((o) => o.purpose === s.purpose && o.by === s.by) < i
        ? [fault(`${pointer}/strengths/${i}`, ownFault('said-twice', { what: s.purpose }))]
        : []),
    ]),
    ...can.neverOn.flatMap((id, i) =>
      listed(catalogue.materials, id)
        ? []
        : [fault(`${pointer}/neverOn/${i}`, ownFault('unknown', { what: 'material', id }))],
    ),
  ]
}

/**
 * Treatments that a shop may make its own from: chosen by soil, and neither needing another nor needed by one. What follows from stains, fluids
 * and stops, and what takes a product out again, stays as it is.
 */
export function remadeOf({ programmes, treatments }: Catalogue): Set<string> {
  const needed = new Set(treatments.flatMap((t) => t.needs ?? []))
  const chained = new Set(treatments.filter((t) => t.needs || t.takesOut || needed.has(t.id)).map((t) => t.id))
  return new Set(programmes.flatMap((p) => p.soil.flat()).filter((id) => !chained.has(id)))
}

/** Every list of things with ids of their own. */
const lists = ['products', 'made', 'packages', 'checks'] as const

function idFaults(own: Own): Fault[] {
  const seen = new Set<string>()
  return lists.flatMap((list) =>
    own[list].flatMap(({ id }, i) => {
      if (seen.has(id)) return [fault(`/${list}/${i}/id`, ownFault('said-twice', { what: id }))]
      seen.add(id)
      return []
    }),
  )
}

function codeFaults(own: Own): Fault[] {
  const seen = new Map<string, string>()
  return own.products.flatMap(({ barcode, name, retired }, i) => {
    if (barcode === undefined || retired) return []
    const other = seen.get(barcode)
    if (other !== undefined)
      return [fault(`/products/${i}/barcode`, ownFault('barcode-taken', { barcode, name: other }))]
    seen.set(barcode, name)
    return []
  })
}

function changeFaults(change: TreatmentChange, like: string, pointer: string, { treatments }: Catalogue): Fault[] {
  const shipped = treatments.find((t) => t.id === like)
  if (!shipped) return [fault(pointer, ownFault('unknown', { what: 'treatment', id: like }))]
  const { rate, applied } = change
  return [
    ...(rate !== undefined && (rate > shipped.rate * furthest || rate < shipped.rate / furthest)
      ? [fault(`${pointer}/rate`, ownFault('too-far', { minutes: rate, usual: shipped.rate, times: furthest }))]
      : []),
    ...(applied !== undefined && applied > shipped.applied * mostWater
      ? [fault(`${pointer}/applied`, ownFault('too-wet', { grams: applied, usual: shipped.applied, times: mostWater }))]
      : []),
    ...(change.attempts !== undefined && change.attempts > shipped.attempts + 1
      ? [fault(`${pointer}/attempts`, ownFault('too-often', { attempts: change.attempts, usual: shipped.attempts }))]
      : []),
  ]
}

/**
 * What is wrong in what a shop wrote, each where it stands. Empty: the engines may work with it.
 * @param shipped the catalogue it is written over
 */
export function ownFaults(own: Own, shipped: Catalogue): Fault[] {
  const groups = new Set(shipped.surfaces.map((s) => s.group))
  for (const { groups: sold } of shipped.packages) for (const group of sold) groups.add(group)
  const onRungs = remadeOf(shipped)
  return [
    ...idFaults(own),
    ...codeFaults(own),
    ...own.products.flatMap((can, i) => canFaults(can, `/products/${i}`, shipped)),
    ...Object.entries(own.uses).flatMap(([role, ids]) => [
      ...(listed(shipped.products, role)
        ? []
        : [fault(`/uses/${role}`, ownFault('unknown', { what: 'role', id: role }))]),
      ...ids.flatMap((id, i) => {
        const can = own.products.find((p) => p.id === id)
        if (!can) return [fault(`/uses/${role}/${i}`, ownFault('unknown', { what: 'product', id }))]
        return can.role === role ? [] : [fault(`/uses/${role}/${i}`, ownFault('other-role', { name: can.name, role }))]
      }),
    ]),
    ...Object.entries(own.treatments).flatMap(([id, change]) => changeFaults(change, id, `/treatments/${id}`, shipped)),
    ...Object.keys(own.kit).flatMap((id) =>
      listed(shipped.equipment, id) ? [] : [fault(`/kit/${id}`, ownFault('unknown', { what: 'machine', id }))],
    ),
    ...Object.keys(own.chances ?? {}).flatMap((id) =>
      listed(shipped.stains, id) ? [] : [fault(`/chances/${id}`, ownFault('unknown', { what: 'stain', id }))],
    ),
    ...own.made.flatMap((made, i) => [
      ...changeFaults(made.change, made.like, `/made/${i}/change`, shipped),
      ...(onRungs.has(made.like)
        ? []
        : [fault(`/made/${i}/like`, ownFault('not-to-be-changed', { treatment: made.like }))]),
      ...made.techniques.flatMap((code, k) =>
        shipped.materials.every((m) => m.tolerates[code] === undefined)
          ? [fault(`/made/${i}/techniques/${k}`, ownFault('unknown', { what: 'technique', id: code }))]
          : [],
      ),
    ]),
    ...own.packages.flatMap((sold, i) => [
      ...(sold.like !== null && !listed(shipped.packages, sold.like)
        ? [fault(`/packages/${i}/like`, ownFault('unknown', { what: 'package', id: sold.like }))]
        : []),
      ...sold.groups.flatMap((group, k) =>
        groups.has(group)
          ? []
          : [fault(`/packages/${i}/groups/${k}`, ownFault('unknown', { what: 'part of a car', id: group }))],
      ),
    ]),
    ...own.checks.flatMap((check, i) =>
      check.kinds.flatMap((kind, k) =>
        shipped.surfaces.some((s) => s.kind === kind)
          ? []
          : [fault(`/checks/${i}/kinds/${k}`, ownFault('unknown', { what: 'surface', id: kind }))],
      ),
    ),
  ]
}
