import { describe, expect, it } from 'vitest'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import {
  before,
  type Check,
  complaints,
  done,
  has,
  lacks,
  never,
  only,
  order,
  outDryJudged,
  Sheet,
  takes,
  told,
  warned,
  wellMade,
} from '../../../tests/support/lead.ts'

// Days of a lead: whole cars with what the sheet must have, written by hand from the acceptance list before the code was run.

const base = 'seat-1l.seat-base'
const foot = 'foot-1l.carpet'
const wheel = 'dash.wheel-front'
const stained = (kind: string, age: 'fresh' | 'days' | 'old' = 'fresh') => ({
  kind,
  age,
  attempts: 0,
  size: 'palm' as const,
})

interface Day {
  soil?: number
  body?: string
  seat?: string
  change?(request: ProcedureRequest): void
}
function asked({ soil = 2, body = 'hatchback', seat = 'flat-cloth', change }: Day): ProcedureRequest {
  const request = soiled(soil, body, seat)
  change?.(request)
  return request
}
const mark = (r: ProcedureRequest, id: string, more: object) => {
  r.checkIn.condition[id] = { ...r.checkIn.condition[id]!, ...more }
}
const everywhere = (r: ProcedureRequest, part: RegExp, more: object) => {
  for (const id of Object.keys(r.checkIn.condition)) if (part.test(id)) mark(r, id, more)
}

