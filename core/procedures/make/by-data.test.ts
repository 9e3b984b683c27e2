import { Ajv } from 'ajv'
import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { Catalogue } from '#core/catalogue/catalogue.ts'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { nothingOwn, type Own } from '#core/shop/schema.ts'
import { speak } from '#words/en/speak.ts'
import type { DifferenceInWords } from '#words/worded/procedure-schema.ts'
import { bodyNamed, carA, carB, requestFor } from '../../../tests/fixtures/cars.ts'
import { chooseWork } from './choose.ts'
import { generateProcedure } from './generate.ts'
import { settingOf } from './setting.ts'
import { stainRow } from './stains-here.ts'

const valid = (data: Catalogue) => new Ajv({ strict: false }).validate(Catalogue, data)

describe('by data alone', () => {
  const felt = {
    ...catalogue.materials.find((m) => m.id === 'flat-cloth')!,
    id: 'pressed-felt',
    family: 'felt',
    tolerates: { VS: 'Y' as const, NC: 'c' as const, SB: 'Y' as const },
  }
  const lift = {
    ...catalogue.treatments.find((t) => t.id === 'dry_brush')!,
    id: 'felt_lift',
    rate: 6,
    designSoil: 2,
    stage: 'leather',
  }
  const programme = {
    id: 'felt-seat',
    groups: ['seat', 'seat-back'],
    families: ['felt'],
    stage: 'seats',
    soil: [[], ['vac_seat'], ['vac_seat', 'felt_lift'], ['vac_seat', 'felt_lift'], ['vac_seat', 'felt_lift']],
  }
  const order = {
    id: 'felt-last',
    grade: 'order' as const,
    first: { stages: ['jambs'] },
    next: { treatments: ['felt_lift'] },
    scope: 'car' as const,
  }
  const never = {
    id: 'no-felt-wet',
    techniques: ['NC'],
    kinds: ['seat-base'],
  }
  const wider: Catalogue = {
    ...catalogue,
    materials: [...catalogue.materials, felt],
    treatments: [...catalogue.treatments, lift],
    programmes: [...catalogue.programmes, programme],
    orderRules: [...catalogue.orderRules, order],
    forbidden: [...catalogue.forbidden, never],
  }
  const car = carA()
  car.checkIn.vehicle.body.materials = { ...car.checkIn.vehicle.body.materials, seat: 'pressed-felt' }
  it('a material, a treatment with its rungs, an order rule and a forbidden rule are added', () => {
    expect(valid(wider)).toBe(true)
    const { steps } = generateProcedure(car, wider)
    const felted = steps.find((s) => s.id === 'felt_lift:seats-1')!
    // 6 minutes a square metre on two front seats.
    expect(felted.p50).toBeCloseTo(6 * felted.area, 6)
    expect(felted.why.map((w) => w.rule)).toContain(order.id)
    expect(steps.findIndex((s) => s.id === 'jamb:jambs')).toBeLessThan(steps.indexOf(felted))
    const add = { do: 'add' as const, treatment: 'towel', zoneGroup: 'seats-1', surfaces: ['seat-1l.seat-base'] }
    expect(() => generateProcedure({ ...car, edits: [add] }, wider)).toThrow(/no-felt-wet/)
    expect(() => generateProcedure(car, catalogue)).toThrow(/pressed-felt/)
  })
  it('what does not fit the schema is found before it is used', () => {
    expect(valid({ ...wider, orderRules: [{ ...order, grade: 'maybe' as never }] })).toBe(false)
  })
})

