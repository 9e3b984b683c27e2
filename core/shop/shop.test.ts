import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { mended } from '#core/procedures/edit/findings.ts'
import { generateProcedure, reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { speak } from '#words/en/speak.ts'
import { carA, hostileCar } from '../../tests/fixtures/cars.ts'
import { canNamed, ownWith, randomOwn } from '../../tests/fixtures/own.ts'
import { soiled } from '../../tests/fixtures/soiled.ts'
import { violations } from '../../tests/support/never.ts'
import { whole } from '../../tests/support/share.ts'
import { ownCatalogue } from './catalogue.ts'
import { ownFaults } from './check.ts'
import { questionsOf } from './families.ts'
import { missingOf } from './products.ts'
import type { OwnProduct } from './schema.ts'

const parts = (concentrate: number, water: number) => ({ concentrate, water })
const said = (own: Parameters<typeof ownFaults>[0]) =>
  ownFaults(own, catalogue).map((f) => `${f.pointer} ${speak.fault(f).message}`)
const stepsWith = (procedure: Procedure, product: string) => procedure.steps.filter((s) => s.product?.id === product)

describe('a can of the shop’s own', () => {
  const can = canNamed('Larkspur trim wash', {
    role: 'apc',
    families: ['alkali', 'anionic'],
    ph: 'alkaline',
    strengths: [
      { purpose: 'trim', by: 'hand', label: '1:15', ratio: parts(1, 15) },
      { purpose: 'heavy', by: 'hand', label: '1:5', ratio: parts(1, 5) },
    ],
    maximum: { label: '1:5', ratio: parts(1, 5) },
  })
  const request = soiled(2)
  const before = generateProcedure(request, catalogue)
  const after = generateProcedure({ ...request, own: ownWith([can]) }, catalogue)

  it('is planned, mixed and counted wherever its role is asked for, and nowhere else', () => {
    const was = stepsWith(before, 'apc')
    expect(was.length).toBeGreaterThan(1)
    expect(stepsWith(after, 'apc')).toEqual([])
    const now = stepsWith(after, can.id)
    expect(now.map((s) => s.id)).toEqual(was.map((s) => s.id))
    for (const step of now) expect([parts(1, 15), parts(1, 5)]).toContainEqual(step.product!.ratio)
    const rest = (p: Procedure, id: string) => p.steps.filter((s) => s.product?.id !== id)
    expect(rest(after, can.id)).toEqual(rest(before, 'apc'))
    const ofOthers = (p: Procedure, id: string) => p.totals.products.filter((x) => x.id !== id)
    expect(ofOthers(after, can.id)).toEqual(ofOthers(before, 'apc'))
    const [used] = after.totals.products.filter((x) => x.id === can.id)
    const [usedBefore] = before.totals.products.filter((x) => x.id === 'apc')
    // As much ready mix, at another strength.
    expect(used!.ml).toBeCloseTo(usedBefore!.ml, 6)
  })
  it('is called by its name', () => {
    speak.names.learn(ownWith([can]))
    expect(speak.names.of('products', can.id)).toMatchObject({
      name: 'Larkspur trim wash',
      roleName: 'mild alkaline cleaner',
    })
    expect(speak.procedure(after).steps.find((s) => s.product?.id === can.id)?.product?.name).toBe('Larkspur trim wash')
  })
  it('brings the cautions and the wear of its role, and what its own label asks', () => {
    const burning = { ...can, h: ['H318'], ppe: ['apron'] }
    const made = ownCatalogue(catalogue, ownWith([burning])).products.find((p) => p.id === can.id)!
    expect(made.cautions).toEqual(['never-in-one-vessel'])
    expect(made.ppe).toEqual(expect.arrayContaining(['goggles-for-the-concentrate', 'gloves', 'goggles', 'apron']))
  })
  it('stays off what its label rules out: something else is done there, or it is left and said', () => {
    const careful = { ...can, neverOn: ['gloss-black', 'textured-plastic'] }
    const kept = generateProcedure({ ...request, own: ownWith([careful]) }, catalogue)
    const surfaces = new Map(surfacesOf(request.checkIn.vehicle.body, catalogue.surfaces).map((s) => [s.id, s]))
    for (const step of stepsWith(kept, can.id))
      for (const id of step.surfaces) expect(careful.neverOn).not.toContain(surfaces.get(id)!.material)
  })
  it('what a machine draws has its own strength, and is not raised to the hand’s', () => {
    const wet = canNamed('Rinse', {
      role: 'pre-spray',
      families: ['alkali'],
      ph: 'alkaline',
      strengths: [
        { purpose: 'fabric', by: 'hand', label: '1:10', ratio: parts(1, 10) },
        { purpose: 'fabric', by: 'machine', label: '1:60', ratio: parts(1, 60) },
      ],
      maximum: { label: '1:8', ratio: parts(1, 8) },
    })
    const own = ownCatalogue(catalogue, ownWith([wet]))
    const drawn = own.treatments.find((t) => t.id === 'rinse_extract')!
    expect(drawn.product).toEqual({ id: wet.id, purpose: 'fabric:machine' })
    expect(own.treatments.find((t) => t.id === 'lm')!.product).toEqual({ id: wet.id, purpose: 'fabric' })
    // What the label says nothing of takes the weakest it does say.
    expect(own.products.find((p) => p.id === wet.id)!.ratios.heavy).toEqual(parts(1, 60))
  })
  it('of several the preferred one is used; one that is retired gives way to the next', () => {
    const second = { ...can, id: canNamed('x').id, name: 'Second' }
    const both = { ...ownWith([can, second]), uses: { apc: [second.id, can.id] } }
    const used = (own: typeof both) =>
      [...new Set(generateProcedure({ ...request, own }, catalogue).steps.flatMap((s) => s.product?.id ?? []))].filter(
        (id) => id.startsWith('own-'),
      )
    expect(used(both)).toEqual([second.id])
    expect(used({ ...both, products: [can, { ...second, retired: true }] })).toEqual([can.id])
  })
  it('the same request makes the same procedure again, from the shop’s catalogue as from the shipped one', () => {
    const own = ownWith([can])
    const made = { ...request, own }
    expect(generateProcedure(made, ownCatalogue(catalogue, own))).toEqual(after)
  })
})

describe('what safety needs', () => {
  it.each<[string, Partial<OwnProduct>, string[]]>([
    [
      'nothing said',
      { role: null, families: [], ph: null, maximum: null, strengths: [] },
      ['role', 'families', 'ph', 'maximum', 'strength'],
    ],
    ['whole', {}, []],
    ['chlorine', { families: ['chlorine'] }, ['never-used']],
    ['fluoride', { families: ['fluoride', 'acid'] }, ['never-used']],
    ['it burns skin, and nothing in it does', { h: ['H314'] }, ['question']],
    ['gas with acid', { h: ['EUH031'] }, ['question']],
    ['answered', { h: ['EUH031'], answers: { 'gas-with-acid': 'Sulphite in traces, asked the maker.' } }, []],
  ])('%s', (_, change, missing) => {
    expect(missingOf(canNamed('A can', { role: 'neutral-cleaner', families: ['anionic'], ...change }))).toEqual(missing)
  })
  it('codes that contradict the families are asked about, by their code', () => {
    const can = canNamed('A can', { families: ['anionic'], h: ['H225', 'EUH032', 'H314', 'H272'] })
    expect(questionsOf(can).map((q) => q.code)).toEqual(['deadly-gas-with-acid', 'burns', 'flammable', 'oxidiser'])
    expect(questionsOf({ ...can, families: ['alcohol'], flammable: true, h: ['H225'] })).toEqual([])
  })
  it('a can that is not whole is neither planned nor known to the bench', () => {
    const half = canNamed('Half', { role: 'apc', families: ['alkali'], maximum: null })
    const own = ownCatalogue(catalogue, ownWith([half]))
    expect(own.products.some((p) => p.id === half.id)).toBe(false)
    expect(own.treatments.find((t) => t.id === 'jamb')!.product!.id).toBe('apc')
  })
})

describe('what a shop may not write', () => {
  const can = (change: Partial<OwnProduct>) =>
    ownWith([canNamed('Brew', { role: 'neutral-cleaner', families: ['anionic'], ...change })])
  it.each<[string, Parameters<typeof ownFaults>[0], RegExp]>([
    [
      'a solvent in the place of a neutral cleaner',
      can({ families: ['solvent'] }),
      /^\/products\/0\/role There is solvent/,
    ],
    [
      'an alkaline can in the place of a neutral cleaner',
      can({ ph: 'alkaline', families: ['anionic'] }),
      /^\/products\/0\/ph It is alkaline/,
    ],
    [
      'an acid role without acid',
      can({ role: 'acid-rinse', ph: 'acid', strengths: [] }),
      /^\/products\/0\/role Mild acid rinse works by acid/,
    ],
    [
      'stronger than the label',
      can({ strengths: [{ purpose: 'trim', by: 'hand', label: '1:4', ratio: parts(1, 4) }] }),
      /^\/products\/0\/strengths\/0 1:4 is stronger than 1:10/,
    ],
    ['a family nobody knows', can({ families: ['unicorn'] }), /^\/products\/0\/families\/0 No family is called/],
    ['a material nobody knows', can({ neverOn: ['moon'] }), /^\/products\/0\/neverOn\/0 No material/],
    ['water that stays', { ...ownWith([]), treatments: { lm: { applied: 900 } } }, /^\/treatments\/lm\/applied 900 g/],
    [
      'minutes that are a slip',
      { ...ownWith([]), treatments: { lm: { rate: 100 } } },
      /^\/treatments\/lm\/rate 100 min/,
    ],
    [
      'a treatment nobody knows',
      { ...ownWith([]), treatments: { wish: { rate: 1 } } },
      /^\/treatments\/wish No treatment/,
    ],
  ])('%s', (_, own, message) => {
    const found = said(own)
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(message)
    expect(() => generateProcedure({ ...carA(), own }, catalogue)).toThrow(/\/own\//)
  })
})

describe('ways of working of its own', () => {
  it('minutes of one treatment change, and nothing else does', () => {
    const [before, after] = [carA(), { ...carA(), own: { ...ownWith([]), treatments: { glass_in: { rate: 8 } } } }].map(
      (r) => generateProcedure(r, catalogue),
    )
    const minutes = (p: Procedure) => new Map(p.totals.byTreatment.map((t) => [t.treatment, t.minutes]))
    const [was, is] = [minutes(before!), minutes(after!)]
    const different = [...was].filter(([id, m]) => Math.abs((is.get(id) ?? 0) - m) > 1e-9).map(([id]) => id)
    expect(different).toEqual(['glass_in'])
    expect(is.get('glass_in')).not.toBe(was.get('glass_in'))
  })
  it('a caution is added in the shop’s words, and none is taken away', () => {
    const words = 'Vents shut first: ours rattle.'
    const own = { ...ownWith([]), treatments: { glass_in: { cautions: [words] } } }
    const [before, after] = [carA(), { ...carA(), own }].map((r) => speak.procedure(generateProcedure(r, catalogue)))
    const lines = (p: typeof before) => p!.steps.flatMap((s) => s.cautions)
    expect(lines(after).filter((c) => c === words)).toHaveLength(1)
    for (const line of new Set(lines(before))) expect(lines(after)).toContain(line)
  })
  it('a way made from another takes its place, in its order, and asks at least as much of a material', () => {
    const made = {
      id: canNamed('x').id,
      name: 'Goat-hair dusting',
      motion: 'top to bottom, no pressure',
      like: 'glass_in',
      techniques: [],
      change: { rate: 9 },
      instead: true,
      retired: false,
    }
    const own = { ...ownWith([]), made: [made] }
    const [before, after] = [carA(), { ...carA(), own }].map((r) => generateProcedure(r, catalogue))
    const places = (p: Procedure, id: string) => p.steps.filter((s) => s.treatment === id).flatMap((s) => s.surfaces)
    expect(places(after!, made.id).sort()).toEqual(places(before!, 'glass_in').sort())
    expect(places(after!, 'glass_in')).toEqual([])
    const at = (p: Procedure, id: string) => p.steps.findIndex((s) => s.treatment === id) / p.steps.length
    expect(Math.abs(at(after!, made.id) - at(before!, 'glass_in'))).toBeLessThan(0.1)
  })
})

describe('whatever a shop writes', () => {
  it('the forbidden stays forbidden', () => {
    const random = seededRandom(20_261_128)
    let own = 0
    // The edits are mended one by one: a car takes a fifth of a second.
    const cars = whole ? 3000 : 80
    for (let n = 0; n < cars; n++) {
      const car = { ...hostileCar(random), own: randomOwn(random, catalogue) }
      const written = ownCatalogue(catalogue, car.own)
      let procedure = reviewProcedure(car, catalogue)
      for (let tries = 0; tries < 40; tries++) {
        const finding = procedure.findings.find(
          (f) => f.edit !== null && f.fix && (f.grade === 'forbidden' || f.answered === null),
        )
        if (!finding) break
        car.edits = mended(car.edits, finding)
        procedure = reviewProcedure(car, catalogue)
      }
      expect(violations(car, procedure, written), `car ${n}`).toEqual([])
      for (const { product, surfaces } of procedure.steps) {
        const can = car.own.products.find((p) => p.id === product?.id)
        if (!can) continue
        own++
        expect(missingOf(can), `car ${n}: ${can.name}`).toEqual([])
        expect(fractionOf(product!.ratio)).toBeLessThanOrEqual(fractionOf(can.maximum!.ratio) + 1e-9)
        const all = new Map(surfacesOf(car.checkIn.vehicle.body, catalogue.surfaces).map((s) => [s.id, s.material]))
        for (const id of surfaces) expect(can.neverOn, `car ${n}`).not.toContain(all.get(id))
      }
    }
    // The cans do come to be used.
    expect(own).toBeGreaterThan(cars / 2)
  }, 1_200_000)
})
