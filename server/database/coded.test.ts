// biome-ignore-all lint/suspicious/noExplicitAny: it reads plain JSON
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gunzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Assignment } from '#core/plan/schema.ts'
import { jobOf } from '#core/procedures/activities.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { seededRandom } from '#core/units/random.ts'
import { unfolded } from '#web/ui/plan.ts'
import { language } from '#words/en/language.ts'
import { speak } from '#words/en/speak.ts'
import { asWritten } from '#words/message.ts'
import { planInWords } from '#words/worded/plan.ts'
import { carA, randomCar } from '../../tests/fixtures/cars.ts'
import { everyAnswer } from '../../tests/support/every-answer.ts'
import { freshDatabase } from '../../tests/support/test-databases.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import { restore } from './backup.ts'
import { codedProcedure } from './coded.ts'
import { migrate } from './migrate.ts'

const nameOf = (kind: 'products' | 'consumables', id: string) => speak.names.of(kind, id).name
const named = (x: any) => ({ ...x, name: nameOf('products', x.product) })
const card = (job: any) => ({
  ...job,
  needs: job.needs.map(speak.need),
  running: job.running.map((r: any) => ({ ...r, title: speak.title(r.title) })),
})
const request = (r: any) => (r.kept ? { ...r, kept: r.kept.map(speak.step) } : r)
/** A door was called by its side, and its parts twice by it. */
const doors = <T>(answer: T): T =>
  JSON.parse(
    JSON.stringify(answer).replaceAll(
      /(Front (left|right)|Driver’s|Passenger’s|Rear (left|right)|[Ss]liding) door( door)?/g,
      'A door',
    ),
  )
const planned = (answer: any) => ({ ...answer, ...planInWords(answer, language) })
const batch = ({ undone: _u, ...b }: any) => ({ ...b, mix: speak.mix(b.mix) })
const state = ({ steps, ...s }: any) => ({
  ...s,
  steps: Object.fromEntries(
    Object.entries<any>(steps).map(([id, { since: _s, worked: _w, untimed: _u, ...step }]) => [id, step]),
  ),
  notes: speak.log(s),
})