describe('every stain on every material', () => {
  const surfaces = surfacesOf(bodyNamed('hatchback'), catalogue.surfaces)
  const setting = settingOf(requestFor(bodyNamed('hatchback'), {}), catalogue)
  const place: Record<string, string> = {
    carpet: 'foot-1l.carpet',
    headliner: 'overhead-1.headliner',
    'suede-headliner': 'overhead-1.headliner',
    glass: 'glass.glass-front',
    belt: 'seat-1l.belt',
    jamb: 'door-1l.jamb',
    rubber: 'foot-1l.mat',
    hard: 'dash.dash-top',
    'soft-touch': 'dash.dash-top',
    gloss: 'dash.dash-top',
  }
  it.each(catalogue.stains.map((s) => s.id))('%s gets its first step, or the reason it may not', (kind) => {
    const stain = catalogue.stains.find((s) => s.id === kind)!
    for (const material of catalogue.materials) {
      const at = surfaces.find((s) => s.id === (place[material.family] ?? 'seat-1l.seat-base'))!
      const { work, residuals } = chooseWork(
        { ...at, material: material.id },
        { soil: 0, stains: [{ kind, age: 'fresh', attempts: 0 }] },
        setting,
      )
      const planned = (stainRow(stain, material.family, catalogue) ?? stain).treatments
      // What is done instead counts: on vinyl a degreaser and a brush for what leather cleaner is on leather.
      const ways = planned.flatMap((id) => [id, ...(catalogue.treatments.find((t) => t.id === id)!.orElse ?? [])])
      const done = ways.filter((id) => work.some((w) => w.treatment.id === id && w.stains))
      expect(done.length > 0 || residuals.length > 0, `${kind} on ${material.id}`).toBe(true)
      for (const r of residuals)
        expect(speak.residual(r).reason.length, `${kind} on ${material.id}`).toBeGreaterThan(20)
      // What is done is what the material bears.
      for (const w of work)
        for (const code of w.treatment.techniques)
          expect(material.tolerates[code], `${kind} on ${material.id}`).not.toBe('N')
    }
  })
})

