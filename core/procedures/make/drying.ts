import type { AirSetting } from '#core/catalogue/air.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Figures } from '#core/catalogue/figures.ts'
import { airAtHand, airMissing, airsInTurn, type Means } from '#core/drying/at-hand.ts'
import { cabinVolume } from '#core/drying/cabin.ts'
import type { Outside } from '#core/drying/schema.ts'
import { type Patch, simulate } from '#core/drying/simulate.ts'
import { stretchesOf } from '#core/drying/stretches.ts'
import { mild } from '#core/drying/weather.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import type { Work } from './choose.ts'

/** How a car dries: in what air, in what weather. */
export interface DryingIn {
  air: AirSetting
  /** What follows where somebody has to stay with it only so long. */
  after: AirSetting
  outside: Outside
}

/** What a request says is there; everything where it says nothing. */
export const meansOf = ({ equipment, checkIn }: Pick<ProcedureRequest, 'equipment' | 'checkIn'>): Means => ({
  has: (machine) => equipment?.includes(machine) ?? true,
  permissions: checkIn.permissions,
})

/**
 * The air that is really at hand: as it was chosen; else doors and a blower where there is one and something may blow, else doors.
 * Nobody's engine runs unasked.
 */
export function dryingIn(
  request: ProcedureRequest,
  has: ReadonlySet<string>,
  still: boolean,
  { airs }: Pick<Catalogue, 'airs'>,
): DryingIn {
  const outside = request.outside ?? mild
  const means = { has: (id: string) => has.has(id) && !still, permissions: request.checkIn.permissions }
  const atHand = airAtHand(airs, means)
  const chosen = request.air === undefined ? atHand : byId(airs, request.air, 'air')
  const air = airMissing(chosen, means) || (still && chosen.watts > 0) ? atHand : chosen
  return { air, after: air.attended === undefined ? air : atHand, outside }
}

/** Days after which nobody waits any longer: what is not dry then is said to take that long. */
const longest = 7 * 1440

/** What one surface holds when its wetting ends. */
export interface Wetted {
  surface: Work['surface']
  material: Work['material']
  area: number
  left: number
  /** Its underlay was soaked. */
  soaked: boolean
}

const patchOf = ({ surface, material, area, left, soaked }: Wetted, { underlayHolds }: Figures): Patch => ({
  id: surface.id,
  area,
  left,
  critical: material.critical,
  touchDry: material.touchDry,
  ...(soaked ? { under: underlayHolds } : {}),
  ...(surface.group === 'mat' ? { outside: true } : {}),
})

/**
 * Minutes until each wetted surface is touch-dry, with everything else that is wet in this car and the air they share. All of it counts as wet
 * at once, which is never too hopeful. Mats hang outside on their rack.
 */
export function dryMinutes(
  wetted: readonly Wetted[],
  { air, after, outside }: DryingIn,
  { checkIn }: ProcedureRequest,
  { figures }: Pick<Catalogue, 'figures'>,
): ReadonlyMap<string, number> {
  const patches = wetted.map((w) => patchOf(w, figures))
  if (patches.length === 0) return new Map()
  const stretches = stretchesOf(airsInTurn(air, after), [{ from: 0, ...outside }])
  const { dry } = simulate(patches, cabinVolume(checkIn.vehicle.body), stretches, longest)
  return new Map(patches.map((p, i) => [p.id, Math.min(longest, dry[i]!)]))
}

/** What dries in the car, for whoever draws or changes it: patches of one place, material and water are one. */
export function dryingOf(
  wetted: readonly Wetted[],
  minutes: ReadonlyMap<string, number>,
  { air, outside }: DryingIn,
  { checkIn }: ProcedureRequest,
  { figures }: Pick<Catalogue, 'figures'>,
): Procedure['drying'] {
  if (wetted.length === 0) return undefined
  type DryingPatch = NonNullable<Procedure['drying']>['patches'][number]
  const patches = new Map<string, DryingPatch>()
  for (const w of wetted) {
    const { area, left, critical, touchDry, under, outside: hangs } = patchOf(w, figures)
    const { zoneGroup: group, row } = w.surface
    const key = [group, row, w.material.id, left, under, hangs].join(' ')
    const same = patches.get(key)
    if (same) same.area += area
    else
      patches.set(key, {
        group,
        row,
        material: w.material.id,
        area,
        left,
        critical,
        touchDry,
        ...(under === undefined ? {} : { under }),
        ...(hangs ? { outside: true } : {}),
        dry: minutes.get(w.surface.id)!,
      })
  }
  return { air: air.id, outside, volume: cabinVolume(checkIn.vehicle.body), patches: [...patches.values()] }
}
