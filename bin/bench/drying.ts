import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { dry } from '#core/drying/dry.ts'
import type { DryRequest } from '#core/drying/schema.ts'
import { type Patch, simulate } from '#core/drying/simulate.ts'
import { stretchesOf } from '#core/drying/stretches.ts'
import { scenarios, weatherAt } from '#core/drying/weather.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { mean } from './mean.ts'

/** A whole day of a severe carrier: every wet surface a patch of its own and in one, in each air, with the weather of each hour; beside its procedure. */
export async function drying() {
  const body = bodyNamed('carrier')
  const severe = requestFor(body, {})
  for (const s of surfacesOf(body, catalogue.surfaces)) severe.checkIn.condition[s.id] = { soil: 4 }
  const { drying: wet } = reviewProcedure(severe, catalogue, true)
  const request: DryRequest = {
    patches: wet!.patches.map(({ material, area, left, outside }, i) => ({
      id: `p${i}`,
      material,
      area,
      left,
      ...(outside ? { outside } : {}),
    })),
    cabin: { volume: wet!.volume },
    weather: Array.from({ length: 24 }, (_, i) => ({
      from: i * 60,
      ...weatherAt({ ...scenarios['damp-autumn'], clear: false, sunset: 1000 }, 480 + i * 60),
    })),
  }
  // Nothing alike, so that nothing is taken together: as many patches as the car has surfaces that can be wet.
  const apart: Patch[] = Array.from({ length: 120 }, (_, i) => ({
    id: `p${i}`,
    area: 0.1,
    left: 200 + i,
    critical: 120,
    touchDry: 30,
  }))
  const day = 1440
  const ms: Record<string, number> = {}
  for (const { id } of catalogue.airs)
    ms[id] = mean(20, () => dry({ ...request, air: [{ from: 0, air: id }] }, catalogue))
  const doors = stretchesOf(
    [{ from: 0, air: catalogue.airs.find((a) => a.id === 'doors')! }],
    [{ from: 0, temperature: 20, humidity: 0.5 }],
  )
  return {
    patches: request.patches.length,
    dayWithHourlyWeatherMs: ms,
    patchesApart: apart.length,
    dayApartMs: mean(10, () => simulate(apart, wet!.volume, doors, day, 15)),
    untilDryOnlyMs: mean(20, () => simulate(apart.slice(0, 10), wet!.volume, doors, 7 * day)),
    itsProcedureMs: mean(20, () => reviewProcedure(severe, catalogue, true)),
  }
}
