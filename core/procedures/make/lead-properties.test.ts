import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { type Random, seededRandom } from '#core/units/random.ts'
import { randomCar } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { brokenByOne, ceilingOf, keeps, overNothingWet, Sheet, touchDry, under } from '../../../tests/support/lead.ts'
import { share } from '../../../tests/support/share.ts'
import { generateProcedure } from './generate.ts'

// What no sheet may print, whatever the car: by random cars with findings, fluids, stains, damage, features and refusals. What is looked
// for is written here by hand and shares no rule with the engine.

const carHeldBy = ['unknown-powder', 'orange-cable', 'hiss', 'rodent-droppings', 'infestation']
const placeHeldBy = ['faeces', 'sharps', 'loose-glass', 'flood']
const fluids = ['blood', 'vomit', 'urine']
const acidFirst = ['tannin', 'food-dye', 'turmeric', 'rust', 'browning']
const neverHot = [...acidFirst, ...fluids, 'milk-drink', 'egg-milk', 'denim', 'ball-pen', 'marker', 'unknown']

/** A car with what a lead dreads: findings in one of three, fluids, stains, damage, features, refusals. */
function dreadedCar(random: Random): ProcedureRequest {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const car = randomCar(random)
  const { checkIn } = car
  const { body } = checkIn.vehicle
  if (random() < 0.5) body.features = [...new Set([pick(catalogue.features).id, pick(catalogue.features).id])]
  for (const p of catalogue.permissions) if (random() < 0.2) checkIn.permissions[p.id] = pick([true, false])
  for (const f of catalogue.functions) if (random() < 0.1) checkIn.functions = { [f.id]: { works: false } }
  const soft = surfacesOf(body, catalogue.surfaces).filter((s) =>
    /seat-base|seat-back|carpet|headliner|load-floor/.test(s.kind),
  )
  const mark = (id: string) => (checkIn.condition[id] ??= { soil: Math.floor(random() * 4) })
  for (let n = Math.floor(random() * 3); n > 0; n--) {
    const there = mark(pick(soft).id)
    there.stains = [
      ...(there.stains ?? []),
      {
        kind: pick(catalogue.stains).id,
        age: pick(['fresh', 'days', 'old']),
        attempts: 0,
        size: pick(['coin', 'palm', 'panel']),
      },
    ]
  }
  if (random() < 0.25) mark(pick(soft).id).biohazard = [pick(fluids)]
  if (random() < 0.1) mark(pick(soft).id).biohazard = [pick([...carHeldBy, ...placeHeldBy])]
  if (random() < 0.2) mark(pick(soft).id).damage = [{ kind: pick(catalogue.damages).id }]
  if (random() < 0.05)
    checkIn.odours = [
      { kind: pick(catalogue.odours).id, level: 2, source: '', at: random() < 0.5 ? [pick(soft).id] : [] },
    ]
  if (random() < 0.3) car.skills = catalogue.skills.map((s) => s.id).filter(() => random() < 0.6)
  if (random() < 0.2) car.equipment = catalogue.equipment.map((e) => e.id).filter(() => random() < 0.7)
  return car
}

const familyOf = (id: string) => catalogue.materials.find((m) => m.id === id)!.family
const woven = (s: Surface) => ['cloth', 'carpet'].includes(familyOf(s.material))

