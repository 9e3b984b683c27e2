// biome-ignore-all lint/suspicious/noExplicitAny: it reads plain JSON, as a reader of the sheet would
import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Condition, Stain, SurfaceCondition } from '#core/condition/schema.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import {
  airedAfterSolvent,
  type Check,
  complaints,
  done,
  left,
  liftedFirst,
  never,
  noMachine,
  nowhere,
  order,
  outDryJudged,
  overNothingWet,
  stopped,
  under,
  unsaid,
  wholePanel,
} from '../../../tests/support/lead.ts'
import { generateProcedure, reviewProcedure } from './generate.ts'

// Cars a seasoned lead would judge, with what must and must not be there, where, in which order. Expectations by hand, from the handbook.

interface Car {
  soil?: number
  body?: Omit<Partial<Body>, 'materials'> & { materials?: Partial<Body['materials']> }
  marks?: Record<string, Partial<SurfaceCondition>>
  change?(request: ProcedureRequest): void
}

function request({ soil = 2, body = {}, marks = {}, change }: Car): ProcedureRequest {
  const base = bodyNamed('hatchback')
  const made: Body = { ...base, ...body, materials: { ...base.materials, ...body.materials } }
  const condition: Condition = Object.fromEntries(surfacesOf(made, catalogue.surfaces).map((s) => [s.id, { soil }]))
  for (const [id, mark] of Object.entries(marks)) condition[id] = { ...condition[id], soil, ...mark }
  const asked = requestFor(made, condition)
  change?.(asked)
  return asked
}
const stain = (kind: string, more: Partial<Stain> = {}): Stain => ({
  kind,
  age: 'fresh',
  attempts: 0,
  size: 'palm',
  ...more,
})
const base = 'seat-1l.seat-base'
const rear = 'seat-2l.seat-base'
const foot = 'foot-1l.carpet'
const areaOf = (id: string) => surfacesOf(bodyNamed('hatchback'), catalogue.surfaces).find((s) => s.id === id)!.area
const smell = (kind: string, at: string[]) => (r: ProcedureRequest) => {
  r.checkIn.odours = [{ kind, level: 2, source: '', at }]
}
const untrained = (r: ProcedureRequest) => {
  r.skills = catalogue.skills.map((s) => s.id).filter((id) => id !== 'biohazard')
}

