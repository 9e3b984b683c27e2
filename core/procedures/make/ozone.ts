import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { WholeCar } from '#core/catalogue/whole-car.ts'
import { cabinVolume } from '#core/drying/cabin.ts'
import { air } from '#core/drying/ozone.ts'
import type { ProcedureRequest, Step } from '#core/procedures/schema.ts'

/** The row that runs the unit, and the one that airs after it. */
const ofRun = 'ozone_run'
const ofAiring = 'air_out'

/**
 * What an ozone run comes to with the shop's own unit in this cabin, and the minutes it is aired: as the house airs, or longer where reckoned
 * so; never shorter.
 * @param minutes what the row takes by the book
 */
export function ozoneSized(
  row: Pick<WholeCar, 'id'>,
  minutes: number,
  soil: number,
  { checkIn }: Pick<ProcedureRequest, 'checkIn'>,
  { wholeCar, equipment }: Catalogue,
): { minutes: number; ozone?: NonNullable<Step['ozone']> } {
  if (row.id !== ofRun && row.id !== ofAiring) return { minutes }
  const unit = byId(wholeCar, ofRun, 'step')
    .equipment?.map((id) => byId(equipment, id, 'machine'))
    .find((m) => m.ozone)
  if (!unit) return { minutes }
  const volume = cabinVolume(checkIn.vehicle.body)
  const run = row.id === ofRun ? minutes : byId(wholeCar, ofRun, 'step').minutes[soil]!
  const { peak, notBefore } = air({ volume, generator: unit.ozone!, run })
  if (row.id === ofAiring) return { minutes: Math.max(minutes, Math.ceil(notBefore.handOver - run)) }
  return { minutes, ozone: { generator: unit.ozone!, volume, peak: Math.round(peak) } }
}
