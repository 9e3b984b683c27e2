import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { BadInput, type Fault } from '#core/units/fault.ts'
import { dewPoint, humidityRatio } from './moist-air.ts'
import { nightIn } from './night.ts'
import { bentMinute, refit } from './refit.ts'
import type { DryAnswer, DryRequest } from './schema.ts'
import { type Patch, simulate } from './simulate.ts'
import { stretchesOf } from './stretches.ts'

const day = 1440
const quarter = 15
/** Minutes between the points of a course that readings are held against. */
const fine = 5

function faultsOf(request: DryRequest, { materials, airs }: Pick<Catalogue, 'materials' | 'airs'>): Fault[] {
  const ids = new Set(request.patches.map((p) => p.id))
  const rising = (list: readonly { from: number }[], pointer: string): Fault[] => [
    ...(list[0]?.from === 0 ? [] : [{ pointer: `${pointer}/0/from`, message: 'The first begins at 0.' }]),
    ...list.flatMap(({ from }, i) =>
      i > 0 && from <= list[i - 1]!.from
        ? [{ pointer: `${pointer}/${i}/from`, message: 'Not after the one before.' }]
        : [],
    ),
  ]
  return [
    ...request.patches.flatMap(({ id, material }, i) => [
      ...(materials.some((m) => m.id === material)
        ? []
        : [{ pointer: `/patches/${i}/material`, message: `Unknown material "${material}".` }]),
      ...(request.patches.findIndex((p) => p.id === id) < i
        ? [{ pointer: `/patches/${i}/id`, message: `"${id}" stands here twice.` }]
        : []),
    ]),
    ...rising(request.weather, '/weather'),
    ...(request.air ? rising(request.air, '/air') : []),
    ...(request.air ?? []).flatMap(({ air }, i) =>
      airs.some((a) => a.id === air) ? [] : [{ pointer: `/air/${i}/air`, message: `Unknown air "${air}".` }],
    ),
    ...(request.readings ?? []).flatMap(({ patch }, i) =>
      ids.has(patch) ? [] : [{ pointer: `/readings/${i}/patch`, message: `Nothing wet is called "${patch}".` }],
    ),
  ]
}

const finite = (minutes: number) => (Number.isFinite(minutes) ? minutes : null)

/**
 * When everything wet in a car is touch-dry, and how it gets there (engines.md §3).
 * @throws BadInput by the field: what names no material, air or patch, and lists that do not begin at 0 and rise
 */
export function dry(request: DryRequest, catalogue: Pick<Catalogue, 'materials' | 'airs'>): DryAnswer {
  const faults = faultsOf(request, catalogue)
  if (faults.length > 0) throw new BadInput(faults)
  const { until = day, every = quarter, readings = [] } = request
  const patches = request.patches.map(({ material, ...patch }): Patch => {
    const { critical, touchDry } = catalogue.materials.find((m) => m.id === material)!
    return { ...patch, critical, touchDry }
  })
  const airs = (request.air ?? [{ from: 0, air: 'doors' }]).map(({ from, air }) => ({
    from,
    air: catalogue.airs.find((a) => a.id === air)!,
  }))
  const stretches = stretchesOf(airs, request.weather)
  const { dry: minutes, moments, water } = simulate(patches, request.cabin.volume, stretches, until, every)
  const read = new Set(readings.map((r) => r.patch).filter((id, i, all) => all.indexOf(id) !== i))
  const courses = read.size > 0 ? simulate(patches, request.cabin.volume, stretches, until, fine).moments : []
  const last = moments.at(-1)!
  return {
    patches: patches.map((p, i) => {
      const at = p.at ?? 0
      const expected = finite(minutes[i]!)
      const base = { id: p.id, dry: expected, left: last.grams[i]! }
      if (!read.has(p.id)) return base
      const since = courses.filter((m) => m.at >= at)
      const course = { at: since.map((m) => m.at - at), grams: since.map((m) => m.grams[i]!) }
      const mine = readings
        .filter((r) => r.patch === p.id && r.at >= at)
        .map((r) => ({ at: r.at - at, grams: r.grams }))
      const bent = refit(course, mine)
      return { ...base, dry: at + bentMinute(course, bent, p.touchDry), refit: { pace: bent.pace, expected } }
    }),
    moments: moments.map(({ at, temperature, humidity, grams }) => ({
      at,
      temperature,
      humidity,
      dewPoint: dewPoint(humidityRatio(temperature, humidity)),
      grams: Object.fromEntries(patches.map((p, i) => [p.id, grams[i]!])),
    })),
    water,
    ...(request.night ? { night: nightIn(humidityRatio(last.temperature, last.humidity), request.night) } : {}),
  }
}
