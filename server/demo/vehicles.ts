import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { Condition, SurfaceCondition } from '#core/condition/schema.ts'
import { speak } from '#words/en/speak.ts'

interface Spec {
  plate: string
  make: string
  model: string
  body: string
  customer: string
  materials?: Partial<CheckIn['vehicle']['body']['materials']>
  driverSide?: 'left' | 'right'
  features?: string[]
  more?: Partial<CheckIn>
  permissions: CheckIn['permissions']
  belongings: CheckIn['belongings']
  /** Condition of each surface; undefined leaves it clean. */
  condition(surface: Surface): SurfaceCondition | undefined
}

function checkInOf(spec: Spec, catalogue: Catalogue): CheckIn {
  const model = byId(speak.catalogue(catalogue).bodies, spec.body, 'body')
  const body = {
    ...model,
    driverSide: spec.driverSide ?? model.driverSide,
    ...(spec.features ? { features: spec.features } : {}),
    materials: { ...model.materials, ...spec.materials },
  }
  const condition: Condition = {}
  for (const surface of surfacesOf(body, catalogue.surfaces)) {
    const found = spec.condition(surface)
    if (found) condition[surface.id] = found
  }
  return {
    vehicle: { plate: spec.plate, make: spec.make, model: spec.model, body },
    customer: spec.customer,
    condition,
    permissions: spec.permissions,
    belongings: spec.belongings,
    ...spec.more,
  }
}

const flat = (soil: number): SurfaceCondition => ({ soil })

/** The seat of the pickup whose honey came back when it was dry. */
export const honeySeat = 'seat-1r.seat-base'

/** The demonstration's five vehicles, in the order of their states: at work, waiting, expected, nearly done, and done once: a stain came back. */
export function demoVehicles(catalogue: Catalogue): CheckIn[] {
  const specs: Spec[] = [
    {
      plate: 'RM 204 K',
      make: 'Brant',
      model: 'Fennel',
      body: 'hatchback',
      customer: 'Lakeside Car Share',
      permissions: { 'seats-out': false, 'engine-heat': true },
      belongings: [
        { what: 'Parking disc', where: 'Windscreen' },
        { what: 'Umbrella, green', where: 'Rear footwell' },
      ],
      condition: (s) => {
        if (s.group === 'overhead') return s.id === 'overhead-1.headliner' ? { soil: 2, extent: 0.35 } : flat(1)
        if (s.group === 'load') return { soil: 2, hair: 1 }
        if (s.id === 'seat-1l.seat-base') return { soil: 2, stains: [{ kind: 'tannin', age: 'old', attempts: 1 }] }
        return flat(['screen', 'belt'].includes(s.group) ? 1 : 2)
      },
    },
    {
      plate: 'RM 77 ROW',
      make: 'Osprey',
      model: 'Longreach 7',
      body: 'carrier',
      customer: 'M. Halloran, rowing coach',
      materials: { seat: 'plush', mat: 'rubber-mat' },
      permissions: { 'seats-out': null, 'engine-heat': false },
      belongings: [
        { what: 'Two oars, bagged', where: 'Load area' },
        { what: 'Stopwatch', where: 'Console' },
        { what: 'Team jackets (4)', where: 'Third row' },
      ],
      condition: (s) => {
        if (s.group.startsWith('carpet')) return { soil: 3, sand: 2 }
        if (s.group === 'load') return { soil: 3, sand: 3, hair: 1 }
        if (s.zone === 'seat-3l' && s.kind === 'seat-base')
          return { soil: 2, stains: [{ kind: 'sugar', age: 'fresh', attempts: 0 }] }
        if (s.group === 'overhead') return undefined
        return flat(s.group === 'seat' && s.row === 1 ? 2 : 1)
      },
    },
    {
      plate: 'KLN 3',
      make: 'Calder',
      model: 'Slipware',
      body: 'estate',
      customer: 'Ms Quill, pottery teacher',
      driverSide: 'right',
      materials: { seat: 'coated-leather' },
      features: ['heated-seats', 'seat-airbags'],
      more: {
        odours: [{ kind: 'mildew', level: 1, source: 'rear footwell' }],
        functions: { windows: { works: true }, lamps: { works: false, note: 'rear reading lamp' } },
        findings: [{ what: 'Water ring under the roof rail: drains to be looked at', where: 'Rear roof' }],
      },
      permissions: { 'seats-out': null, 'engine-heat': null, 'test-spot': true },
      belongings: [{ what: 'Two glaze samples', where: 'Glovebox', bag: '14' }],
      condition: (s) => {
        if (s.group === 'load') return { soil: 4 }
        if (s.zone.startsWith('foot-1') && s.id === 'foot-1r.carpet')
          return { soil: 3, stains: [{ kind: 'mud', age: 'fresh', attempts: 0 }] }
        if (s.zone.startsWith('foot-1')) return { soil: 3 }
        if (s.id === 'seat-1r.seat-base')
          return {
            soil: 2,
            stains: [{ kind: 'ball-pen', age: 'days', attempts: 1 }],
            damage: [{ kind: 'cracked-coating' }],
          }
        if (s.id === 'overhead-2.headliner') return { soil: 1, moisture: 'ring' }
        if (s.group === 'seat') return flat(s.row === 1 ? 2 : 1)
        return undefined
      },
    },
    {
      plate: 'FLR 19',
      make: 'Brant',
      model: 'Tendril',
      body: 'panel-van',
      customer: 'Petal & Stem, florist',
      materials: { mat: 'rubber-mat' },
      permissions: { 'seats-out': false, 'engine-heat': false },
      belongings: [{ what: 'Ribbon box', where: 'Load area' }],
      condition: (s) => (s.group === 'overhead' ? undefined : flat(1)),
    },
    {
      plate: 'BEE 41',
      make: 'Osprey',
      model: 'Drover',
      body: 'single-cab',
      customer: 'A. Hollis, beekeeper',
      materials: { mat: 'rubber-mat' },
      permissions: { 'seats-out': false, 'engine-heat': true, 'test-spot': true },
      belongings: [{ what: 'Smoker, cold', where: 'Passenger footwell', bag: '9' }],
      condition: (s) => {
        if (s.id === honeySeat)
          return {
            soil: 2,
            stains: [
              { kind: 'sugar', age: 'days', attempts: 0 },
              { kind: 'wax', age: 'days', attempts: 0 },
            ],
          }
        if (s.group.startsWith('carpet')) return { soil: 2 }
        return s.group === 'overhead' || s.group === 'belt' ? undefined : flat(1)
      },
    },
  ]
  return specs.map((spec) => checkInOf(spec, catalogue))
}