/** What was text in the answers of 0007, put into words from what is answered now. */
const inWords: [RegExp, (a: any) => any][] = [
  [
    /^\/api\/day$/,
    (a) => ({
      ...a,
      jobs: a.jobs.map(card),
      bottles: a.bottles.map((b: any) => ({ ...b, product: nameOf('products', b.product) })),
    }),
  ],
  [/\/card$/, card],
  [
    /^\/api\/plan$/,
    // What stands with its job now stood in two lists by activity; how many are unplanned was how many there are.
    (a) => {
      const { unplanned: _u, disturbed: _d, assignments, steps, jobs, people, ...plan } = unfolded(a)!
      return {
        ...plan,
        people: people.map(({ hours: _h, ...person }) => person),
        jobs: jobs.map(({ steps: _s, ready: _r, late: _l, held: _h, ...job }) => job),
        answer: planned({ ...plan.answer, assignments: timeless(assignments) }),
        steps: Object.fromEntries(
          Object.entries(steps).map(([id, { id: _i, at: _a, by: _b, fixed: _f, needs: _n, ...step }]) => [
            id,
            { ...step, job: jobOf(id), title: speak.title(step.title) },
          ]),
        ),
      }
    },
  ],
  [/^\/api\/plan\/problem$/, (a) => ({ ...a, answer: planned(a.answer) })],
  // Where a bottle stands is told since.
  [/^\/api\/mixing\/containers$/, (a) => a.map(({ place: _p, ...c }: any) => c)],
  [/^\/api\/mixing\/demand$/, (a) => a.map(named)],
  [
    /^\/api\/mixing\/day$/,
    (a) => ({
      ...a,
      fills: a.fills.map(named),
      ready: a.ready.map(named),
      without: a.without.map(named),
      concentrate: a.concentrate.map(named),
    }),
  ],
  [/^\/api\/mixing\/batches$/, (a) => a.map(batch)],
  [/^\/api\/mixing\/batches\//, batch],
  [
    /^\/api\/stock$/,
    (a) => ({
      ...a,
      items: a.items.map((i: any) => ({ ...i, name: nameOf(i.unit === 'ml' ? 'products' : 'consumables', i.item) })),
    }),
  ],
  [/\/procedure$/, (a) => ({ ...a, request: request(a.request), procedure: speak.procedure(a.procedure) })],
  [/\/procedure\/file$/, (a) => ({ ...a, request: request(a.request) })],
  [/\/procedure\/versions$/, (a) => a.map((v: any) => ({ ...v, procedure: speak.procedure(v.procedure) }))],
  [
    /\/work$/,
    // Belongings and bottles are told since.
    ({ belongings: _b, bottles: _o, ...a }) => ({
      ...a,
      procedure: speak.procedure(a.procedure),
      version: undefined,
      needs: a.needs.map(speak.need),
      state: state(a.state),
      places: a.places.map(({ function: dead, stand: _stand, ...p }: any) => ({
        ...p,
        text: speak.placeToCheck({ id: p.id, function: dead }),
      })),
    }),
  ],
  [
    /\/report$/,
    // Areas, the sentence, care and what came of stains are told since.
    ({ shopAddress: _where, ...a }) => {
      const {
        areas: _a,
        summary: _s,
        care: _c,
        leather: _l,
        extras: _e,
        notDone: _n,
        ...report
      } = speak.report(a.report)
      const checks = report.checks.map(({ stand: _stand, ...check }: any) => check)
      return {
        ...a,
        report: { ...report, checks, expectations: report.expectations.map(({ outcome: _o, ...e }) => e) },
      }
    },
  ],
  [
    /^\/api\/vehicles/,
    (a) =>
      a && {
        ...a,
        residuals: a.residuals.map(speak.remains),
        worked: a.worked.map(speak.title),
        told: a.told.map(speak.expectation),
      },
  ],
]
/** A plan is shown as it comes now: whose each step is has stayed, its times move with the clock. */
const timeless = (assignments: readonly Assignment[]) =>
  assignments
    .map(({ activity, technicians }) => ({ activity, technicians }))
    .sort((a, b) => (a.activity < b.activity ? -1 : 1))

const worded = (path: string, answer: any) =>
  (inWords.find(([pattern]) => pattern.test(path))?.[1] ?? ((a: any) => a))(answer)

/** Answers that are no documents are put into one. */
const wrapped = (answer: any) => (answer && typeof answer === 'object' && !Array.isArray(answer) ? answer : { answer })

/** Twelve digits: sums are added up in another order now. */
const tidy = (value: any): any =>
  JSON.parse(JSON.stringify(value), (_, v) => (typeof v === 'number' ? Number(v.toPrecision(12)) : v))

const fixture = fileURLToPath(new URL('../../tests/fixtures/demo-0007', import.meta.url))

describe('a copy of the demonstration as 0007 left it', () => {
  const place = mkdtempSync(join(tmpdir(), 'chamomile-coded-'))
  let t: TestServer
  let owner: Caller
  beforeAll(async () => {
    const uri = await freshDatabase(inject('database'))
    await restore(uri, fixture, join(place, 'files'))
    t = await testServer(uri, undefined, '2026-11-26T13:30:00.000Z')
    owner = await t.as('reedmere', 'odile', '7301')
  })
  afterAll(async () => {
    await t.close()
    rmSync(place, { recursive: true, force: true })
  })
  it('answers through every route what it answered before', async () => {
    const before = JSON.parse(gunzipSync(readFileSync(join(fixture, 'answers.json.gz'))).toString()) as Record<
      string,
      any
    >
    const ask = async (path: string) => {
      const answer = await t.call('GET', path, undefined, { cookie: owner.cookie })
      return answer.headers.get('content-type')?.includes('json') ? answer.json() : answer.text()
    }
    // What was one answer is two now: how far the work has come, and what it is worked by.
    const after = await everyAnswer(async (path) =>
      path.endsWith('/work') ? { ...(await ask(path)), ...(await ask(path.replace(/work$/, 'issued'))) } : ask(path),
    )
    delete after['/api/catalogue']
    expect(Object.keys(after).sort()).toEqual(Object.keys(before).sort())
    // Of what is not planned the first are told now, and how many there are.
    const [was, is] = [before['/api/plan'], after['/api/plan']]
    expect(is.unplanned).toBe(was.answer.unscheduled.length)
    // Going over to another car takes minutes now.
    expect(is.goingOver).toBe(3)
    delete is.goingOver
    was.answer.unscheduled = was.answer.unscheduled.slice(0, 20)
    const told = [...was.answer.assignments, ...was.answer.unscheduled].map((a: any) => a.activity)
    // Whether anybody is needed is told by there being somebody.
    for (const { activity, technicians } of was.answer.assignments)
      expect(was.steps[activity].crew > 0, activity).toBe(technicians.length > 0)
    was.steps = Object.fromEntries(told.map((id) => [id, { ...was.steps[id], crew: undefined, fixed: undefined }]))
    was.answer.assignments = timeless(was.answer.assignments)
    // A pace is measured otherwise now, and laying out the kit is none: what it is measured on has stayed.
    for (const { '/api/pace': pace } of [before, after])
      pace.measured = pace.measured
        .filter((m: any) => m.treatment !== 'kit')
        .map(({ treatment, records }: any) => ({ treatment, records }))
    // Under 100 ml nobody mixes: small needs are a batch now, and take as much concentrate as one.
    const { margin } = before['/api/mixing/day']
    for (const { '/api/mixing/day': mixed } of [before, after]) {
      for (const f of [...mixed.fills, ...mixed.without]) {
        expect(f.ml).toBeGreaterThan(0)
        f.ml = Math.max(100, f.ml)
      }
      for (const f of mixed.fills) delete f.concentrate
      for (const c of mixed.concentrate) {
        delete c.needed
        delete c.buy
      }
    }
    expect(after['/api/mixing/day'].margin).toBe(margin)
    // Nothing is handed on to the front desk.
    for (const [path, work] of Object.entries(before))
      if (path.endsWith('/work') && work.skills)
        delete work.skills[Object.keys(work.names).find((id) => work.names[id] === 'Bea')!]
    for (const [path, answer] of Object.entries(after)) {
      // What a draft would give is made when it is asked for, by the engine as it is now.
      const drafted = after[path.replace(/\/file$/, '')]?.version === null
      const made = drafted ? { procedure: null } : {}
      expect(doors(tidy({ ...wrapped(worded(path, answer)), ...made })), path).toEqual(
        doors(tidy({ ...wrapped(before[path]), ...made })),
      )
    }
  })
  it('holds codes: what was made again from its request is stored as it is made now', async () => {
    const [rows] = await t.connection.pool.query('select body from procedures')
    const steps = (rows as any[]).flatMap(({ body }) => (typeof body === 'string' ? JSON.parse(body) : body).steps)
    expect(steps.length).toBeGreaterThan(100)
    for (const step of steps) expect(step.title.code, JSON.stringify(step.title)).toMatch(/^[a-z-]+$/)
    expect(steps.filter((s: any) => s.title.code !== asWritten).length).toBeGreaterThan(steps.length / 2)
  })
  it('refuses a row that would lead to another shop’s', async () => {
    const other = '01890000-0000-7000-8000-0000000000aa'
    await t.connection.pool.query(
      "insert into shops (id, code, name, time_zone, house_rules) values (?, 'other', 'Other', 'Etc/GMT', '{}')",
      [other],
    )
    await expect(
      t.connection.pool.query(
        'insert into procedure_settings (job_id, shop_id, version, settings) select id, ?, 1, ? from jobs limit 1',
        [other, '{}'],
      ),
    ).rejects.toThrow(/foreign key constraint/)
  })
  it('is not coded twice', async () => {
    const titles = async () => JSON.stringify((await t.connection.pool.query('select body from procedures'))[0])
    const before = await titles()
    await migrate(t.connection)
    expect(await titles()).toBe(before)
  })
})

describe('a procedure stored in words', () => {
  it('comes back as it is made now where it reads the same, for any car', () => {
    const random = seededRandom(5)
    for (let i = 0; i < 40; i++) {
      const car = randomCar(random)
      const made = generateProcedure(car, catalogue)
      expect(codedProcedure(JSON.parse(JSON.stringify(speak.procedure(made))), car).procedure).toEqual(
        JSON.parse(JSON.stringify(made)),
      )
    }
    // Forty procedures are made: a busy machine takes longer than other tests may.
  })
  it('stands word for word where today’s catalogue would say it otherwise', () => {
    const car = carA()
    const old = speak.procedure(generateProcedure(car, catalogue))
    old.steps[3]!.title = 'Polish the ashtray'
    old.residuals.push({
      surface: 'seat-1l.seat-base',
      name: 'Driver seat base',
      code: 'record',
      reason: 'Left at the owner’s wish.',
    })
    const { procedure } = codedProcedure(old, car)
    expect(speak.procedure(procedure)).toEqual(old)
  })
})