const cars: [string, Car, Check[]][] = [
  // §1 Stop comes before everything
  [
    'vomit on a seat: lifted first, cold, enzyme taken out, dried, judged; nothing hot, dry or rubbed',
    { marks: { [base]: { stains: [stain('vomit')] } } },
    [
      (s) => s.stops.length === 0 && 'no stop',
      liftedFirst(base, 'seat-1l'),
      order(base, 'lift', 'enzyme', 'takenOut', 'disinfect', 'dry'),
      outDryJudged(base, 'enzyme'),
      outDryJudged(base, 'disinfect'),
      never(base, 'heat', 'vacuum', 'rub', 'alkali'),
      done(rear, 'vacuum'),
    ],
  ],
  [
    'what touched a body fluid is thrown away, towel by towel',
    { marks: { [base]: { stains: [stain('blood')] } } },
    [
      (s) =>
        s
          .on(base)
          .filter((w) => w.skills.includes('biohazard') && w.towels.some((t: any) => t.role !== 'biohazard-discard'))
          .map((w) => `${w.title} with an ordinary towel`),
    ],
  ],
  [
    'vomit on real suede: nothing is disinfected there, and it is said',
    { body: { materials: { seat: 'real-suede' } }, marks: { [base]: { stains: [stain('vomit')] } } },
    [never(base, 'disinfect', 'enzyme', 'heat'), left(base)],
  ],
  [
    'vomit named as a biohazard is the same car',
    { marks: { [base]: { biohazard: ['vomit'] } } },
    [liftedFirst(base, 'seat-1l'), outDryJudged(base, 'enzyme'), never(base, 'heat', 'vacuum', 'rub')],
  ],
  [
    'blood on leather: cold and neutral, no enzyme',
    { body: { materials: { seat: 'coated-leather' } }, marks: { [base]: { stains: [stain('blood')] } } },
    [
      (s) => s.stops.length === 0 && 'no stop',
      liftedFirst(base, 'seat-1l'),
      order(base, 'lift', 'disinfect', 'judge'),
      never(base, 'enzyme', 'heat', 'vacuum'),
    ],
  ],
  [
    'urine in the carpet: enzyme out before acid, acid out, no steam, no hot water',
    { marks: { [foot]: { stains: [stain('urine')] } } },
    [
      liftedFirst(foot, 'foot-1l'),
      order(foot, 'enzyme', 'takenOut', 'acid'),
      outDryJudged(foot, 'acid'),
      never(foot, 'heat', 'vacuum'),
    ],
  ],
  [
    'blood with nobody trained: the stop stays, the surface is left with the reason, nothing stirs that zone',
    { marks: { [base]: { stains: [stain('blood')] } }, change: untrained },
    [
      stopped([base]),
      left(base),
      (s) =>
        s.doing('vacuum').some((v) => v.surfaces.some((id: string) => id.startsWith('seat-1l.'))) &&
        'that seat is vacuumed',
    ],
  ],
  [
    'vomit over more than a palm: specialist, held',
    { marks: { [rear]: { stains: [stain('vomit', { size: 'panel' })] } } },
    [stopped([rear]), left(rear)],
  ],
  [
    'faeces in a footwell: that place and what touches it are held, the rest goes on without air',
    { marks: { 'foot-2l.carpet': { biohazard: ['faeces'] } } },
    [
      stopped(['foot-2l.carpet', 'seat-2l.seat-base', 'seat-1l.under-seat', 'door-2l.door-card']),
      nowhere('air'),
      left('foot-2l.carpet'),
      done('dash.dash-top', 'alkali'),
    ],
  ],
  [
    'loose glass in a footwell: nobody’s hands in, never blown, what touches it is held',
    { marks: { [foot]: { biohazard: ['loose-glass'] } } },
    [stopped([foot, 'seat-1l.seat-base', 'foot-1l.mat']), nowhere('air'), left(foot), done(rear, 'vacuum')],
  ],
  [
    'one needle holds every gap, pocket and under-seat place of the car, before the walk-round',
    { marks: { 'load.load-floor': { biohazard: ['sharps'] } } },
    [
      stopped(
        [
          'load.load-floor',
          'seat-1l.gap',
          'seat-1r.under-seat',
          'seat-1l.seat-pocket',
          'seat-2l.gap',
          'door-1l.door-pocket',
          'console.cubby',
        ],
        'receive',
      ),
      nowhere('air'),
    ],
  ],
  [
    'rodent droppings hold the whole car',
    { marks: { 'dash.glovebox': { biohazard: ['rodent-droppings'] } } },
    [stopped('car', 'receive'), noMachine],
  ],
  [
    'an unknown powder holds the whole car',
    { marks: { [base]: { biohazard: ['unknown-powder'] } } },
    [stopped('car', 'receive'), noMachine],
  ],
  [
    'a little mould on a hard surface: that zone by a trained hand, no fan, no dry vacuum anywhere',
    { marks: { 'dash.kick-panels': { stains: [stain('mould-mark', { size: 'coin' })] } } },
    [
      (s) => s.stops.length === 0 && 'no stop',
      nowhere('air', 'vacuum'),
      never('dash.kick-panels', 'brush', 'alkali'),
      (s) => s.steps.some((x) => /and blower/.test(x.title)) && 'a blower while mould is there',
    ],
  ],
  [
    'mould on a cloth seat is a specialist’s',
    { marks: { [base]: { stains: [stain('mould-mark', { size: 'coin' })] } } },
    [stopped([base]), left(base), nowhere('air')],
  ],
  [
    'mould in the headliner holds the whole car',
    { marks: { 'overhead-1.headliner': { biohazard: ['mould'] } } },
    [stopped('car', 'receive')],
  ],
  [
    'an infestation holds the whole car',
    { marks: { [foot]: { biohazard: ['infestation'] } } },
    [stopped('car', 'receive')],
  ],
  [
    'fuel in the load area: nobody inside, nothing runs',
    { marks: { 'load.load-floor': { stains: [stain('fuel')] } } },
    [stopped('car', 'receive'), noMachine],
  ],
  [
    'a smell of fuel is enough',
    {
      change: (r) => {
        r.checkIn.odours = [{ kind: 'fuel', level: 2, source: '' }]
      },
    },
    [stopped('car', 'receive'), noMachine],
  ],
  [
    'battery acid holds the whole car',
    { marks: { 'load.load-floor': { stains: [stain('battery-acid')] } } },
    [stopped('car', 'receive'), noMachine],
  ],
  [
    'a soaked floor: water out first, underlay lifted, dried for days; no vacuum and no more product',
    { marks: { [foot]: { moisture: 'soaked' } } },
    [
      (s) => !s.on(foot).some((w) => w.treatment === 'water_out') && 'the water is not taken out',
      (s) => !s.on(foot).some((w) => w.treatment === 'lift_underlay') && 'the underlay is not lifted',
      never(foot, 'vacuum', 'alkali', 'heat', 'enzyme'),
      (s) => !s.on(foot).some((w) => w.treatment === 'dry' && w.minutes >= 24 * 60) && 'not dried for days',
      done('seat-2l.seat-base', 'vacuum'),
    ],
  ],
  [
    'a soaked floor in an electric car: a trained person judges before anything there',
    {
      marks: { [foot]: { moisture: 'soaked' } },
      change: (r) => {
        r.checkIn.vehicle.body.features = ['high-voltage']
        r.skills = catalogue.skills.map((s) => s.id).filter((id) => id !== 'high-voltage')
      },
    },
    [stopped([foot]), left(foot), done('seat-2l.seat-base', 'vacuum')],
  ],
  [
    'a flooded floor is a specialist’s, the rest goes on',
    { marks: { [foot]: { biohazard: ['flood'] } } },
    [stopped([foot]), left(foot), (s) => !s.stops[0]?.stop.specialist && 'not a specialist’s', done(rear, 'vacuum')],
  ],
  // §2 A stain rules its panel
  ...[1, 3].flatMap((soil): [string, Car, Check[]][] => [
    [
      `coffee at soil ${soil}: acid before any alkali or heat, rinsed out, dried, judged`,
      { soil, marks: { [base]: { stains: [stain('tannin')] } } },
      [never(base, 'alkali', 'heat'), outDryJudged(base, 'acid')],
    ],
    [
      `food dye at soil ${soil}`,
      { soil, marks: { [base]: { stains: [stain('food-dye')] } } },
      [never(base, 'alkali', 'heat'), outDryJudged(base, 'acid')],
    ],
    [
      `turmeric at soil ${soil}: lifted, no alkali, no heat`,
      { soil, marks: { [rear]: { stains: [stain('turmeric')] } } },
      [never(rear, 'alkali', 'heat'), order(rear, 'lift', 'acid', 'dry'), outDryJudged(rear, 'acid')],
    ],
    [
      `rust at soil ${soil}`,
      { soil, marks: { [foot]: { stains: [stain('rust')] } } },
      [never(foot, 'alkali', 'heat'), outDryJudged(foot, 'acid')],
    ],
    [
      `denim on pale cloth at soil ${soil}: no heat, no hard rubbing`,
      { soil, marks: { [base]: { stains: [stain('denim')] } } },
      [never(base, 'heat', 'rub')],
    ],
    [
      `ball-pen at soil ${soil}: solvent before water, no heat, aired`,
      { soil, marks: { [base]: { stains: [stain('ball-pen')] } } },
      [never(base, 'heat'), done(base, 'solvent'), airedAfterSolvent],
    ],
    [
      `gum at soil ${soil}: lifted first, aired before any machine`,
      { soil, marks: { [foot]: { stains: [stain('gum')] } } },
      [order(foot, 'lift', 'solvent'), never(foot, 'heat'), airedAfterSolvent],
    ],
    [
      `unknown at soil ${soil}: cool and neutral only`,
      { soil, marks: { [base]: { stains: [stain('unknown')] } } },
      [never(base, 'heat', 'acid', 'solvent', 'alkali')],
    ],
    [
      `milk at soil ${soil}: enzyme out, no heat`,
      { soil, marks: { [base]: { stains: [stain('milk-drink', { age: 'days' })] } } },
      [order(base, 'lift', 'enzyme', 'takenOut', 'dry'), outDryJudged(base, 'enzyme'), never(base, 'heat')],
    ],
  ]),
  [
    'two-week milk on a clean seat: the enzyme is put on, taken out, dried and judged',
    { soil: 0, marks: { [rear]: { soil: 0, stains: [stain('egg-milk', { age: 'old' })] } } },
    [outDryJudged(rear, 'enzyme'), never(rear, 'heat')],
  ],
  // Smells become steps where they have a source
  [
    'a smell of milk from the rear seat: enzyme there, out, dried, judged; the car aired afterwards',
    { soil: 1, change: smell('milk', [rear]) },
    [
      order(rear, 'enzyme', 'takenOut', 'dry', 'judge'),
      never(rear, 'heat'),
      (s) => {
        const air = s.steps.findIndex((x) => x.treatment === 'air_smell')
        const dry = s.steps.findIndex((x) => x.treatment === 'dry')
        return (air < 0 || air < dry) && 'not aired after it is dry'
      },
    ],
  ],
  [
    'a smell of food from a footwell: enzyme there',
    { soil: 1, change: smell('food', [foot]) },
    [order(foot, 'enzyme', 'takenOut', 'judge'), never(foot, 'heat')],
  ],
  [
    'an unknown smell: what it comes from is blotted cool, nothing hot and nothing strong',
    { soil: 3, change: smell('unknown', [rear]) },
    [never(rear, 'heat', 'acid', 'solvent', 'alkali'), done(rear, 'lift')],
  ],
  [
    'a smell of urine is a fluid: trained hands only',
    { soil: 1, change: smell('urine', [rear]) },
    [(s) => s.stops.length === 0 && 'no stop', order(rear, 'lift', 'enzyme', 'takenOut', 'disinfect', 'dry')],
  ],
  [
    'smoke in a headliner that looks clean: it is cleaned all the same, no enzyme',
    { soil: 0, change: smell('smoke', ['overhead-1.headliner']) },
    [
      never('overhead-1.headliner', 'enzyme'),
      (s) => !s.on('overhead-1.headliner').some((w) => w.treatment === 'blot') && 'the source is not cleaned',
      (s) => s.steps.some((x) => x.treatment === 'find_source') && 'looks for a source that is known',
    ],
  ],
  [
    'a smell without a source: somebody looks for it, after the clear-out',
    { soil: 1, change: smell('milk', []) },
    [
      nowhere('enzyme'),
      (s) => {
        const [clear, find] = ['clear_out', 'find_source'].map((t) => s.steps.findIndex((x) => x.treatment === t))
        return (find! < 0 || find! < clear!) && 'nobody looks for the source'
      },
    ],
  ],
  // §3 Damage, features, dead functions
  [
    'cracked leather is worked as bare leather',
    {
      soil: 4,
      body: { materials: { seat: 'coated-leather' } },
      marks: { [base]: { damage: [{ kind: 'cracked-coating' }] } },
    },
    [
      never(base, 'steam', 'rub', 'alkali'),
      (s) => s.on(base).some((w) => w.treatment === 'leather_clean') && 'cleaned as coated leather',
    ],
  ],
  [
    'a torn seat gets low moisture at most, no extraction, no stiff brush',
    { soil: 4, marks: { [base]: { damage: [{ kind: 'tear' }] } } },
    [never(base, 'heat', 'rub'), (s) => s.on(base).some((w) => w.treatment === 'coldx') && 'extracted'],
  ],
  [
    'carpet worn through is not extracted and not scrubbed',
    { soil: 4, marks: { [foot]: { damage: [{ kind: 'worn-through' }] } } },
    [never(foot, 'heat', 'rub'), (s) => s.on(foot).some((w) => w.treatment === 'coldx') && 'extracted'],
  ],
  [
    'a crack in leather: bare leather from there on',
    { soil: 4, body: { materials: { seat: 'coated-leather' } }, marks: { [base]: { damage: [{ kind: 'crack' }] } } },
    [never(base, 'steam', 'rub', 'alkali')],
  ],
  [
    'sticky soft-touch is damped once and never dressed',
    {
      soil: 3,
      body: { materials: { trim: 'soft-touch' } },
      marks: { 'dash.dash-top': { damage: [{ kind: 'sticky-coating' }] } },
    },
    [
      never('dash.dash-top', 'rub', 'alkali'),
      (s) => s.on('dash.dash-top').some((w) => w.treatment === 'dress') && 'dressed',
      left('dash.dash-top'),
    ],
  ],
  [
    'lifting film on a window: a damp towel, no alcohol',
    { marks: { 'door-1l.glass-side': { damage: [{ kind: 'delaminated' }] } } },
    [
      (s) => s.on('door-1l.glass-side').some((w) => w.product?.id === 'glass-cleaner') && 'alcohol on lifting film',
      (s) => s.on('door-1l.glass-side').length === 0 && 'not cleaned at all',
    ],
  ],
  [
    'film on the side glass meets no alcohol',
    { body: { features: ['window-film'] } },
    [
      (s) => s.on('door-1l.glass-side').some((w) => w.product?.id === 'glass-cleaner') && 'alcohol on film',
      (s) => s.on('door-1l.glass-side').length === 0 && 'not cleaned at all',
    ],
  ],
  [
    'pillars over roof airbags are not scrubbed or treated strongly',
    { soil: 4, body: { features: ['roof-airbags'] } },
    [never('pillar-1.pillar', 'rub'), (s) => s.on('pillar-1.pillar').length === 0 && 'not cleaned at all'],
  ],
  [
    'gum on a coated seat that is young: no solvent, and it is said',
    { body: { features: ['young-coating'] }, marks: { [base]: { stains: [stain('gum')] } } },
    [never(base, 'solvent'), left(base)],
  ],
  [
    'a car that goes on to a paint shop: nothing is dressed',
    { body: { features: ['paint-bound'], materials: { seat: 'coated-leather' } } },
    [(s) => s.steps.some((x) => ['dress', 'leather_protect'].includes(x.treatment)) && 'silicone in a paint-bound car'],
  ],
  [
    'a sagging headliner is dabbed',
    { soil: 3, marks: { 'overhead-1.headliner': { damage: [{ kind: 'sagging' }] } } },
    [
      (s) => s.on('overhead-1.headliner').some((w) => ['bonnet', 'lm'].includes(w.treatment)) && 'worked by machine',
      (s) => !s.on('overhead-1.headliner').some((w) => w.treatment === 'blot') && 'not dabbed',
    ],
  ],
  [
    'a frayed belt gets nothing wet',
    { marks: { 'seat-1l.belt': { damage: [{ kind: 'frayed-belt' }] } } },
    [(s) => s.on('seat-1l.belt').some((w) => w.left > 0) && 'wetted', left('seat-1l.belt')],
  ],
  [
    'a dead window has no lip line',
    {
      change: (r) => {
        r.checkIn.functions = { windows: { works: false } }
      },
    },
    [(s) => s.on('door-1l.lip-line').length > 0 && 'the lip line of a dead window is planned'],
  ],
  [
    'the outer bolster of an airbag seat is cleaned, under 60 g/m²',
    { body: { features: ['seat-airbags'] }, soil: 3 },
    [
      (s) => !s.on('seat-1l.bolster-outer').some((w) => w.applied > 0) && 'not cleaned',
      under('seat-1l.bolster-outer', 60),
    ],
  ],
  [
    'only where faded: the faded dash is dressed, nothing else',
    {
      marks: { 'dash.dash-top': { damage: [{ kind: 'sun-fade' }] } },
      change: (r) => {
        r.houseRules = { 'plastics-finish': 'faded' }
      },
    },
    [
      (s) => {
        const dressed = s.steps.filter((x) => x.treatment === 'dress').flatMap((x) => x.surfaces)
        return dressed.join() !== 'dash.dash-top' && `dressed: ${dressed.join() || 'nothing'}`
      },
    ],
  ],
  [
    'a coffee spot on a pale seat: rinsed out over the whole panel, so that it dries even',
    {
      soil: 1,
      body: { features: ['pale'] },
      marks: { [base]: { stains: [stain('tannin', { size: 'coin' })] } },
      change: (r) => {
        r.houseRules = { 'spot-or-panel': 'spot' }
      },
    },
    [wholePanel(base, areaOf(base), 'acid_out')],
  ],
  [
    'the same spot where the house works spots: only the spot',
    {
      soil: 1,
      marks: { [base]: { stains: [stain('tannin', { size: 'coin' })] } },
      change: (r) => {
        r.houseRules = { 'spot-or-panel': 'spot' }
      },
    },
    [(s) => typeof wholePanel(base, areaOf(base), 'acid_out')(s) !== 'string' && 'the whole panel is rinsed'],
  ],
  [
    'what was wetted is judged dry, whatever it was; dark leather in raking light',
    { body: { features: ['dark'], materials: { seat: 'coated-leather' } } },
    [done(base, 'judge'), order('foot-1l.carpet', 'dry', 'judge')],
  ],
  [
    'a dead seat is not slid both ways',
    {
      change: (r) => {
        r.checkIn.functions = { seats: { works: false } }
        r.checkIn.permissions['seats-out'] = false
      },
    },
    [unsaid(/slid/i)],
  ],
  [
    'a child seat that stays in holds its place',
    {
      body: { features: ['child-seat'] },
      change: (r) => {
        r.checkIn.permissions['child-seat'] = false
        r.checkIn.childSeats = ['seat-2l']
      },
    },
    [(s) => s.on(rear).length > 0 && 'worked under the child seat', left(rear), done('seat-2r.seat-base', 'vacuum')],
  ],
  [
    'a refused test spot removes what needs one, and the words',
    {
      soil: 4,
      change: (r) => {
        r.checkIn.permissions['test-spot'] = false
      },
      marks: { [base]: { stains: [stain('tannin')] }, [foot]: { stains: [stain('gum')] } },
    },
    [nowhere('acid', 'solvent', 'heat', 'steam'), unsaid(/\btest on a hidden/i), left(base), left(foot)],
  ],
  [
    'a refused test spot leaves wool and suede dry',
    {
      body: { materials: { seat: 'synthetic-suede' } },
      change: (r) => {
        r.checkIn.permissions['test-spot'] = false
      },
    },
    [(s) => s.on(base).some((w) => w.applied > 0) && 'wetted without a test', done(base, 'vacuum'), left(base)],
  ],
  // §4 Sums
  [
    'heated seats at soil 4 stay under 250 by the sum',
    { soil: 4, body: { features: ['heated-seats'] } },
    [under(base, 250)],
  ],
  [
    'an occupant sensor under the seat at soil 4: under 120 by the sum, no heat',
    { soil: 4, body: { features: ['occupant-sensor'] } },
    [under(base, 120), never(base, 'heat')],
  ],
  [
    'ventilated seats at soil 3 with milk stay under 120 by the sum',
    { soil: 3, body: { features: ['ventilated-seats'] }, marks: { [base]: { stains: [stain('milk-drink')] } } },
    [under(base, 120), never(base, 'heat')],
  ],
  [
    'ventilated seats at soil 3 stay under 120 by the sum, with nothing hot',
    { soil: 3, body: { features: ['ventilated-seats'] } },
    [under(base, 120), never(base, 'heat')],
  ],
  ...['milk-drink', 'egg-milk'].map((kind): [string, Car, Check[]] => [
    `${kind} on a severe seat: extracted, but cold`,
    { soil: 4, marks: { [base]: { stains: [stain(kind)] } } },
    [order(base, 'enzyme', 'takenOut', 'dry', 'judge'), never(base, 'heat')],
  ]),
  [
    'a plastic window meets no alcohol',
    { body: { roof: 'soft-top', materials: { glass: 'plastic-window' } } },
    [
      (s) => s.on('door-1l.glass-side').some((w) => w.product?.id === 'glass-cleaner') && 'alcohol on a plastic window',
      (s) => s.on('door-1l.glass-side').length === 0 && 'not cleaned at all',
    ],
  ],
  [
    'no stiff brush on leather',
    { soil: 3, body: { materials: { seat: 'coated-leather' } }, marks: { [base]: { sand: 2 } } },
    [(s) => s.on(base).some((w) => /stiff|drill/.test(w.tool)) && 'a stiff brush on leather'],
  ],
  [
    'refusals of everything: no test, no acid, no solvent, no photos',
    {
      change: (r) => {
        for (const p of catalogue.permissions) r.checkIn.permissions[p.id] = false
      },
      marks: { [base]: { stains: [stain('tannin')] }, [foot]: { stains: [stain('gum')] } },
    },
    [
      nowhere('acid', 'solvent'),
      left(base),
      left(foot),
      (s) =>
        /photo/i.test(s.steps.find((x) => x.treatment === 'walk_round')?.title ?? '') &&
        'photos though they were refused',
    ],
  ],
]

