import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { ForbiddenRule } from '#core/catalogue/forbidden-rule.ts'
import type { Package } from '#core/catalogue/package.ts'
import type { StainKind } from '#core/catalogue/stain.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'
import { BadInput } from '#core/units/fault.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { shifted } from '#core/units/odds.ts'
import { ownFaults } from './check.ts'
import { byMachine, missingOf, productOf } from './products.ts'
import type { Own, OwnPackage, OwnTreatment, TreatmentChange } from './schema.ts'

/** The rule by which a can stays off what its label rules out. */
export const neverOnRule = (can: string) => `never-${can}`

const changed = (treatment: Treatment, { cautions: _said, ...figures }: TreatmentChange): Treatment => ({
  ...treatment,
  ...figures,
})

/** A way of working made from a shipped one: it asks a material for all that asks, and more. */
function madeFrom({ id, like, techniques, change }: OwnTreatment, treatments: readonly Treatment[]): Treatment {
  const from = byId(treatments, like, 'treatment')
  return { ...changed(from, change), id, techniques: [...new Set([...from.techniques, ...techniques])] }
}

/** Lists of treatments in these parts name what is made from one of them as well: an order, a caution or a rule holds for its kin. */
const kindred = [
  'orderRules',
  'forbidden',
  'cautions',
  'treatments',
  'damages',
  'houseRules',
  'wholeCar',
  'stops',
] as const
const ofTreatments = new Set(['treatments', 'except', 'needs', 'coveredBy', 'keeps', 'noProduct', 'work', 'with'])

function withKin<T>(value: T, kin: ReadonlyMap<string, readonly string[]>, key = ''): T {
  if (Array.isArray(value)) {
    const more = ofTreatments.has(key) ? value.flatMap((id) => kin.get(id) ?? []) : []
    return [...value.map((entry) => withKin(entry, kin)), ...more] as T
  }
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, withKin(v, kin, k)])) as T
}

/** A machine with what its own plate says; a tank it does not have is not given to it. */
const withPlate = (machine: Catalogue['equipment'][number], plate: Own['kit'][string] | undefined) => ({
  ...machine,
  ...(plate?.litres && machine.tank ? { tank: { ...machine.tank, litres: plate.litres } } : {}),
  ...(plate?.ozone && machine.ozone ? { ozone: plate.ozone } : {}),
  ...(plate?.warmUp && machine.warmUp ? { warmUp: plate.warmUp } : {}),
})

/** A stain with the chances that the shop's own records have. */
const withRecords = (stain: StainKind, seen: NonNullable<Own['chances']>[string] | undefined): StainKind =>
  seen
    ? {
        ...stain,
        chance: { fresh: shifted(stain.chance.fresh, seen.shift), old: shifted(stain.chance.old, seen.shift) },
        records: seen.of,
      }
    : stain

const packageOf = ({ id, like, groups, retired }: OwnPackage, { packages }: Catalogue): Package => ({
  ...(like === null ? {} : byId(packages, like, 'package')),
  id,
  groups,
  ...(retired ? { offered: false as const } : {}),
})

function built(shipped: Catalogue, own: Own): Catalogue {
  const faults = ownFaults(own, shipped)
  if (faults.length > 0) throw new BadInput(faults.map((f) => ({ ...f, pointer: `/own${f.pointer}` })))
  const cans = own.products.filter((can) => missingOf(can).length === 0)
  const bought = new Map(cans.flatMap((can) => (can.retired ? [] : [[can.id, can]])))
  /** The can that is used for a role: the first of its list that is whole and still bought. */
  const canFor = (role: string) => own.uses[role]?.map((id) => bought.get(id)).find((can) => can !== undefined)
  const products = [
    // What a can of the shop's own stands for is not offered beside it.
    ...shipped.products.map((p) => (canFor(p.id) ? { ...p, offered: false as const } : p)),
    ...cans.map((can) => productOf(can, byId(shipped.products, can.role!, 'product'))),
  ]
  // What a machine draws from its tank has a strength of its own on the label.
  const draws = new Set(shipped.equipment.filter((e) => e.tank?.draws).map((e) => e.id))
  const withItsCan = (treatment: Treatment): Treatment => {
    const can = treatment.product && canFor(treatment.product.id)
    if (!can) return treatment
    const machine = byMachine(treatment.product!.purpose)
    const { ratios } = products.find((p) => p.id === can.id)!
    const purpose =
      treatment.equipment.some((id) => draws.has(id)) && ratios[machine] ? machine : treatment.product!.purpose
    return { ...treatment, product: { id: can.id, purpose } }
  }
  const known = shipped.treatments.map((t) => changed(t, own.treatments[t.id] ?? {}))
  const made = own.made.filter((t) => !t.retired)
  const treatments = [...known, ...made.map((t) => madeFrom(t, known))].map(withItsCan)
  const kin = new Map<string, string[]>()
  for (const { like, id } of made) fileUnder(kin, like, id)
  const base = { ...shipped, treatments }
  const widened = Object.fromEntries(
    kindred.map((part) => [part, made.length > 0 ? withKin(base[part], kin) : base[part]]),
  )
  const forbidden: ForbiddenRule[] = cans
    .filter((can) => can.neverOn.length > 0)
    .map((can) => ({ id: neverOnRule(can.id), products: [can.id], materials: can.neverOn }))
  return {
    ...shipped,
    ...widened,
    products,
    forbidden: [...(widened.forbidden as ForbiddenRule[]), ...forbidden],
    packages: [...shipped.packages, ...own.packages.map((p) => packageOf(p, shipped))],
    checkList: [
      ...shipped.checkList,
      ...own.checks.filter((c) => !c.retired).map(({ id, kinds }) => ({ id, ...(kinds.length > 0 ? { kinds } : {}) })),
    ],
    stains: shipped.stains.map((s) => withRecords(s, own.chances?.[s.id])),
    equipment: shipped.equipment.map((e) => withPlate(e, own.kit[e.id])),
    composed: true,
    swaps: made.filter((t) => t.instead).map((t) => ({ treatment: t.like, use: [t.id] })),
    said: Object.fromEntries([
      ...Object.entries(own.treatments).flatMap(([id, { cautions }]) => (cautions ? [[id, cautions]] : [])),
      ...made.flatMap((t) => {
        const said = [...(own.treatments[t.like]?.cautions ?? []), ...(t.change.cautions ?? [])]
        return said.length > 0 ? [[t.id, said]] : []
      }),
    ]),
  }
}

const known = new WeakMap<Own, WeakMap<Catalogue, Catalogue>>()
const shippedOf = new WeakMap<Catalogue, Catalogue>()

/**
 * The shipped catalogue with what a shop writes over it; made once for the same two. Nothing shipped is taken away: rules, cautions, tolerances
 * and ceilings stay, so that what is forbidden stays forbidden whatever a shop writes.
 * @param catalogue the shipped one; of a shop's own what it was made from is taken, where that is at hand
 * @throws BadInput for what `ownFaults` finds
 */
export function ownCatalogue(catalogue: Catalogue, own: Own | undefined): Catalogue {
  if (!own) return catalogue
  const shipped = shippedOf.get(catalogue) ?? catalogue
  if (shipped.composed) return shipped
  const there = known.get(own) ?? new WeakMap<Catalogue, Catalogue>()
  known.set(own, there)
  const found = there.get(shipped) ?? built(shipped, own)
  there.set(shipped, found)
  shippedOf.set(found, shipped)
  return found
}
