import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { bodyNamed, carA, randomCar, requestFor } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { whole } from '../../../tests/support/share.ts'
import { clockOf } from './clock.ts'
import { bestWithin, frontier, type Item, type Option } from './knapsack.ts'
import { levelFigures } from './levels.ts'
import { decisions, entryWithin, fittedProcedure, timeMenu } from './time-limit.ts'

/** Every combination, one by one; shares no code with the knapsack. */
function bruteForce(items: readonly Item[], setUp: (uses: readonly string[]) => number, limit: number): number {
  let best = Number.NEGATIVE_INFINITY
  const walk = (i: number, minutes: number, value: number, uses: ReadonlySet<string>) => {
    if (i === items.length) {
      if (minutes + setUp([...uses]) <= limit + 1e-9) best = Math.max(best, value)
      return
    }
    for (const o of items[i]!.options) walk(i + 1, minutes + o.minutes, value + o.value, new Set([...uses, ...o.uses]))
  }
  walk(0, 0, 0, new Set())
  return best
}

/** A car with few marked surfaces. */
function smallCar(random: () => number) {
  const car = randomCar(random)
  const marked = surfacesOf(car.checkIn.vehicle.body, catalogue.surfaces)
  const few = new Set(
    Array.from({ length: 4 + Math.floor(random() * 5) }, () => marked[Math.floor(random() * marked.length)]!.id),
  )
  const condition = Object.fromEntries([...few].map((id) => [id, { soil: 1 + Math.floor(random() * 3) }]))
  return requestFor(car.checkIn.vehicle.body, condition)
}

