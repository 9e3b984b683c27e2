import { catalogue } from '#catalogue/catalogue.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { type Random, seededRandom } from '#core/units/random.ts'
import { randomCar } from '../tests/fixtures/cars.ts'
import { ceilingOf, keeps, Sheet, touchDry, under } from '../tests/support/lead.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'

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


const want: [number, string][] = process.argv.slice(2).map((a) => a.split('=') as never).map(([a, b]) => [Number(a), b] as [number, string])
const random = seededRandom(1212)
for (let i = 0; i < 3000; i++) { const r = dreadedCar(random)
 for (const [n, id] of want) if (n === i) {
 const p = generateProcedure(r, catalogue)
 console.log('---', i, id, JSON.stringify(r.checkIn.condition[id]), r.checkIn.vehicle.body.materials, r.checkIn.vehicle.body.features?.join(), 'no test', r.checkIn.permissions['test-spot'])
 p.steps.forEach((st, n) => { if (st.surfaces.includes(id) && (st.surfaces.length < 100 )|| st.id.startsWith('stop')) console.log(n, st.id, st.stage, st.minutes, st.left) })
 console.log(p.residuals.filter((x) => x.surface === id).map((x) => x.reason))
 if (i === 2696) for (const l of p.links.filter((l) => l.to === 'vac_seat:seats-2' || l.from.startsWith('lift'))) console.log(JSON.stringify(l))
}}
