import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'

/** A made-up car to show on what a setting changes: used all over, heavy in the back, hair in the load area, grimy mats and roof. */
export function sampleCar(catalogue: Catalogue): CheckIn {
  const body = { ...catalogue.bodies[0]!, name: '' }
  const heavy = new Set(['seat', 'mat'])
  return {
    vehicle: { plate: 'SAMPLE', make: '', model: '', body },
    customer: '',
    condition: Object.fromEntries(
      surfacesOf(body, catalogue.surfaces).map((s) => [
        s.id,
        {
          soil: s.group.startsWith('carpet')
            ? 4
            : s.group === 'overhead' || (heavy.has(s.group) && s.row !== 1)
              ? 3
              : 2,
          ...(s.group === 'load' ? { hair: 2 } : {}),
        },
      ]),
    ),
    permissions: {},
    belongings: [],
  }
}