describe('house rules give the documented difference', () => {
  const on = (rule: string, choice: string, car = carA()) =>
    speak.difference(
      differenceOf(
        generateProcedure(car, catalogue),
        generateProcedure({ ...car, houseRules: { [rule]: choice } }, catalogue),
      ),
    )
  const leather = () => {
    const car = carA()
    car.checkIn.vehicle.body.materials.seat = 'coated-leather'
    return car
  }
  it.each<[string, string, () => ReturnType<typeof carA>, (d: DifferenceInWords) => boolean]>([
    ['vacuum-timing', 'at-end', carA, (d) => d.moved],
    ['direction', 'follow-the-seats', carA, (d) => d.changed.length > 0],
    ['loosen-by', 'brush', carA, (d) => d.changed.some((c) => c.title.includes('dust'))],
    ['seats', 'out', carA, (d) => d.notes.length === 1],
    ['spray-where', 'surface', carA, (d) => d.changed.some((c) => c.what.includes('on the tool → on the surface'))],
    ['tank', 'agent', carB, (d) => d.notes.length === 1],
    ['leather-finish', 'coated-sealant', leather, (d) => d.notes.length === 1],
    ['rubber-mats', 'matt', carA, (d) => d.notes.length === 1],
    ['glass', 'no-chemical', carA, (d) => d.changed.some((c) => c.what.includes('→ no product'))],
    ['hair', 'misted', carA, (d) => d.changed.some((c) => c.title.includes('hair'))],
    ['spot-or-panel', 'spot', carA, (d) => d.notes.length === 1],
    ['outside-work', 'in-drying', carA, (d) => d.notes.length === 1],
    ['odour', 'ozone', carA, (d) => d.notes.length === 1],
    ['injection', 'trained', carA, (d) => d.notes.length === 1],
    ['plastics-finish', 'faded', carA, (d) => d.dropped.some((t) => t.startsWith('Dress'))],
    ['jambs', 'towel', carA, (d) => d.added.includes('Wipe jambs') && d.minutes < 0],
    ['headliner', 'towel', carB, (d) => d.minutes < 0],
  ])('%s: %s', (rule, choice, car, documented) => {
    expect(documented(on(rule, choice, car())), JSON.stringify(on(rule, choice, car()))).toBe(true)
  })
  it('an ozone run says what the shop’s own unit comes to in this cabin, and is aired no shorter for it', () => {
    const car = carB()
    car.checkIn.permissions = { ozone: true }
    car.checkIn.odours = [{ kind: 'smoke', level: 3, source: '' }]
    const of = (mg?: number) => {
      const kit: Own['kit'] = mg === undefined ? {} : { 'ozone-unit': { ozone: mg } }
      const own = { ...nothingOwn, kit }
      const { steps } = generateProcedure({ ...car, houseRules: { odour: 'ozone' }, own }, catalogue)
      const run = steps.find((s) => s.treatment === 'ozone_run')!
      return { run, air: steps.find((s) => s.treatment === 'air_out')!, said: speak.step(run).cautions.join(' ') }
    }
    const usual = of()
    const { volume, peak } = usual.run.ozone!
    // By hand: 5000 mg/h ÷ 60 ÷ 1.96 ÷ (ln 2 / 30 + 1 / 60), of which 30 min reach 1 − e^(−1.193) = 0.6967.
    expect(peak * volume).toBeGreaterThan(744.8 - volume)
    expect(peak * volume).toBeLessThan(744.8 + volume)
    expect(usual.said).toMatch(new RegExp(`about ${peak} ppm in 30 min`))
    const small = of(500)
    expect(Math.abs(small.run.ozone!.peak * 10 - peak)).toBeLessThanOrEqual(5)
    for (const { air } of [usual, small, of(60_000)]) expect(air.minutes).toBeGreaterThanOrEqual(60)
  })
  it('seats out and ozone become steps where they are permitted', () => {
    const car = carA()
    car.checkIn.permissions = { 'seats-out': true, ozone: true }
    car.checkIn.odours = [{ kind: 'smoke', level: 2, source: 'headliner' }]
    expect(on('seats', 'out', car).added).toEqual([
      'Seats out, two people, ignition off and the maker’s waiting time over',
      'Seats back in, two people: bolts to the maker’s torque, plugs home before power',
    ])
    const { steps, links } = generateProcedure({ ...car, houseRules: { odour: 'ozone' } }, catalogue)
    const at = (id: string) => steps.findIndex((s) => s.id === id)
    expect(at('ozone:car')).toBeGreaterThan(at('dry:seats-1'))
    expect(at('ozone_run:car')).toBeGreaterThan(at('ozone:car'))
    expect(at('air_out:car')).toBeLessThan(at('refit:car'))
    expect(links).toContainEqual(expect.objectContaining({ from: 'ozone_run:car', to: 'air_out:car', maxLag: 0 }))
    expect(steps[at('air_out:car')]!.minutes).toBeGreaterThanOrEqual(30)
  })
})

describe('steps are what people do', () => {
  it('a severe three-row carrier has 40 to 70 attended steps', () => {
    const carrier = requestFor(bodyNamed('carrier'), {})
    for (const s of surfacesOf(bodyNamed('carrier'), catalogue.surfaces)) carrier.checkIn.condition[s.id] = { soil: 4 }
    const attended = generateProcedure(carrier, catalogue).steps.filter((s) => s.crew > 0)
    expect(attended.length).toBeGreaterThanOrEqual(40)
    expect(attended.length).toBeLessThanOrEqual(70)
  })
  it('the kit and the towels are counted for this car', () => {
    const small = generateProcedure(requestFor(bodyNamed('hatchback'), { 'glass.glass-front': { soil: 1 } }), catalogue)
    const large = generateProcedure(carB(), catalogue)
    expect(small.kit.machines).toEqual([])
    expect(large.kit.machines).toEqual(expect.arrayContaining(['extractor', 'vacuum', 'pad-machine']))
    const towels = (p: typeof small) => p.kit.towels.reduce((n, t) => n + t.count, 0)
    expect(towels(large)).toBeGreaterThan(10 * towels(small))
  })
})