/** What a stain's own row says is never done with it on cloth, at soil 3 (handbook C3), and what its treatment has to contain. */
const onCloth: [kind: string, never: Parameters<typeof never>[1][], has: Parameters<typeof never>[1][]][] = [
  ['tannin', ['alkali', 'heat'], ['acid', 'takenOut']],
  ['milk-drink', ['heat'], ['lift', 'enzyme', 'takenOut']],
  ['sugar', [], ['lift', 'takenOut']],
  ['food-dye', ['alkali', 'heat'], ['acid', 'takenOut']],
  ['food-oil', ['solvent'], ['lift', 'takenOut']],
  ['rail-grease', [], ['lift', 'solvent', 'takenOut']],
  ['blood', ['heat', 'rub', 'alkali'], ['lift', 'enzyme', 'takenOut', 'disinfect']],
  ['egg-milk', ['heat'], ['lift', 'enzyme', 'takenOut']],
  ['vomit', ['heat', 'rub', 'alkali'], ['lift', 'enzyme', 'takenOut', 'disinfect']],
  ['urine', ['heat', 'rub', 'alkali'], ['lift', 'enzyme', 'takenOut', 'acid', 'disinfect']],
  ['turmeric', ['alkali', 'heat'], ['lift', 'acid', 'takenOut']],
  ['denim', ['heat', 'rub'], ['takenOut']],
  ['ball-pen', ['heat'], ['solvent', 'takenOut']],
  ['marker', ['heat'], ['solvent', 'takenOut']],
  ['make-up', ['heat', 'rub'], ['lift', 'solvent', 'takenOut']],
  ['sunscreen', [], ['lift', 'takenOut']],
  ['wax', ['heat'], ['lift', 'solvent', 'takenOut']],
  ['crayon', ['heat'], ['lift', 'solvent', 'takenOut']],
  ['gum', ['heat'], ['lift', 'solvent', 'takenOut']],
  ['tar', [], ['lift', 'solvent', 'takenOut']],
  ['nail-varnish', ['heat'], ['lift', 'solvent', 'takenOut']],
  ['water-paint', [], ['takenOut']],
  ['mud', ['rub'], ['vacuum', 'takenOut']],
  ['rust', ['alkali', 'heat'], ['acid', 'takenOut']],
  ['salt', [], ['vacuum', 'takenOut', 'acid']],
  ['water-ring', ['alkali', 'heat'], ['takenOut']],
  ['browning', ['alkali', 'heat'], ['acid']],
  ['residue', ['alkali'], ['takenOut', 'acid']],
  ['powder', ['rub'], ['vacuum', 'takenOut']],
  ['soot', ['rub'], ['vacuum']],
  ['coolant', [], ['lift', 'takenOut']],
  ['unknown', ['heat', 'alkali', 'acid', 'solvent'], ['lift']],
]
const stained = ([kind, nevers, has]: (typeof onCloth)[number]): [string, Car, Check[]] => [
  `${kind} on a cloth seat at soil 3`,
  { soil: 3, marks: { [base]: { stains: [stain(kind)] } } },
  [never(base, ...nevers), done(base, ...has, 'judge')],
]
/** After the trained hand: what soil work remains is still cold, neutral and gentle. */
const cleared = (kind: string): [string, Car, Check[]] => [
  `${kind} at soil 3, after it was cleared`,
  {
    soil: 3,
    marks: { [base]: { stains: [stain(kind)] } },
    change: (r) => {
      r.cleared = ['stop:fluid:seat-1l']
    },
  },
  [never(base, 'heat', 'rub', 'alkali'), done(base, 'vacuum', 'takenOut')],
]
const all = [...cars, ...onCloth.map(stained), ...['blood', 'vomit', 'urine'].map(cleared)]