function complaintsOf(request: ProcedureRequest): string[] {
  const sheet = new Sheet(generateProcedure(request, catalogue))
  const { checkIn } = request
  const surfaces = surfacesOf(checkIn.vehicle.body, catalogue.surfaces)
  const zoneOf = new Map(surfaces.map((s) => [s.id, s.zone]))
  const out: string[] = []
  const say = (no: unknown, text: string) => no && out.push(text)
  const smelt = (checkIn.odours ?? []).filter((o) => o.kind === 'urine').flatMap((o) => o.at ?? [])
  let carHeld = (checkIn.odours ?? []).some((o) => o.kind === 'fuel')
  for (const s of surfaces) {
    const { stains = [], biohazard = [] } = checkIn.condition[s.id] ?? {}
    const kinds = stains.map((x) => x.kind)
    const worked = sheet.on(s.id).filter((w) => w.crew > 0)
    if (biohazard.some((b) => carHeldBy.includes(b)) || kinds.some((k) => ['fuel', 'battery-acid'].includes(k)))
      carHeld = true
    if (biohazard.some((b) => placeHeldBy.includes(b)) || kinds.includes('droppings')) {
      say(sheet.stops.length === 0, `no stop for ${biohazard} on ${s.id}`)
      say(worked[0], `${worked[0]?.title} where ${biohazard} was found on ${s.id}`)
      say(!sheet.residual(s.id), `nothing says why ${s.id} is left`)
    }
    const isFluid =
      biohazard.some((b) => fluids.includes(b)) || kinds.some((k) => fluids.includes(k)) || smelt.includes(s.id)
    if (isFluid) {
      say(sheet.stops.length === 0, `no stop for a fluid on ${s.id}`)
      const lift = worked.find((w) => w.treatment === 'lift')
      const early = sheet.work.filter(
        (w) =>
          w.surfaces.some((id: string) => zoneOf.get(id) === s.zone) &&
          (!lift || sheet.at(w) < sheet.at(lift)) &&
          [...sheet.doing('vacuum', [w]), ...sheet.doing('air', [w])].length > 0,
      )
      say(early[0], `${early[0]?.title} before the fluid on ${s.id} is lifted`)
      // Trained hands are through before others wet and wipe beside them, and long before the last wipes of the car.
      const treated = worked.filter((w) =>
        ['cold_blot', 'enzyme', 'disinfect_spot', 'disinfect_off'].includes(w.treatment),
      )
      const last = Math.max(-1, ...treated.map((w) => sheet.at(w)))
      const beside = sheet.work.find(
        (w) =>
          sheet.at(w) < last &&
          (['dress', 'screens'].includes(w.stage) ||
            ['glass_in', 'glass_again', 'glass_damp'].includes(w.treatment) ||
            (['seats', 'floor', 'hard', 'leather'].includes(w.stage) &&
              w.surfaces.some((id: string) => id !== s.id && zoneOf.get(id) === s.zone))),
      )
      say(beside, `${beside?.title} before the fluid on ${s.id} is dealt with`)
    }
    if (woven(s) && kinds.some((k) => acidFirst.includes(k))) {
      const acid = sheet.doing('acid', worked)[0]
      const alkali = sheet.doing('alkali', worked).filter((w) => w.product?.id !== 'neutral-cleaner')
      const before = alkali.find((w) => !acid || sheet.at(w) < sheet.at(acid))
      say(before, `${before?.title} before acid on ${kinds} of ${s.id}`)
    }
    if (woven(s) && kinds.some((k) => neverHot.includes(k)))
      say(sheet.doing('heat', worked)[0], `${sheet.doing('heat', worked)[0]?.title} on ${kinds} of ${s.id}`)
    // What wets a soft place is followed by its drying, and that by somebody's judgement.
    const wet = worked.filter((w) => w.left > 4 && w.stage !== 'glass')
    if (wet.length > 0 && (woven(s) || ['headliner', 'wool', 'synthetic-suede'].includes(familyOf(s.material)))) {
      const last = wet.at(-1)!
      const dry = sheet.on(s.id).find((w) => w.treatment === 'dry' && sheet.at(w) > sheet.at(last))
      const judge = sheet.doing('judge', worked).find((w) => sheet.at(w) > sheet.at(dry ?? last))
      const soaks = keeps(sheet, s.id) > (touchDry[s.material] ?? 0)
      say(soaks && !dry, `${s.id} is not dried after ${last.title}`)
      say(!judge, `${s.id} is not judged dry after ${last.title}`)
    }
    const ceiling = ceilingOf(s.material, s.kind, checkIn.vehicle.body.features ?? [])
    const sum = ceiling === undefined ? false : under(s.id, ceiling)(sheet)
    for (const c of [sum].flat()) say(c, String(c))
  }
  for (const c of [overNothingWet(checkIn.vehicle.body)(sheet)].flat()) say(c, String(c))
  if (carHeld) {
    say(sheet.stops.length === 0, 'no stop though the car is held')
    say(sheet.work[0], `${sheet.work[0]?.title} in a car that is held`)
  }
  return out
}

