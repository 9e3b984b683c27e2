import { catalogue } from '#catalogue/catalogue.ts'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'

type Mark = (surface: Surface) => SurfaceCondition | undefined

interface Sample {
  body: string
  change?: Partial<Body>
  materials?: Partial<Body['materials']>
  mark: Mark
  checkIn?: Partial<CheckIn>
  request?: Partial<ProcedureRequest>
}

const flat =
  (soil: number): Mark =>
  () => ({ soil })
const seats =
  (soil: number, rest: number): Mark =>
  (s) => ({ soil: s.group === 'seat' ? soil : rest })
const stained =
  (kind: string, soil = 2): Mark =>
  (s) =>
    s.id === 'seat-1l.seat-base' ? { soil, stains: [{ kind, age: 'old', attempts: 0 }] } : { soil }

/** Twenty made-up cars that between them touch every body, every finish, the time limit, edits, house rules, features and refusals. */
const samples: Record<string, Sample> = {
  'light-hatchback': { body: 'hatchback', mark: flat(1) },
  'standard-hatchback': { body: 'hatchback', mark: flat(2) },
  'severe-hatchback': { body: 'hatchback', mark: flat(4) },
  'leather-saloon': { body: 'saloon', materials: { seat: 'coated-leather' }, mark: seats(3, 2) },
  'perforated-coupe': {
    body: 'coupe',
    materials: { seat: 'perforated-leather' },
    change: { features: ['ventilated-seats'] },
    mark: seats(4, 1),
  },
  'dog-estate': {
    body: 'estate',
    mark: (s) => ({ soil: s.group === 'load' ? 3 : 2, hair: ['load', 'seat'].includes(s.group) ? 3 : 0 }),
  },
  'beach-carrier': { body: 'carrier', mark: (s) => ({ soil: 2, sand: s.group.startsWith('carpet') ? 3 : 0 }) },
  'severe-carrier': { body: 'carrier', mark: flat(4) },
  'two-seater-suede': { body: 'two-seater', materials: { seat: 'synthetic-suede' }, mark: seats(3, 1) },
  'soft-top-show': { body: 'soft-top', mark: flat(2), checkIn: { finish: 'show' } },
  'fleet-trade': { body: 'suv-5', mark: flat(3), checkIn: { finish: 'trade' } },
  'milk-and-blood': { body: 'hatchback', mark: stained('blood', 3) },
  'unknown-stain-severe': { body: 'hatchback', mark: stained('unknown', 4) },
  'biohazard-stop': {
    body: 'hatchback',
    mark: (s) => (s.zone === 'seat-2l' ? { soil: 3, biohazard: ['sharps'] } : { soil: 2 }),
  },
  'paint-bound-van': { body: 'panel-van', change: { features: ['paint-bound'] }, mark: flat(3) },
  'test-spot-refused': { body: 'crew-cab', mark: flat(4), checkIn: { permissions: { 'test-spot': false } } },
  'two-hours-one-person': {
    body: 'hatchback',
    mark: flat(2),
    request: { timeLimit: { minutes: 120, crew: 1 } },
  },
  'seats-and-ozone': {
    body: 'saloon',
    mark: flat(2),
    checkIn: {
      permissions: { 'seats-out': true, ozone: true },
      odours: [{ kind: 'smoke', level: 3, source: 'headliner' }],
    },
    request: { houseRules: { seats: 'out', odour: 'ozone' } },
  },
  'edited-by-hand': {
    body: 'hatchback',
    mark: flat(2),
    request: {
      edits: [
        { do: 'rung', step: 'lm:seats-1', level: 3 },
        { do: 'move', step: 'glass_in:glass', after: 'jamb:jambs', reason: 'the customer waits for the glass' },
        { do: 'minutes', step: 'vac_seat:seats-2', minutes: 12 },
      ],
    },
  },
  'no-extractor': { body: 'suv-7', mark: flat(4), request: { equipment: ['vacuum', 'wet-vac'], skills: [] } },
}

export function sampleCars(): Record<string, ProcedureRequest> {
  return Object.fromEntries(
    Object.entries(samples).map(([name, { body: id, change, materials, mark, checkIn, request }], i) => {
      const found = speak.catalogue(catalogue).bodies.find((b) => b.id === id)
      if (!found) throw new Error(`No body "${id}".`)
      const body = { ...found, ...change, materials: { ...found.materials, ...materials } }
      const condition = Object.fromEntries(
        surfacesOf(body, catalogue.surfaces).flatMap((s) => {
          const c = mark(s)
          return c ? [[s.id, c]] : []
        }),
      )
      return [
        `${String(i + 1).padStart(2, '0')}-${name}`,
        {
          checkIn: {
            vehicle: { plate: `SAMPLE ${i + 1}`, make: 'Brant', model: 'Fennel', body },
            customer: 'Lakeside Car Share',
            condition,
            permissions: {},
            belongings: [],
            ...checkIn,
          },
          ...request,
        },
      ]
    }),
  )
}

/** A procedure in few words. */
export const summaryOf = ({ steps, totals, residuals, findings, limit }: Procedure) => ({
  steps: steps.length,
  attended: Math.round(totals.attended),
  within80: Math.round(totals.attendedP80),
  water: Math.round(totals.waterLeft),
  residuals: Object.fromEntries(
    [...new Set(residuals.map((r) => r.code))].sort().map((c) => [c, residuals.filter((r) => r.code === c).length]),
  ),
  findings: findings.map((f) => `${f.grade} ${f.code}`),
  ...(limit ? { clock: limit.clock } : {}),
})