/** A car that a lead would send back if the catalogue were this one, looked for first among those that have `what`. */
const sentBack = (other: typeof catalogue, what: string): string | undefined => {
  const has = ([, car]: (typeof all)[number]) => JSON.stringify(car).includes(`"${what}"`)
  return [...all.filter(has), ...all.filter((row) => !has(row))].find(([, car, checks]) => {
    try {
      return complaints(generateProcedure(request(car), other), checks).length > 0
    } catch {
      return true
    }
  })?.[0]
}

/** What a lead may not add by hand because of one thing alone: a feature, or a damage where it is. */
const notAdded: [what: string, without: Car, with_: Car, treatment: string, surface: string][] = [
  ...(
    [
      ['heated-wheel', 'steam_leather', 'dash.wheel-front'],
      ['powered-seats', 'steam', 'seat-1l.under-seat'],
      ['high-voltage', 'steam', 'seat-1l.under-seat'],
      ['loose-wiring', 'lm', 'seat-1l.under-seat'],
    ] as const
  ).map(([feature, treatment, surface]): (typeof notAdded)[number] => [
    feature,
    { soil: 3 },
    { soil: 3, body: { features: [feature] } },
    treatment,
    surface,
  ]),
  [
    'sticky-coating',
    { soil: 3, body: { materials: { trim: 'soft-touch' } } },
    {
      soil: 3,
      body: { materials: { trim: 'soft-touch' } },
      marks: { 'dash.dash-top': { damage: [{ kind: 'sticky-coating' }] } },
    },
    'pad',
    'dash.dash-top',
  ],
]
const byHandOnly = new Set(notAdded.map(([what]) => what))

