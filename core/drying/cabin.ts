import type { Body } from '#core/cabin/schema.ts'
import { referenceCabin } from '#core/cabin/surfaces.ts'

/** How much of its length a load area adds to the cabin's air: a boot and a bed are shut off from it. */
const openLoad: Record<Body['load'], number> = { hatch: 0.6, cargo: 1, boot: 0, bed: 0, none: 0 }
/** What seats, dash and linings leave of it. */
const free = 0.85

/** Air in a car's cabin, m³, from its measures: width × height × (rows × pitch + what of the load area is open to it), less its furniture. */
export function cabinVolume({
  rows,
  load,
  dimensions,
  scale,
}: Pick<Body, 'rows' | 'load' | 'dimensions' | 'scale'>): number {
  const { width, height, pitch, load: length } = dimensions ?? referenceCabin
  const grown = dimensions ? 1 : scale
  return free * width * height * (rows.length * pitch + openLoad[load] * length) * grown
}