describe('the choice under a time limit', () => {
  it('what a finding holds is no choice, and does not let those behind go before the seat beside it', () => {
    const car = soiled(3)
    const stained = { soil: 3, stains: [{ kind: 'vomit', age: 'days', attempts: 0, size: 'panel' }] } as const
    const condition = { ...car.checkIn.condition, 'seat-1l.seat-back': { ...stained, stains: [...stained.stains] } }
    const request = { ...car, checkIn: { ...car.checkIn, condition } }
    const { items, spread } = decisions(request, catalogue)
    const weighed = items.flatMap((item) => Object.keys(spread({ [item.id]: 1 })))
    expect(weighed).toContain('seat-1r.seat-base')
    expect(weighed.filter((id) => id.startsWith('seat-1l.'))).toEqual([])
    for (const minutes of [50, 60, 70, 80]) {
      const { steps } = fittedProcedure({ ...request, timeLimit: { minutes, crew: 1 } }, catalogue)
      const worked = new Set(steps.filter((s) => s.treatment.startsWith('vac_')).flatMap((s) => s.surfaces))
      const behind = [...worked].some((id) => /^seat-2.\.seat-base$/.test(id))
      expect(behind && !worked.has('seat-1r.seat-base'), `${minutes} min`).toBe(false)
    }
  })
  it('weighs what a smell comes from, also where nothing is seen of it; what that brings a stop for is no choice', () => {
    const { checkIn, ...car } = soiled(2)
    const { 'seat-1r.seat-base': _unseen, 'seat-1l.seat-base': _either, ...condition } = checkIn.condition
    const smelling = (kind: string, at: string) => {
      const request = {
        ...car,
        skills: [],
        checkIn: { ...checkIn, condition, odours: [{ kind, level: 2, source: '', at: [at] }] },
      }
      const { items, spread } = decisions(request, catalogue)
      return items.flatMap((item) => Object.keys(spread({ [item.id]: 1 })))
    }
    expect(smelling('smoke', 'seat-1r.seat-base')).toContain('seat-1r.seat-base')
    expect(smelling('food', 'seat-1r.seat-base')).toContain('seat-1r.seat-base')
    // Urine is a finding that stops the seat for whoever holds no skill for it, however it is noticed.
    expect(smelling('urine', 'seat-1r.seat-base').filter((id) => id.startsWith('seat-1r.'))).toEqual([])
    expect(smelling('urine', 'seat-1r.seat-base')).toContain('seat-1l.seat-back')
  })
  it('equals trying everything, on 200 small cars', () => {
    const random = seededRandom(5)
    for (let n = 0; n < 200; n++) {
      const { items, setUp, related, frontier } = decisions(smallCar(random), catalogue)
      const points = frontier(items, setUp, related)
      const limit = random() * 1.1 * points.at(-1)!.minutes
      expect(bestWithin(points, limit)?.value ?? Number.NEGATIVE_INFINITY, `case ${n}`).toBeCloseTo(
        bruteForce(items, setUp, limit),
        6,
      )
    }
  })
  it('pays a shared set-up once, and only if something uses it', () => {
    const option = (rung: number, minutes: number, value: number, ...uses: string[]): Option => ({
      rung,
      minutes,
      value,
      uses,
    })
    const items = [
      { id: 'a', options: [option(0, 0, 0), option(1, 5, 10, 'machine')] },
      { id: 'b', options: [option(0, 0, 0), option(1, 5, 10, 'machine')] },
    ]
    const points = frontier(
      items,
      (uses) => (uses.includes('machine') ? 12 : 0),
      (a, b) => a === b,
    )
    expect(points.map((p) => [p.minutes, p.value])).toEqual([
      [0, 0],
      [17, 10],
      [22, 20],
    ])
  })
  it('weighs more kinds of set-up than a mask has bits, as long as they are not all open at once', () => {
    const items = Array.from({ length: 45 }, (_, i) => ({
      id: `i${i}`,
      options: [
        { rung: 0, minutes: 0, value: 0, uses: [] },
        { rung: 1, minutes: 1, value: 1, uses: [`u${i}`] },
      ],
    }))
    const points = frontier(
      items,
      (uses) => 2 * uses.length,
      (a, b) => a === b,
    )
    expect(points.map((p) => [p.minutes, p.value])).toEqual(Array.from({ length: 46 }, (_, n) => [3 * n, n]))
  })
  const menu = timeMenu(carA(), 1, catalogue)
  it('what it offers rises in value with the minutes, from the least possible to everything', () => {
    for (const [i, entry] of menu.entries()) {
      if (i > 0) expect(entry.value).toBeGreaterThan(menu[i - 1]!.value)
      if (i > 0) expect(entry.clock).toBeGreaterThan(menu[i - 1]!.clock)
    }
    const full = generateProcedure({ ...carA(), timeLimit: { minutes: 1440, crew: 1 } }, catalogue)
    expect(menu.at(-1)!.attended).toBeCloseTo(full.totals.attended, 3)
  })
  it('an entry is what the planner says it is', () => {
    const entry = entryWithin(menu, 150)!
    const procedure = generateProcedure(
      { ...carA(), rungs: entry.rungs, timeLimit: { minutes: 150, crew: 1 } },
      catalogue,
    )
    expect(clockOf(procedure, 1)).toBe(entry.clock)
    expect(entry.clock).toBeLessThanOrEqual(150)
  })
  it('says what is left out and what half an hour more buys; a limit below everything is called that', () => {
    const two = fittedProcedure({ ...carA(), timeLimit: { minutes: 120, crew: 1 } }, catalogue).limit!
    expect(two.fits).toBe(true)
    expect(two.leftOut.length).toBeGreaterThan(0)
    expect(two.more.gains.length).toBeGreaterThan(0)
    const tight = fittedProcedure({ ...carA(), timeLimit: { minutes: 15, crew: 1 } }, catalogue)
    expect(tight.limit!.fits).toBe(false)
    expect(tight.steps.map((s) => s.treatment)).toEqual(expect.arrayContaining(['walk_round', 'final_check']))
  })
  it('where nothing may be wet, what can only be worked wet is left or vacuumed alone, and not worked as if nobody had asked', () => {
    const { checkIn, ...car } = soiled(2)
    const milk = { soil: 2, stains: [{ kind: 'egg-milk', age: 'old' as const, attempts: 0, size: 'palm' as const }] }
    const request = { ...car, checkIn: { ...checkIn, condition: { ...checkIn.condition, 'foot-2l.carpet': milk } } }
    const { items, spread } = decisions(request, catalogue, 0)
    const carpet = items.find((item) => 'foot-2l.carpet' in spread({ [item.id]: 0 }))
    expect(carpet?.options.map(({ rung }) => rung)).toEqual([0, 0.5])
  })
  it('a stain that would not be dry in time stays, and the seat and the carpet it is on are vacuumed', () => {
    const { checkIn, ...car } = soiled(2)
    const coffee = { soil: 2, stains: [{ kind: 'tannin', age: 'days' as const, attempts: 0, size: 'palm' as const }] }
    const at = ['seat-1l.seat-base', 'foot-1l.carpet']
    const condition = { ...checkIn.condition, ...Object.fromEntries(at.map((id) => [id, coffee])) }
    const request = { ...car, checkIn: { ...checkIn, condition }, timeLimit: { minutes: 75, crew: 1 } }
    const { steps, limit, residuals } = fittedProcedure(request, catalogue)
    const on = (id: string) =>
      steps.filter((s) => s.surfaces.includes(id) && s.equipment.length > 0).map((s) => s.treatment)
    expect(at.map(on)).toEqual([['vac_seat'], ['vac_carpet']])
    for (const id of at) {
      expect(residuals.find((r) => r.surface === id && r.code === 'left-out')?.reason.code).toBe('loose-alone')
      expect(steps.some((s) => s.surfaces.includes(id) && (s.product || s.treatment === 'dry'))).toBe(false)
    }
    const loose = limit!.leftOut.filter(({ code }) => code === 'loose-alone')
    expect(loose.map(({ facts }) => facts.group).sort()).toEqual(['floor-1', 'seats-1'])
    // All that must be done is done by that: the inside of the windscreen, the last of it, is wiped.
    expect(limit).toMatchObject({ fits: true })
    expect(limit!.must).toBeUndefined()
  })
  it('where what must dry takes longer than the limit anyway, the wheel and the dash are done meanwhile', () => {
    const { checkIn, ...car } = soiled(2)
    const vomit = { soil: 2, biohazard: ['vomit'] }
    const request = { ...car, checkIn: { ...checkIn, condition: { ...checkIn.condition, 'seat-1l.seat-base': vomit } } }
    const timeLimit = { minutes: 60, crew: 1 }
    const nothing = Object.fromEntries(Object.keys(checkIn.condition).map((id) => [id, 0 as const]))
    const least = clockOf(generateProcedure({ ...request, timeLimit, rungs: nothing }, catalogue), 1)
    const { steps, limit } = fittedProcedure({ ...request, timeLimit }, catalogue)
    expect(least).toBeGreaterThan(60)
    expect(limit!.fits).toBe(false)
    expect(limit!.clock).toBeLessThanOrEqual(least)
    const worked = new Set(steps.filter((s) => s.product || s.equipment.length > 0).flatMap((s) => s.surfaces))
    for (const id of ['dash.wheel-front', 'dash.dash-face']) expect(worked).toContain(id)
  })
  it('what lies on such a carpet is lifted before it is vacuumed', () => {
    const { checkIn, ...car } = soiled(2)
    const sauce = { soil: 2, stains: [{ kind: 'food-oil', age: 'days' as const, attempts: 0, size: 'palm' as const }] }
    const condition = { ...checkIn.condition, 'foot-1l.carpet': sauce }
    const request = { ...car, checkIn: { ...checkIn, condition }, rungs: { 'foot-1l.carpet': 0.5 as const } }
    const { steps } = fittedProcedure(request, catalogue)
    const on = steps.filter((s) => s.zoneGroup === 'floor-1' && s.surfaces.includes('foot-1l.carpet'))
    expect(on.map((s) => s.treatment)).toEqual(['lift', 'vac_carpet'])
  })
  it('but what smells is not done by vacuuming it', () => {
    const { checkIn, ...car } = soiled(2)
    const odours = [{ kind: 'milk', level: 2, source: '', at: ['foot-2l.carpet'] }]
    const request = { ...car, checkIn: { ...checkIn, odours }, timeLimit: { minutes: 90, crew: 1 } }
    const { limit } = fittedProcedure(request, catalogue)
    expect(limit!.must).toBeGreaterThan(90)
  })
  it('glass that is left outside is not said to be left inside', () => {
    // An hour and a half: the inside is wiped, the outside is extra and waits.
    const { steps, limit } = fittedProcedure({ ...soiled(2), timeLimit: { minutes: 90, crew: 1 } }, catalogue)
    const worked = new Set(steps.filter((s) => s.treatment !== 'walk_round').flatMap((s) => s.surfaces))
    expect(worked.has('glass.glass-front')).toBe(true)
    const glass = limit!.leftOut.filter(({ facts }) => facts.group.startsWith('glass'))
    expect(glass.map(({ code, facts }) => [code, facts.group])).toEqual([['all-of-it', 'glass-outside']])
  })
  it('where not all that must be done fits, its minutes are said: with them all of it is worked, with one less not', () => {
    const within = (minutes: number) => fittedProcedure({ ...soiled(2), timeLimit: { minutes, crew: 1 } }, catalogue)
    const { must } = within(45).limit!
    expect(must).toBeGreaterThan(45)
    const all = within(must!)
    expect(all.limit).toMatchObject({ fits: true, clock: must })
    expect(all.limit!.must).toBeUndefined()
    // Seats and front carpet are vacuumed, and so on through judgement.md §7, down to the inside of the windscreen, the last of it.
    const worked = new Set(
      all.steps.filter((s) => !['walk_round', 'final_check'].includes(s.treatment)).flatMap((s) => s.surfaces),
    )
    for (const id of ['seat-1l.seat-base', 'seat-2r.seat-base', 'foot-1r.carpet', 'glass.glass-front'])
      expect(worked).toContain(id)
    expect(within(must! - 1).limit!.must).toBe(must)
  })
  it('never leaves out what was sold, and keeps every rinse, drying and check', () => {
    const sold = carA()
    sold.checkIn.package = 'whole'
    const tight = fittedProcedure({ ...sold, timeLimit: { minutes: 30, crew: 1 } }, catalogue)
    expect(tight.limit!.leftOut).toEqual([])
    const worked = new Set(tight.steps.flatMap((s) => (s.zoneGroup === 'car' && s.area === 0 ? [] : s.surfaces)))
    for (const [id, c] of Object.entries(sold.checkIn.condition)) if (c.soil > 1) expect(worked.has(id), id).toBe(true)
    for (const step of tight.steps.filter((s) => s.treatment === 'prespray'))
      expect(tight.steps.some((s) => s.zoneGroup === step.zoneGroup && s.treatment.startsWith('hotx'))).toBe(true)
  })
  it('the three finishes take less, the usual and more', () => {
    const [trade, standard, show] = levelFigures(carA(), 2, catalogue)
    expect([trade!.id, standard!.id, show!.id]).toEqual(['trade', 'standard', 'show'])
    expect(trade!.attended).toBeLessThan(standard!.attended)
    expect(show!.attended).toBeGreaterThanOrEqual(standard!.attended)
    // Two people wait for the mats on their rack by either; one does not.
    expect(trade!.clock).toBeLessThanOrEqual(standard!.clock)
    const [quick, usual] = levelFigures(carA(), 1, catalogue)
    expect(quick!.clock).toBeLessThan(usual!.clock)
    expect(standard!.attended).toBeCloseTo(generateProcedure(carA(), catalogue).totals.attended, 9)
    const light = requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 1 } })
    const shown = generateProcedure({ ...light, finish: 'show' }, catalogue)
    expect(shown.steps.map((s) => s.treatment)).toContain('lm')
  })
})