describe('every row is needed: without it a lead sends a car back', () => {
  type Row = [string, what: string, typeof catalogue]
  const rows: Row[] = [
    ...catalogue.stops.map(
      (row): Row => [`stop ${row.id}`, row.id, { ...catalogue, stops: catalogue.stops.filter((s) => s !== row) }],
    ),
    ...catalogue.stains
      .filter((row) => row.bans.length > 0 && row.treatments.length > 0)
      .map(
        (row): Row => [
          `what ${row.id} bans`,
          row.id,
          { ...catalogue, stains: catalogue.stains.map((s) => (s === row ? { ...s, bans: [] } : s)) },
        ],
      ),
    ...catalogue.damages
      .filter((row) => row.effects.length > 0 && !byHandOnly.has(row.id))
      .map(
        (row): Row => [
          `what ${row.id} changes`,
          row.id,
          { ...catalogue, damages: catalogue.damages.map((d) => (d === row ? { ...d, effects: [] } : d)) },
        ],
      ),
    ...catalogue.features
      .filter((row) => row.effects.length > 0 && !byHandOnly.has(row.id))
      .map(
        (row): Row => [
          `what ${row.id} changes`,
          row.id,
          { ...catalogue, features: catalogue.features.map((f) => (f === row ? { ...f, effects: [] } : f)) },
        ],
      ),
    ...catalogue.odours
      .filter((row) => row.stain)
      .map(
        (row): Row => [
          `what ${row.id} is taken for`,
          row.id,
          { ...catalogue, odours: catalogue.odours.map((o) => (o === row ? { id: o.id } : o)) },
        ],
      ),
    ...catalogue.functions
      .filter((row) => row.dead ?? row.instead?.motion)
      .map(
        (row): Row => [
          `a dead ${row.id}`,
          row.id,
          {
            ...catalogue,
            functions: catalogue.functions.map((f) => (f === row ? { id: f.id } : f)),
          },
        ],
      ),
  ]
  it.each(rows)('%s', (_, what, other) => {
    expect(sentBack(other, what)).toBeDefined()
  })
  it.each(notAdded)('%s stands alone in the way of a step added by hand', (_, without, with_, treatment, surface) => {
    const refusedIn = (car: Car) => {
      const asked = request(car)
      asked.edits = [{ do: 'add', treatment, zoneGroup: 'car', surfaces: [surface] }]
      return reviewProcedure(asked, catalogue).findings.filter((f) => f.grade === 'forbidden')
    }
    expect(refusedIn(without)).toEqual([])
    expect(refusedIn(with_)).toHaveLength(1)
  })
})

