import { type Static, Type } from '@sinclair/typebox'
import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { stepState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { type Area, AreaDone, areaOf, areas, isDeed } from './areas.ts'

/** An area in which nothing was done: it was clean as it came, it was left, or it was not sold. */
export const AreaNotDone = Type.Object(
  {
    area: AreaDone.properties.area,
    as: Type.Union([Type.Literal('clean'), Type.Literal('left'), Type.Literal('not-sold')]),
  },
  { additionalProperties: false },
)
export type AreaNotDone = Static<typeof AreaNotDone>

/**
 * What was sold and is not among what was done, area by area, so that every line of a package is accounted for. Areas whose work still goes on
 * are not among them.
 * @param did areas in which something was done
 */
export function notDone(
  checkIn: Pick<CheckIn, 'package'>,
  surfaces: readonly Pick<Surface, 'id' | 'group'>[],
  { steps, residuals }: Pick<Procedure, 'steps' | 'residuals'>,
  state: WorkState,
  catalogue: Pick<Catalogue, 'packages'>,
  did: readonly Area[],
): AreaNotDone[] {
  const sold = checkIn.package === undefined ? undefined : byId(catalogue.packages, checkIn.package, 'package').groups
  return areas.flatMap((area): AreaNotDone[] => {
    const own = surfaces.filter((s) => areaOf(s.id) === area)
    if (own.length === 0 || did.includes(area)) return []
    if (sold && !own.some((s) => sold.includes(s.group))) return [{ area, as: 'not-sold' }]
    const ids = new Set(own.map((s) => s.id))
    const planned = steps.filter((s) => isDeed(s) && s.surfaces.some((id) => ids.has(id)))
    const isOpen = planned.some((s) => stepState(state, s.id).status !== 'skipped')
    if (isOpen && !state.handedOver) return []
    const isLeft = planned.length > 0 || residuals.some((r) => ids.has(r.surface))
    return [{ area, as: isLeft ? 'left' : 'clean' }]
  })
}