describe('whatever the car', () => {
  const cars = share(3000)
  it(`${cars} dreaded cars: no stop without its step, fluids lifted before any air, acid before alkali, all dried, judged and under its ceiling, and one person breaks no lag`, () => {
    const random = seededRandom(1212)
    const wrong: string[] = []
    for (let i = 0; i < cars; i++) {
      const request = dreadedCar(random)
      try {
        for (const c of complaintsOf(request)) wrong.push(`car ${i}: ${c}`)
        for (const b of brokenByOne(generateProcedure(request, catalogue))) wrong.push(`car ${i}: alone, ${b}`)
      } catch (error) {
        wrong.push(`car ${i}: no procedure at all: ${(error as Error).message}`)
      }
    }
    expect(wrong.slice(0, 12)).toEqual([])
  })
})

it('grit and hair are loosened before the place they sit in is vacuumed or wetted, mats as everything else', () => {
  const random = seededRandom(84)
  let mats = 0
  const left: string[] = []
  for (let n = 0; n < share(400); n++) {
    const car = randomCar(random)
    const { body } = car.checkIn.vehicle
    const surfaces = surfacesOf(body, catalogue.surfaces)
    for (const s of surfaces) if (s.kind.includes('mat')) car.checkIn.condition[s.id] = { soil: 2, sand: 2 }
    const soft = new Set(surfaces.filter(woven).map((s) => s.id))
    const { steps, byOne } = generateProcedure(car, catalogue)
    const start = (id: string) => byOne!.starts[id]!
    const wetOrVacuumed = steps.filter((s) => s.applied > 0 || s.equipment.includes('vacuum'))
    for (const loosened of steps.filter((s) => s.stage === 'loosen'))
      for (const next of wetOrVacuumed.filter((s) => s.surfaces.some((id) => loosened.surfaces.includes(id)))) {
        if (loosened.zoneGroup === 'mats') mats++
        expect(start(next.id), `car ${n}: ${loosened.id} → ${next.id}`).toBeGreaterThanOrEqual(
          start(loosened.id) + loosened.minutes,
        )
      }
    // And it is taken up: cloth and carpet that are only gritty or hairy are vacuumed like the others.
    for (const loosened of steps.filter((s) => s.stage === 'loosen'))
      for (const id of loosened.surfaces.filter((surface) => soft.has(surface)))
        if (!steps.some((s) => s.stage !== 'final-vacuum' && s.equipment.includes('vacuum') && s.surfaces.includes(id)))
          left.push(`car ${n}: ${loosened.id} ${id}`)
  }
  expect(mats).toBeGreaterThan(0)
  expect(left).toEqual([])
})

it('mats lie beside the car: their grit waits for nothing inside it, the floor’s waits for the dust', () => {
  const car = soiled(2, 'hatchback', 'flat-cloth')
  for (const s of surfacesOf(car.checkIn.vehicle.body, catalogue.surfaces))
    if (/carpet$|\.mat$/.test(s.id)) car.checkIn.condition[s.id] = { soil: 2, sand: 2 }
  const { steps } = generateProcedure(car, catalogue)
  const waitsFor = (zoneGroup: string) =>
    steps.filter((s) => s.treatment === 'sand' && s.zoneGroup === zoneGroup).map((s) => s.why.map((w) => w.rule))
  expect(waitsFor('mats')).toEqual([['clear-first']])
  for (const rules of [...waitsFor('floor-1'), ...waitsFor('floor-2')]) expect(rules).toContain('dust-before-vacuum')
  expect(waitsFor('floor-1').length).toBe(1)
})