describe('what a product’s family never touches', () => {
  const places: [material: string, body: Car['body'], surface: string][] = [
    ['soft-touch', { materials: { trim: 'soft-touch' } }, 'dash.dash-top'],
    ['painted-trim', { materials: { trim: 'painted-trim' } }, 'dash.dash-top'],
    ['screen', {}, 'dash.screen'],
    ['film-glass', { features: ['window-film'] }, 'door-1l.glass-side'],
    ['plastic-window', { roof: 'soft-top', materials: { glass: 'plastic-window' } }, 'door-1l.glass-side'],
    ['airbag-cover', { features: ['roof-airbags'] }, 'pillar-1.pillar'],
  ]
  it.each(places)('alcohol never touches %s, and only that row says so', (material, body, surface) => {
    const asked = request({ body })
    asked.edits = [{ do: 'add', treatment: 'glass_in', zoneGroup: 'car', surfaces: [surface] }]
    const refusedBy = (other: typeof catalogue) =>
      reviewProcedure(asked, other).findings.filter((f) => f.grade === 'forbidden').length
    const without = {
      ...catalogue,
      materials: catalogue.materials.map((m) => (m.id === material ? { ...m, never: [] } : m)),
    }
    expect(refusedBy(catalogue)).toBe(1)
    expect(refusedBy(without)).toBe(0)
  })
})

