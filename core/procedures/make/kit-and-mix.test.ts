import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { revisedRequest } from '#core/procedures/revise.ts'
import type { ProcedureRequest, Step } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carB, requestFor } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { generateProcedure } from './generate.ts'

// What is laid out, mixed, filled and emptied, as a lead counts it by hand.

const closing = [
  'recheck',
  'final-vacuum',
  'dress',
  'screens',
  'glass',
  'refit',
  'shut',
  'final',
  'put-away',
  'hand-over',
]
const made = (request: ProcedureRequest) => generateProcedure(request, catalogue)
const strengths = (request: ProcedureRequest, product: string) =>
  made(request)
    .totals.products.filter((p) => p.id === product)
    .map((p) => p.ratio.water)
    .sort((a, b) => a - b)
/** A hatchback with soil by group of surface. */
const by = (soil: Record<string, number>, mat = 'carpet-mat') => {
  const body = structuredClone(bodyNamed('hatchback'))
  body.materials.mat = mat
  return requestFor(
    body,
    Object.fromEntries(
      surfacesOf(body, catalogue.surfaces).flatMap((s) => (soil[s.group] ? [[s.id, { soil: soil[s.group]! }]] : [])),
    ),
  )
}

describe('one machine that wets', () => {
  const out = (soil: Record<string, number>) =>
    made(by(soil))
      .steps.filter((s) => s.treatment === 'set_up' && s.equipment[0] !== 'vacuum')
      .map((s) => s.equipment[0])
  it('is at the car where the heavier one stands there anyway, for seats, floor or mats', () => {
    expect(out({ seat: 3, carpet: 2, mat: 2 })).toEqual(['extractor'])
    expect(out({ seat: 2, carpet: 2, mat: 4 })).toEqual(['extractor'])
    expect(out({ seat: 2, carpet: 2, mat: 2 })).toEqual(['wet-vac'])
  })
})

describe('seats come out for what lies under them', () => {
  const out = (soil: Record<string, number>): ProcedureRequest => {
    const request = by(soil)
    request.checkIn.permissions = { 'seats-out': true }
    return { ...request, houseRules: { seats: 'out' }, skills: catalogue.skills.map((s) => s.id) }
  }
  const moved = (steps: readonly Step[]) => steps.filter((s) => s.stage.startsWith('seats-')).map((s) => s.treatment)
  it('where the floor is worked, and not for the dash alone', () => {
    expect(moved(made(out({ carpet: 2 })).steps)).toEqual(['seats_out', 'seats_in'])
    expect(moved(made(out({ hard: 2 })).steps)).toEqual([])
  })
  it('and go back in, though nothing of the floor is left to be done', () => {
    const request = out({ carpet: 2, hard: 2 })
    const first = made(request)
    const over = new Set(
      first.steps.filter((s) => !['seats-in', 'hard', ...closing].includes(s.stage)).map((s) => s.id),
    )
    const next = made(revisedRequest(request, first, over, { condition: { 'dash.dash-top': { soil: 3 } } }))
    expect(moved(next.steps.filter((s) => !s.kept))).toEqual(['seats_in'])
  })
})

it('a machine for one place is set up when that is come to, not on the way before', () => {
  const car = soiled(4)
  car.checkIn.condition['load.load-floor']!.stains = [{ kind: 'denim', age: 'old', attempts: 0 }]
  const { steps } = made(car)
  const ids = steps.map((s) => s.id)
  const [setUp, first] = [ids.indexOf('set_up:cold-extractor'), ids.findIndex((id) => id.startsWith('coldx:load'))]
  expect(first).toBeGreaterThan(setUp)
  const between = steps.slice(setUp + 1, first)
  expect(setUp).toBeGreaterThan(ids.indexOf('vac_load:load'))
  // Nothing but the place it is for: it is not walked away from in between.
  expect(between.filter((s) => s.crew > 0 && s.zoneGroup !== 'load').map((s) => s.id)).toEqual([])
})