const days: [string, Day, Check[]][] = [
  [
    'jeans on white leather: cleaner and cloth, nothing hot, no solvent; it may stay',
    {
      seat: 'coated-leather',
      change: (r) => {
        r.checkIn.vehicle.body.features = ['pale']
        mark(r, base, { stains: [stained('denim', 'old')] })
      },
    },
    [
      done(base, 'vacuum'),
      has('leather_clean', 'leather_protect'),
      never(base, 'heat', 'solvent', 'acid', 'rub'),
      before('leather_clean', 'leather_protect'),
    ],
  ],
  [
    'a suede wheel, greasy: damp over the whole of it, twice, never soaked, never dressed',
    {
      soil: 3,
      change: (r) => {
        r.checkIn.vehicle.body.materials.wheel = 'synthetic-suede'
      },
    },
    [only(wheel, 'panel', 'panel_again'), never(wheel, 'heat', 'solvent', 'alkali', 'rub')],
  ],
  [
    'a mechanic’s pickup: rubber floor scrubbed with a pad, grease on the cloth by solvent, aired, out again',
    {
      soil: 4,
      body: 'crew-cab',
      change: (r) => {
        r.checkIn.vehicle.body.materials.carpet = 'rubber-mat'
        mark(r, base, { stains: [stained('rail-grease', 'days')] })
      },
    },
    [
      only(foot, 'vac_carpet', 'floor_rubber', 'vac_final', 'judge'),
      order(base, 'lift', 'solvent', 'takenOut', 'judge'),
      outDryJudged(base, 'solvent'),
      warned('spot', /doors open/i),
    ],
  ],
  [
    'a smoker’s van: ducts blown out, roof worked, aired after the recheck, smelled after ten minutes shut',
    {
      body: 'panel-van',
      soil: 3,
      change: (r) => {
        r.checkIn.odours = [{ kind: 'smoke', level: 3, source: 'roof', at: ['overhead-1.headliner'] }]
      },
    },
    [
      before('purge', 'dust'),
      has('bonnet', 'air_smell', 'shut'),
      before('air_smell', 'refit'),
      before('shut', 'final_check'),
    ],
  ],
  [
    'two dogs: hair out of seat and load before anything is wet there',
    {
      body: 'estate',
      change: (r) => {
        everywhere(r, /^load\.load|^seat-2.\.seat-b/, { hair: 3 })
      },
    },
    [
      before('hair', 'lm'),
      order('seat-2l.seat-base', 'brush', 'vacuum', 'takenOut'),
      done('load.load-floor', 'vacuum'),
    ],
  ],
  [
    'a day at the beach: grit beaten out of carpet and mat before the vacuum, nothing wet on sand',
    {
      change: (r) => {
        everywhere(r, /carpet$|\.mat$/, { sand: 3 })
      },
    },
    [order(foot, 'brush', 'vacuum', 'takenOut'), before('sand', 'vac_carpet'), before('vac_mat', 'mat_lm')],
  ],
  [
    'a soft-top: no alcohol on its plastic window, no hot water on its seats’ sensors',
    {
      body: 'soft-top',
      change: (r) => {
        r.checkIn.vehicle.body.features = ['occupant-sensor']
      },
    },
    [only('glass.glass-rear', 'glass_damp'), never(base, 'heat', 'steam')],
  ],
  [
    'an electric car: high-voltage parts first, nobody inside while its fan runs',
    {
      change: (r) => {
        r.checkIn.vehicle.body.features = ['high-voltage']
      },
    },
    [
      warned('vac_gap', /high-voltage/),
      warned('purge', /engine off.*nobody inside/i),
      never('seat-1l.under-seat', 'steam'),
    ],
  ],
  [
    'dead windows: no lip line is asked for',
    {
      change: (r) => {
        r.checkIn.functions = { windows: { works: false } }
      },
    },
    [
      ({ steps }) =>
        steps.some((s) => s.area > 0 && s.surfaces.includes('door-1l.lip-line')) && 'the lip line is worked',
      told('door-1l.lip-line', /./),
      done('door-1l.door-pull', 'alkali'),
    ],
  ],
  [
    'a lease return in ninety minutes: wheel, pulls and screens, seats and carpet vacuumed; no jambs, no outside glass, nothing wet',
    {
      change: (r) => {
        r.timeLimit = { minutes: 90, crew: 1 }
      },
    },
    [
      done(base, 'vacuum'),
      done(foot, 'vacuum'),
      ({ steps }) => !steps.some((s) => s.surfaces.includes(wheel) && s.area > 0) && 'the wheel is left dirty',
      lacks('jamb', 'jamb_quick', 'glass_out', 'glass_damp_out', 'dress', 'lm', 'hotx', 'purge'),
      ({ procedure }) =>
        (procedure.limit.clock > 90 || procedure.limit.clock < 83) && `${procedure.limit.clock} min of 90`,
    ],
  ],
  [
    'an hour for a leather car: every seat and the front carpet vacuumed, wheel and pulls wiped; the leather itself is not gone over',
    {
      seat: 'coated-leather',
      change: (r) => {
        r.timeLimit = { minutes: 60, crew: 1 }
      },
    },
    [
      ...['1l', '1r', '2l', '2c', '2r'].map((seat) => done(`seat-${seat}.seat-base`, 'vacuum')),
      done(foot, 'vacuum'),
      ({ steps }) => !steps.some((s) => s.surfaces.includes(wheel) && s.area > 0) && 'the wheel is left dirty',
      lacks('leather_clean', 'lm', 'jamb', 'glass_out', 'dress'),
      ({ procedure }) => procedure.limit.clock > 60 && `${procedure.limit.clock} min of 60`,
    ],
  ],
  [
    'two people in two hours on a used car: all that is touched and seen, the wet work too',
    {
      change: (r) => {
        r.timeLimit = { minutes: 150, crew: 2 }
      },
    },
    [
      has('glass_in', 'brush'),
      done(base, 'vacuum'),
      ({ procedure }) => procedure.limit.clock > 150 && `${procedure.limit.clock} min of 150`,
      ({ steps }) => !steps.some((s) => s.id.includes('@')) && 'nothing is shared out',
    ],
  ],
  [
    'a tidy on a heavy car: vacuum and towel, no cloth wetted, the rest offered',
    {
      soil: 3,
      change: (r) => {
        r.checkIn.package = 'tidy'
      },
    },
    [
      takes(70, 165),
      lacks('lm', 'hotx', 'mat_soak', 'mat_lm', 'jamb', 'glass_out'),
      ({ procedure }) => !(procedure.offers?.length > 2) && 'nothing is offered',
    ],
  ],
  [
    'a roadster for show: seams and tracks by brush, glass twice, a low lamp over all of it',
    {
      body: 'two-seater',
      seat: 'coated-leather',
      change: (r) => {
        r.finish = 'show'
      },
    },
    [
      has('seam_brush', 'track_brush', 'glass_again', 'glass_out_again', 'rake'),
      before('glass_in', 'glass_again'),
      before('leather_protect', 'rake'),
    ],
  ],
  [
    'a fleet carrier for the trade: two rungs, jambs wiped, no dressing, no outside glass',
    {
      body: 'carrier',
      soil: 3,
      change: (r) => {
        r.finish = 'trade'
      },
    },
    [
      lacks('hotx', 'hotx_carpet', 'round2', 'dress', 'glass_out', 'jamb', 'groom'),
      has('lm', 'jamb_quick', 'glass_in'),
    ],
  ],
  [
    'a mobile crew with a vacuum and buckets: slower, by hand, and dried with the doors open',
    {
      change: (r) => {
        r.equipment = ['vacuum']
      },
    },
    [only(base, 'vac_seat', 'bucket', 'vac_final', 'judge'), lacks('lm', 'hotx', 'bonnet')],
  ],
  [
    'seats out with consent: ducts first, two people each way, back in when the floor is dry',
    {
      soil: 3,
      change: (r) => {
        r.checkIn.permissions['seats-out'] = true
        r.houseRules = { seats: 'out' }
      },
    },
    [
      before('purge', 'seats_out'),
      before('seats_out', 'vac_carpet'),
      before('lm', 'seats_in'),
      before('seats_in', 'refit'),
      warned('seats_in', /torque/),
    ],
  ],
  [
    'vinyl and rubber, nobody trained for leather: degreaser and brush, protectant',
    {
      seat: 'leatherette',
      change: (r) => {
        r.checkIn.vehicle.body.materials.mat = 'rubber-mat'
        r.skills = ['extract']
      },
    },
    [only(base, 'vac_seat', 'brush', 'dress'), has('mat_rubber'), lacks('leather_clean', 'leather_protect')],
  ],
  [
    'came for the gum in the back, four hours: it is worked, whatever else is not',
    {
      change: (r) => {
        mark(r, 'seat-2r.seat-base', { stains: [stained('gum')] })
        r.checkIn.cameFor = { words: 'the gum the children left', surfaces: ['seat-2r.seat-base'] }
        r.timeLimit = { minutes: 240, crew: 1 }
      },
    },
    [order('seat-2r.seat-base', 'lift', 'solvent', 'takenOut')],
  ],
  [
    'coffee, and no test spot allowed: no acid, and it is told',
    {
      change: (r) => {
        r.checkIn.permissions['test-spot'] = false
        mark(r, base, { stains: [stained('tannin')] })
      },
    },
    [lacks('acid'), never(base, 'heat', 'alkali'), told(base, /test/i)],
  ],
  [
    'milk on ventilated, perforated leather: cold, on the tool, nothing hot, nothing soaked',
    {
      soil: 3,
      body: 'coupe',
      seat: 'perforated-leather',
      change: (r) => {
        r.checkIn.vehicle.body.features = ['ventilated-seats']
        mark(r, base, { stains: [stained('egg-milk')] })
      },
    },
    [
      never(base, 'heat', 'steam', 'enzyme', 'solvent'),
      ({ steps }) =>
        steps.some((s) => s.treatment === 'leather_clean' && s.on !== 'tool') && 'product on the leather itself',
    ],
  ],
]

describe('days of a lead', () => {
  it('there are twenty-one', () => expect(days).toHaveLength(21))
  it.each(days)('%s', (_, day, checks) => {
    const procedure = fittedProcedure(asked(day), catalogue)
    expect(complaints(procedure, [wellMade(procedure), ...checks])).toEqual([])
    expect(new Sheet(procedure).steps.length).toBeGreaterThan(10)
  })
})
