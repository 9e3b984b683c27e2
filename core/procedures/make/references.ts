import type { Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { choiceFaults } from '#core/catalogue/choice-faults.ts'
import type { Belonging } from '#core/check-in/belonging.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Edit, ProcedureRequest } from '#core/procedures/schema.ts'
import type { Fault } from '#core/units/fault.ts'

type Listed = readonly { id: string }[]
const has = (list: Listed, id: string) => list.some((entry) => entry.id === id)

/** What a surface's condition names that the catalogue does not have. */
function conditionFaults(condition: SurfaceCondition, pointer: string, catalogue: Catalogue): Fault[] {
  const unknown = (path: string, what: string, list: Listed, id: string): Fault[] =>
    has(list, id) ? [] : [{ pointer: `${pointer}/${path}`, message: `Unknown ${what} "${id}".` }]
  return [
    ...(condition.stains ?? []).flatMap((s, i) => unknown(`stains/${i}/kind`, 'stain', catalogue.stains, s.kind)),
    ...(condition.damage ?? []).flatMap((d, i) => unknown(`damage/${i}/kind`, 'damage', catalogue.damages, d.kind)),
    ...(condition.biohazard ?? []).flatMap((b, i) => unknown(`biohazard/${i}`, 'biohazard', catalogue.biohazards, b)),
  ]
}

/** Cash is counted by two different people. */
function belongingFaults(belonging: Belonging, pointer: string): Fault[] {
  const { cash, fate } = belonging
  if (fate === 'cash' && !cash)
    return [{ pointer: `${pointer}/cash`, message: 'Cash needs its amount and the two who counted it.' }]
  const [one, other] = cash?.counted.map((name) => name.trim().toLowerCase()) ?? []
  if (cash && one === other)
    return [{ pointer: `${pointer}/cash/counted`, message: 'Cash is counted by two different people.' }]
  return []
}

/** Edits may name steps and surfaces a car does not have: a standard is for many cars. What the catalogue does not know is a fault. */
export function editFaults(edits: readonly Edit[], catalogue: Catalogue): Fault[] {
  return edits.flatMap((edit, i) =>
    edit.do === 'add' && !has(catalogue.treatments, edit.treatment) && !has(catalogue.wholeCar, edit.treatment)
      ? [{ pointer: `/edits/${i}/treatment`, message: `Unknown treatment "${edit.treatment}".` }]
      : [],
  )
}

/** Everything a check-in names that its body or the catalogue does not have, by JSON Pointer; empty when all is known. */
export function referenceFaults(
  request: ProcedureRequest,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
): Fault[] {
  const { checkIn } = request
  const { body } = checkIn.vehicle
  const known = new Set(surfaces.map((s) => s.id))
  const each = (ids: readonly string[], pointer: string, what: string, list: Listed): Fault[] =>
    ids
      .filter((id) => !has(list, id))
      .map((id) => ({ pointer: `${pointer}/${id}`, message: `Unknown ${what} "${id}".` }))
  const faults = Object.entries(checkIn.condition).flatMap(([id, condition]) => {
    const pointer = `/checkIn/condition/${id}`
    return known.has(id)
      ? conditionFaults(condition, pointer, catalogue)
      : [{ pointer, message: `This body has no surface "${id}".` }]
  })
  const agreed = catalogue.wholeCar.filter((row) => row.when?.agreed)
  faults.push(...each(Object.keys(checkIn.blocks ?? {}), '/checkIn/blocks', 'work beside the inside', agreed))
  for (const [slot, id] of Object.entries(body.materials))
    if (!has(catalogue.materials, id))
      faults.push({ pointer: `/checkIn/vehicle/body/materials/${slot}`, message: `Unknown material "${id}".` })
  for (const [i, id] of (body.features ?? []).entries())
    if (!has(catalogue.features, id))
      faults.push({ pointer: `/checkIn/vehicle/body/features/${i}`, message: `Unknown feature "${id}".` })
  for (const [i, odour] of (checkIn.odours ?? []).entries()) {
    if (!has(catalogue.odours, odour.kind))
      faults.push({ pointer: `/checkIn/odours/${i}/kind`, message: `Unknown odour "${odour.kind}".` })
    for (const id of odour.at ?? [])
      if (!known.has(id))
        faults.push({ pointer: `/checkIn/odours/${i}/at`, message: `This body has no surface "${id}".` })
  }
  for (const [i, id] of (checkIn.cameFor?.surfaces ?? []).entries())
    if (!known.has(id))
      faults.push({ pointer: `/checkIn/cameFor/surfaces/${i}`, message: `This body has no surface "${id}".` })
  const zones = new Set(surfaces.map((s) => s.zone))
  for (const zone of checkIn.childSeats ?? [])
    if (!zones.has(zone)) faults.push({ pointer: '/checkIn/childSeats', message: `This body has no seat "${zone}".` })
  faults.push(
    ...each(Object.keys(checkIn.permissions), '/checkIn/permissions', 'permission', catalogue.permissions),
    ...each(Object.keys(checkIn.asked ?? {}), '/checkIn/asked', 'permission', catalogue.permissions),
    ...each(Object.keys(checkIn.functions ?? {}), '/checkIn/functions', 'function', catalogue.functions),
    ...each(Object.keys(checkIn.stopped ?? {}), '/checkIn/stopped', 'stop', catalogue.stops),
    ...checkIn.belongings.flatMap((b, i) => belongingFaults(b, `/checkIn/belongings/${i}`)),
  )
  if (checkIn.package !== undefined && !has(catalogue.packages, checkIn.package))
    faults.push({ pointer: '/checkIn/package', message: `Unknown package "${checkIn.package}".` })
  if (request.air !== undefined) faults.push(...each([request.air], '/air', 'air', catalogue.airs))
  faults.push(...each(checkIn.extras ?? [], '/checkIn/extras', 'stage', catalogue.stages))
  faults.push(...choiceFaults(request.houseRules ?? {}, catalogue, '/houseRules'))
  for (const id of Object.keys(request.rungs ?? {}))
    if (!known.has(id)) faults.push({ pointer: `/rungs/${id}`, message: `This body has no surface "${id}".` })
  for (const field of ['retries', 'wicked'] as const)
    for (const id of Object.keys(request[field] ?? {}))
      if (!known.has(id)) faults.push({ pointer: `/${field}/${id}`, message: `This body has no surface "${id}".` })
  for (const id of Object.keys(request.rates ?? {}))
    if (!has(catalogue.treatments, id) && !has(catalogue.wholeCar, id))
      faults.push({ pointer: `/rates/${id}`, message: `Unknown treatment "${id}".` })
  return [...faults, ...editFaults(request.edits ?? [], catalogue)]
}