describe('tanks', () => {
  it('a severe small car draws some 29 litres through a 12-litre extractor: filled three times, emptied where it runs out', () => {
    const { steps, totals } = made(carB())
    const extractor = totals.tanks!.find((t) => t.machine === 'extractor')!
    // Catalogue D3: about 29 l.
    expect(extractor.litres).toBeGreaterThan(25)
    expect(extractor.litres).toBeLessThan(33)
    expect([extractor.tank, extractor.draws, extractor.fills]).toEqual([12, true, 3])
    const turned = steps.filter((s) => s.tank?.machine === 'extractor')
    expect(turned.reduce((sum, s) => sum + s.tank!.turns, 0)).toBe(2)
    for (const s of turned) expect(speak.step(s).tank).toMatch(/^Empty and fill the .*on the way\.$/)
    expect(speak.machines(made(carB())).join()).toMatch(/about \d\d l, filled 3 times \(12 l\)/)
  })
  it('a wet vacuum that only takes up a cup a seat is not said to be filled', () => {
    const { steps, totals } = made(soiled(2))
    const wet = totals.tanks!.find((t) => t.machine === 'wet-vac')!
    expect([wet.draws, wet.fills]).toEqual([false, 1])
    expect(wet.litres).toBeLessThan(1.5)
    expect(steps.filter((s) => s.tank)).toEqual([])
    expect(speak.machines(made(soiled(2)))).toEqual(['Vacuum', 'Wet vacuum'])
  })
})

describe('machines at hand', () => {
  it('every machine that is used is set up once; beside the extractor nobody fetches the wet vacuum for a floor', () => {
    // Seats for hot extraction, carpet for pre-spray, brush and suction.
    const seatsHeavier = soiled(2)
    for (const [id, c] of Object.entries(seatsHeavier.checkIn.condition)) if (/seat-(base|back)$/.test(id)) c.soil = 3
    const { steps } = made(seatsHeavier)
    const floor = steps.filter((s) => s.treatment === 'lm')
    expect(floor.length).toBeGreaterThan(0)
    expect(new Set(floor.flatMap((s) => s.equipment))).toEqual(new Set(['extractor']))
    // With the seats light as well nothing but the wet vacuum comes out.
    const light = made(soiled(2)).steps
    expect(new Set(light.filter((s) => s.treatment === 'lm').flatMap((s) => s.equipment))).toEqual(new Set(['wet-vac']))
    for (const all of [steps, light]) {
      const used = new Set(all.filter((s) => s.surfaces.length > 0).flatMap((s) => s.equipment))
      const setUp = all.filter((s) => s.treatment === 'set_up').flatMap((s) => s.equipment)
      expect(setUp.sort()).toEqual([...used].sort())
    }
  })
})

describe('which extractor', () => {
  const seat = 'seat-1l.seat-base'
  const machineOf = (change: (r: ProcedureRequest) => void, soil = 3) => {
    const request = soiled(soil, 'hatchback')
    change(request)
    const { steps } = made(request)
    const worked = (s: (typeof steps)[number]) => s.surfaces.includes(seat)
    return [
      ...new Set(
        steps.filter((s) => worked(s) && /^(hotx|coldx|spotx|round2)$/.test(s.treatment)).map((s) => s.equipment[0]),
      ),
    ]
  }
  const stain = (kind: string) => (r: ProcedureRequest) => {
    r.checkIn.condition[seat]!.stains = [{ kind, age: 'days', attempts: 0, size: 'palm' }]
  }
  it('heated for soiled seats, and for severe ones whatever else', () => {
    expect(machineOf(() => {})).toEqual(['extractor'])
    expect(machineOf(stain('milk-drink'), 4)).not.toContain('spot-extractor')
  })
  it('spot where a stain wicks back up: little water in, soon dry', () => {
    expect(machineOf(stain('milk-drink'))).toEqual(['spot-extractor'])
    expect(machineOf(stain('salt'))).toEqual(['spot-extractor'])
  })
  it('but sugar is rinsed out, and pale trim panel by panel', () => {
    expect(machineOf(stain('sugar'))).toEqual(['extractor'])
    expect(
      machineOf((r) => {
        stain('milk-drink')(r)
        r.checkIn.vehicle.body.features = ['pale']
      }),
    ).not.toContain('spot-extractor')
  })
  it('cold over heating mats, with less of it beside the panel', () =>
    expect(
      machineOf((r) => {
        r.checkIn.vehicle.body.features = ['heated-seats']
      }),
    ).toEqual(['cold-extractor']))
  it('and what nobody has is not waited for', () =>
    expect(
      machineOf((r) => {
        // On every seat: for one panel nobody fetches a second extractor.
        for (const [id, there] of Object.entries(r.checkIn.condition))
          if (/^seat-.*seat-(base|back)$/.test(id)) there.stains = [{ kind: 'milk-drink', age: 'days', attempts: 0 }]
        r.equipment = ['vacuum', 'wet-vac', 'extractor', 'cold-extractor']
      }),
    ).toEqual(['cold-extractor']))
})