describe('a sheet a lead would sign', () => {
  it.each(all)('%s', (_, car, checks) => {
    const procedure = generateProcedure(request(car), catalogue)
    expect(complaints(procedure, checks)).toEqual([])
  })
})

describe('a row without a door of its own', () => {
  const reasons = (p: ReturnType<typeof generateProcedure>) =>
    p.steps.filter((s) => s.why.some((w) => w.rule === 'behind-before-in-front')).flatMap((s) => s.zoneGroup)
  const reachedPast: [body: string, inFront: string][] = [
    ['coupe', 'seats-1'],
    ['carrier', 'seats-2'],
    ['suv-7', 'seats-2'],
  ]
  it.each(reachedPast)('of a %s is worked wet before the seats it is reached past: %s', (body, inFront) => {
    for (const soil of [2, 3, 4])
      for (const crew of [1, 2]) {
        const procedure = generateProcedure({ ...soiled(soil, body), crew }, catalogue)
        expect(complaints(procedure, [overNothingWet(bodyNamed(body))])).toEqual([])
        expect(reasons(procedure)).toContain(inFront)
        expect(reasons(procedure)).not.toContain(body === 'coupe' ? 'seats-2' : 'seats-1')
      }
  })
  it('is none where each row has its doors, and none once both are dry', () => {
    expect(reasons(generateProcedure(soiled(3), catalogue))).toEqual([])
    expect(reasons(generateProcedure(soiled(3, 'coupe', 'coated-leather'), catalogue))).not.toContain('seats-1')
  })
})