describe('what the customer sees comes first', () => {
  // Written by hand from what a lead says, not from the catalogue.
  const musts = ['wheel-front', 'lever', 'door-pull', 'seat-base', 'seat-back', 'dash-face', 'screen', 'cup-holders']
  /** In the order they go in where not all of them fit, the front row before those behind it. */
  const inTheirOrder: readonly { kinds: readonly string[]; behind?: true }[] = [
    { kinds: ['wheel-front', 'wheel-back'] },
    { kinds: ['lever'] },
    { kinds: ['door-pull'] },
    { kinds: ['door-pull'], behind: true },
    { kinds: ['seat-base', 'seat-back'] },
    { kinds: ['seat-base', 'seat-back'], behind: true },
    { kinds: ['carpet'] },
    { kinds: ['dash-face'] },
    { kinds: ['screen', 'cluster'] },
    { kinds: ['cup-holders'] },
    { kinds: ['glass-front'] },
  ]
  const extras = ['jamb', 'door-seal', 'glass-side-out', 'glass-front-out', 'headliner', 'load-floor', 'load-side']
  const kindsWorked = (request: ProcedureRequest, minutes: number, crew: number) => {
    const procedure = fittedProcedure({ ...request, timeLimit: { minutes, crew } }, catalogue)
    const worked = new Set(procedure.steps.flatMap((s) => (s.area > 0 ? s.surfaces : [])))
    const all = surfacesOf(request.checkIn.vehicle.body, catalogue.surfaces)
    const count = (there: readonly Surface[]) => ({
      there: there.length,
      worked: there.filter((s) => worked.has(s.id)).length,
    })
    const of = (kinds: readonly string[]) => count(all.filter((s) => kinds.includes(s.kind)))
    const places = inTheirOrder.map(({ kinds, behind = false }) =>
      count(all.filter((s) => kinds.includes(s.kind) && s.row > 1 === behind)),
    )
    return { limit: procedure.limit!, musts: of(musts), extras: of(extras), of, places }
  }
  const share = ({ there, worked }: { there: number; worked: number }) => `${worked} of ${there}`

  it('an hour alone on a used hatchback: wheel, lever and pulls, seats vacuumed; no jamb, no outside glass, no headliner', () => {
    const hour = kindsWorked(soiled(2), 60, 1)
    for (const kind of ['wheel-front', 'lever', 'door-pull', 'seat-base', 'seat-back'])
      expect(hour.of([kind]).worked, kind).toBe(hour.of([kind]).there)
    expect(hour.extras.worked).toBe(0)
    expect(hour.limit.fits).toBe(true)
  })
  it('two hours alone: all that must be done is done', () => {
    const { musts: done } = kindsWorked(soiled(2), 120, 1)
    expect(done.worked).toBe(done.there)
  })
  it('an hour and a half alone on a severe carrier: every seat vacuumed, and the floor waits, for it comes after them', () => {
    const { places } = kindsWorked(soiled(3, 'carrier'), 90, 1)
    expect(places.slice(0, 6).map(share)).toEqual(['2 of 2', '1 of 1', '2 of 2', '2 of 2', '4 of 4', '10 of 10'])
    expect(places[6]!.worked).toBe(0)
    expect(places[7]!.worked).toBe(1)
  })
  it('an hour on a severe estate: the front seats before those behind them', () => {
    const { places } = kindsWorked(soiled(3, 'estate'), 60, 1)
    expect(places.slice(0, 5).map(share)).toEqual(['2 of 2', '1 of 1', '2 of 2', '2 of 2', '4 of 4'])
    expect(places[5]!.worked).toBeLessThan(places[5]!.there)
  })
  it('an hour alone on leather, grimy in front and dusty behind: the front seats are vacuumed and wiped, not only those behind', () => {
    const car = soiled(2, 'saloon', 'coated-leather')
    for (const [id, there] of Object.entries(car.checkIn.condition))
      if (id.startsWith('seat-')) there.soil = id.startsWith('seat-1') ? 3 : 1
    const { places } = kindsWorked(car, 60, 1)
    expect(places.slice(0, 5).map(share)).toEqual(['2 of 2', '1 of 1', '2 of 2', '2 of 2', '4 of 4'])
  })
  it('an hour for two on a severe carrier: while one vacuums all the seats, the other does what needs no vacuum', () => {
    const { places, of } = kindsWorked(soiled(3, 'carrier'), 60, 2)
    expect(places.slice(0, 6).map(share)).toEqual(['2 of 2', '1 of 1', '2 of 2', '2 of 2', '4 of 4', '10 of 10'])
    expect(places.slice(7, 10).map(share)).toEqual(['1 of 1', '2 of 2', '1 of 1'])
    expect(of(['dash-top']).worked).toBe(1)
  })
  const cars: [string, number][] = [
    ['hatchback', 2],
    ['estate', 3],
    ['carrier', 2],
  ]
  it.each(whole ? cars : cars.slice(1, 2))(
    '%s at soil %i: whatever the limit, nothing extra before what must be done, and the time is used',
    (body, soil) => {
      for (const crew of whole ? [1, 2] : [2]) {
        let before: number[] = []
        for (const minutes of whole ? [60, 120, 180, 240, 300, 360] : [60, 240]) {
          const { limit, musts: done, extras: more, places } = kindsWorked(soiled(soil, body), minutes, crew)
          const label = `${minutes} min, ${crew} on it`
          if (done.worked < done.there) expect(more.worked, label).toBe(0)
          // What must be done is never less for more time: no place in its order loses unless an earlier one gains.
          const now = places.map(({ worked }) => worked)
          const change = now.map((n, i) => n - (before[i] ?? 0)).find((n) => n !== 0)
          expect(change ?? 0, label).toBeGreaterThanOrEqual(0)
          before = now
          if (limit.fits && limit.leftOut.length > 0) expect(limit.clock, label).toBeGreaterThanOrEqual(0.92 * minutes)
        }
      }
    },
  )
})