describe('one dilution of a product a job', () => {
  it('screens are wiped with what the trim is wiped with: nobody mixes a spoonful for them', () => {
    expect(strengths(soiled(2), 'neutral-cleaner')).toEqual([20])
    expect(strengths(soiled(1), 'neutral-cleaner')).toEqual([20])
  })
  it('severe seats and a carpet that would do with less get the one pre-spray that both take', () => {
    const mixed = by({ seat: 4, 'carpet-worn': 2 })
    expect(strengths(mixed, 'pre-spray')).toEqual([8])
  })
  it('where one surface does not take the stronger each keeps its own: leather-edged mats, textured plastic', () => {
    expect(strengths(by({ seat: 4, mat: 2 }, 'leather-edged-mat'), 'pre-spray')).toEqual([8, 15])
    // 1:4 is "with care" on every plastic there is.
    expect(strengths(by({ hard: 4, jamb: 2 }), 'apc')).toEqual([4, 10])
  })
})

describe('towels', () => {
  it('are counted by their faces over the car, and never fewer than a step has in hand', () => {
    const { steps, kit } = made(soiled(2))
    for (const { role, count } of kit.towels) {
      const used = steps.flatMap((s) => s.towels).filter((t) => t.role === role)
      expect(count).toBe(
        Math.max(Math.ceil(used.reduce((sum, t) => sum + t.faces!, 0) / 8), ...used.map((t) => t.count)),
      )
    }
    const cloths = kit.towels.find((t) => t.role === 'all-purpose')!.count
    expect(cloths).toBeGreaterThanOrEqual(10)
    expect(cloths).toBeLessThanOrEqual(18)
    expect(kit.towels.find((t) => t.role === 'glass')!.count).toBeLessThanOrEqual(8)
  })
})

describe('what hands touch most', () => {
  it('is disinfected where the house wants it: after all cleaning there, wiped off with water', () => {
    const request = { ...soiled(2), houseRules: { 'touch-points': 'sanitised' } }
    const { steps, byOne } = made(request)
    const disinfect = steps.find((s) => s.treatment === 'disinfect')!
    expect(disinfect.surfaces).toEqual(
      expect.arrayContaining(['dash.wheel-front', 'door-1l.door-pull', 'dash.switches']),
    )
    expect(disinfect.surfaces).not.toContain('dash.screen')
    const at = (s: { id: string }) => byOne!.starts[s.id]!
    const shares = (s: (typeof steps)[number]) => s.surfaces.some((id) => disinfect.surfaces.includes(id))
    for (const s of steps.filter((s) => ['brush', 'small', 'towel'].includes(s.treatment) && shares(s)))
      expect(at(s), s.id).toBeLessThan(at(disinfect))
    // The cleaner is wiped off first, or it stops the disinfectant.
    const rinsed = steps.filter((s) => s.treatment === 'rinse' && at(s) < at(disinfect))
    expect(disinfect.surfaces.filter((id) => !rinsed.some((s) => s.surfaces.includes(id)))).toEqual([])
    expect(speak.step(disinfect).motion).toMatch(/wiped off with water/)
    expect(made(soiled(2)).steps.some((s) => s.treatment === 'disinfect')).toBe(false)
  })
})

describe('beds and wells', () => {
  it('a steel bed is swept before it is washed, a tool well vacuumed before it is wiped; a pickup has no hatch', () => {
    const bed = made(soiled(3, 'panel-van'))
    const order = bed.steps.map((s) => s.treatment)
    const on = (treatment: string, surface: string) =>
      bed.steps.findIndex((s) => s.treatment === treatment && s.surfaces.includes(surface))
    expect(order).toContain('sweep')
    expect(on('sweep', 'cargo.cargo-floor')).toBeLessThan(on('pad', 'cargo.cargo-floor'))
    for (const body of ['panel-van', 'crew-cab'])
      expect(
        made(soiled(2, body))
          .steps.map((s) => speak.step(s).title)
          .join(),
      ).not.toMatch(/hatch/i)
    const hatch = made(soiled(2))
    const well = hatch.steps.filter((s) => s.surfaces.includes('load.load-well')).map((s) => s.treatment)
    expect(well.indexOf('vac_load')).toBeGreaterThanOrEqual(0)
    expect(well.indexOf('vac_load')).toBeLessThan(well.indexOf('brush'))
  })
})
