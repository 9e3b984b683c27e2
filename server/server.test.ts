import { Ajv } from 'ajv'
import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { carA } from '../tests/fixtures/cars.ts'
import { intent } from '../tests/support/intent.ts'
import { type Caller, type TestServer, testServer } from '../tests/support/test-server.ts'
import { allRoutes } from './app.ts'
import { demoShop } from './demo/shop.ts'
import { templated } from './http/openapi.ts'

let t: TestServer
let lead: Caller
let front: Caller
let hand: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

const opening = (due: string | null = null) => ({
  id: uuidv7(),
  checkIn: carA().checkIn,
  arrives: new Date().toISOString(),
  due,
})
async function openJob(by: Caller = front) {
  const { status, body } = await by.send('POST', '/api/jobs', opening())
  expect(status).toBe(200)
  return body
}
async function issuedJob() {
  const job = await openJob()
  const { status, body } = await lead.send('POST', `/api/jobs/${job.id}/procedure`)
  expect(status).toBe(200)
  return { id: job.id as string, callSign: job.callSign as string, procedure: body.procedure }
}
const count = async (table: string) =>
  Number(
    (
      (await t.connection.db.execute(sql.raw(`select count(*) as n from ${table}`)))[0] as unknown as { n: number }[]
    )[0]!.n,
  )

describe('requests', () => {
  it('refuses state changes from other origins', async () => {
    for (const headers of [
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
    ] as Record<string, string>[]) {
      const answer = await t.call('POST', '/api/jobs', opening(), { cookie: front.cookie, ...headers })
      expect(answer.status).toBe(403)
    }
  })
  it('sends a policy that lets nothing foreign in', async () => {
    const policy = (await t.call('GET', '/healthz')).headers.get('content-security-policy')!
    expect(policy).toContain("default-src 'self'")
    expect(policy).toContain("frame-ancestors 'none'")
  })
})

describe('check-in drafts', () => {
  it('a stale save is refused with what is there now, and changes nothing', async () => {
    const job = await openJob()
    const draft = (version: number, customer: string) => ({ version, checkIn: { ...job.checkIn, customer }, due: null })
    expect((await front.send('PUT', `/api/jobs/${job.id}/check-in`, draft(1, 'first'))).body.version).toBe(2)
    const second = await lead.send('PUT', `/api/jobs/${job.id}/check-in`, draft(1, 'second'))
    expect(second.status).toBe(409)
    expect(second.body).toMatchObject({ code: 'stale', current: { version: 2, checkIn: { customer: 'first' } } })
    expect((await lead.get(`/api/jobs/${job.id}`)).body.checkIn.customer).toBe('first')
  })
  it('of many saves at once from one version exactly one wins', async () => {
    const job = await openJob()
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        front.send('PUT', `/api/jobs/${job.id}/check-in`, {
          version: 1,
          checkIn: { ...job.checkIn, customer: `c${i}` },
          due: null,
        }),
      ),
    )
    expect(saves.filter((s) => s.status === 200)).toHaveLength(1)
    expect(saves.filter((s) => s.status === 409)).toHaveLength(7)
  })
  it('opened twice with one id it is one job; call signs of open jobs differ', async () => {
    const body = opening()
    const [a, b] = await Promise.all([front.send('POST', '/api/jobs', body), front.send('POST', '/api/jobs', body)])
    expect(a.body.id).toBe(b.body.id)
    const jobs = await Promise.all(Array.from({ length: 5 }, () => openJob()))
    expect(new Set(jobs.map((j) => j.callSign)).size).toBe(5)
  })
  it('a surface the body does not have is refused by pointer and not stored', async () => {
    const bad = opening()
    bad.checkIn.condition = { 'seat-7q.lid': { soil: 1 } }
    const before = await count('jobs')
    const { status, body } = await front.send('POST', '/api/jobs', bad)
    expect(status).toBe(400)
    expect(body.errors[0].pointer).toBe('/checkIn/condition/seat-7q.lid')
    expect(await count('jobs')).toBe(before)
  })
  it('times that do not exist or make no sense, and doors without a row, are refused by pointer', async () => {
    const pointers = async (change: object) =>
      (await front.send('POST', '/api/jobs', { ...opening(), ...change })).body.errors?.map(
        (e: { pointer: string }) => e.pointer,
      )
    expect(await pointers({ arrives: '2026-13-45T99:99Z' })).toEqual(['/arrives'])
    expect(await pointers({ due: '2020-01-01T00:00Z' })).toEqual(['/due'])
    expect(await pointers({ due: '9999-01-01T00:00Z' })).toEqual(['/due'])
    const { checkIn } = opening()
    checkIn.vehicle.body.doors.push({ row: 3, kind: 'hinged' })
    expect(await pointers({ checkIn })).toEqual(['/checkIn/vehicle/body/doors/2/row'])
  })
  it('once checked in it is no draft, and it is not checked in twice', async () => {
    const job = await issuedJob()
    expect((await lead.send('POST', `/api/jobs/${job.id}/procedure`)).body.code).toBe('checked-in')
    expect(
      (await lead.send('PUT', `/api/jobs/${job.id}/check-in`, { version: 2, checkIn: carA().checkIn, due: null })).body
        .code,
    ).toBe('checked-in')
  })
})

describe('the work ledger', () => {
  it('numbers events without gaps, counts a repeated one once and keeps everyone’s order', async () => {
    const job = await issuedJob()
    const start = intent('step-started', { step: 'walk_round:car' })
    const [first, again] = [
      await hand.send('POST', `/api/jobs/${job.id}/events`, start),
      await hand.send('POST', `/api/jobs/${job.id}/events`, start),
    ]
    expect(again.body.position).toBe(first.body.position)
    const notes = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        hand.send('POST', `/api/jobs/${job.id}/events`, intent('note', { text: `note ${i}` })),
      ),
    )
    expect(notes.every((n) => n.status === 200)).toBe(true)
    const ledger = (await hand.get(`/api/jobs/${job.id}/events`)).body
    expect(ledger.map((e: { position: number }) => e.position)).toEqual(Array.from({ length: 15 }, (_, i) => i + 1))
    const { state } = (await hand.get(`/api/jobs/${job.id}/work`)).body
    expect(state.notes).toHaveLength(12)
    expect(state.steps['walk_round:car'].status).toBe('running')
  })
  it('of two people who start the same step at once one is told why not', async () => {
    const job = await issuedJob()
    const answers = await Promise.all(
      [hand, lead].map((who) =>
        who.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' })),
      ),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect(answers.find((a) => a.status === 409)!.body.code).toBe('running')
  })
  it('pages forwards by position, and an unchanged ledger costs nothing to ask for again', async () => {
    const job = await issuedJob()
    for (let i = 0; i < 3; i++)
      await hand.send('POST', `/api/jobs/${job.id}/events`, intent('note', { text: `note ${i}` }))
    const positions = async (after: number) =>
      (await hand.get(`/api/jobs/${job.id}/events?after=${after}`)).body.map((e: { position: number }) => e.position)
    expect(await positions(0)).toEqual([1, 2, 3, 4, 5])
    expect(await positions(3)).toEqual([4, 5])
    expect((await hand.get(`/api/jobs/${job.id}/events?after=x`)).status).toBe(400)
    const path = `/api/jobs/${job.id}/events`
    const tag = (await t.call('GET', path, undefined, { cookie: hand.cookie })).headers.get('etag')!
    const ask = () => t.call('GET', path, undefined, { cookie: hand.cookie, 'if-none-match': tag })
    expect((await ask()).status).toBe(304)
    await hand.send('POST', path, intent('note', { text: 'one more' }))
    expect((await ask()).status).toBe(200)
  })
  it('refuses work on a draft', async () => {
    const job = await openJob()
    expect(
      (await hand.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' }))).body
        .code,
    ).toBe('not-issued')
  })
})

describe('mixing and plan', () => {
  it('logs a batch with the engine’s answer, not above the label and not over the brim', async () => {
    const container = (await lead.get('/api/mixing/containers')).body.find(
      (c: { name: string }) => c.name === 'Spray bottle',
    )
    const batch = (change: object) => ({
      id: uuidv7(),
      product: 'apc',
      ratio: { concentrate: 1, water: 10 },
      container: container.id,
      fill: 900,
      ...change,
    })
    const { body } = await hand.send('POST', '/api/mixing/batches', batch({}))
    expect(body.mix.concentrate_ml).toBeCloseTo(81.82, 2)
    expect(body.mix.measured.concentrate_ml).toBe(80)
    expect(
      (await hand.send('POST', '/api/mixing/batches', batch({ ratio: { concentrate: 1, water: 1 } }))).body.code,
    ).toBe('above-label')
    expect((await hand.send('POST', '/api/mixing/batches', batch({ fill: 901 }))).body.errors[0].pointer).toBe(
      '/fill_ml',
    )
    expect((await hand.send('POST', '/api/mixing/batches', batch({ product: 'soup' }))).status).toBe(400)
  })
  it('plans issued jobs, tells what a change by hand breaks, and saves it only from the newest version', async () => {
    const job = await issuedJob()
    await hand.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' }))
    const made = (await lead.send('POST', '/api/plan')).body
    const planned = (id: string) => made.answer.assignments.some((a: { activity: string }) => a.activity === id)
    const target = Object.keys(made.steps).find((id) => id.includes('/lm:') && planned(id))!
    const desk = (await lead.get('/api/people')).body.find((p: { name: string }) => p.name === 'Bea').id
    const change = { version: made.version, activity: target, technicians: [desk], dryRun: true }
    const asked = await lead.send('PUT', '/api/plan', change)
    expect(asked.body.warnings.map((w: { code: string }) => w.code)).toContain('shift')
    expect((await lead.get('/api/plan')).body.changed).toBe(false)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).status).toBe(200)
    expect((await lead.get('/api/plan')).body.changed).toBe(true)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).body.code).toBe('stale')
    const begun = { ...change, version: made.version + 1, activity: `${job.id}/walk_round:car` }
    expect((await lead.send('PUT', '/api/plan', begun)).body.code).toBe('already-begun')
    expect(
      (await lead.send('PUT', '/api/plan', { version: 1, activity: 'no/such', technicians: [desk], dryRun: true }))
        .status,
    ).toBe(404)
  })
})

const customer = { name: 'Ms Quill', contact: '', notes: '', sensitivities: '', finish: 'standard' }

describe('house rules', () => {
  it('are kept by a lead, change the next procedure and not one that was issued', async () => {
    const before = await issuedJob()
    const choices = { choices: { headliner: 'towel' } }
    expect((await hand.send('PUT', '/api/house-rules', choices)).status).toBe(403)
    expect(
      (await lead.send('PUT', '/api/house-rules', { choices: { headliner: 'fire' } })).body.errors[0].pointer,
    ).toBe('/choices/headliner')
    expect((await lead.send('PUT', '/api/house-rules', choices)).status).toBe(200)
    expect((await hand.get('/api/house-rules')).body).toEqual(choices)
    const after = await issuedJob()
    const requestOf = async (id: string) => (await lead.get(`/api/jobs/${id}/procedure`)).body.request.houseRules
    expect(await requestOf(before.id)).toEqual({})
    expect(await requestOf(after.id)).toEqual(choices.choices)
    await lead.send('PUT', '/api/house-rules', { choices: {} })
  })
})

describe('bad bodies', () => {
  const random = seededRandom(99)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const junk = () =>
    pick<unknown>([
      null,
      true,
      -1,
      1e308,
      '',
      '\u0000',
      'ž'.repeat(5000),
      [],
      {},
      [[[]]],
      { __proto__: { a: 1 } },
      '2026-99-99',
      { soil: 9 },
      ['x'],
      Number.MAX_SAFE_INTEGER,
      "'; drop table jobs; --",
      '<script>',
      { $ne: null },
    ])
  /** Breaks a good body somewhere: a value swapped for junk, a field taken out or put in, or the text itself cut short. */
  function broken(good: unknown): string {
    const copy = structuredClone(good) as Record<string, unknown>
    const way = Math.floor(random() * 6)
    if (way === 0) return JSON.stringify(good).slice(0, Math.floor(random() * 40))
    if (way === 1) return JSON.stringify(junk())
    let at: Record<string, unknown> = copy
    for (let depth = 0; depth < 3 * random(); depth++) {
      const inner = Object.values(at).filter((v) => v && typeof v === 'object') as Record<string, unknown>[]
      if (inner.length > 0) at = pick(inner)
    }
    const key = pick(Object.keys(at).length > 0 ? Object.keys(at) : ['x'])
    if (way === 2) delete at[key]
    else if (way === 3) at[`extra${Math.floor(random() * 9)}`] = junk()
    else at[key] = pick([null, true, -1, [], { a: 1 }, 'ž'.repeat(5000)])
    return JSON.stringify(copy)
  }
  it('50 to every route that takes one: only 4xx problem documents, nothing stored', async () => {
    const job = await openJob()
    const issued = await issuedJob()
    const owner = await t.as('reedmere', 'odile', '7301')
    const container = (await lead.get('/api/mixing/containers')).body[0].id
    const plan = (await lead.send('POST', '/api/plan')).body
    const procedure = (await lead.get(`/api/jobs/${job.id}/procedure/file`)).body
    const named = { name: 'Fleet', note: 'x', settings: { finish: 'trade' } }
    const standard = { version: 0, ...named }
    const good: Record<string, unknown> = {
      'POST /api/jobs': opening(),
      'PUT /api/jobs/:id/check-in': { version: 1, checkIn: carA().checkIn, due: null },
      'POST /api/mixing/batches': {
        id: uuidv7(),
        product: 'apc',
        ratio: { concentrate: 1, water: 10 },
        container,
        fill: 100,
      },
      'PUT /api/plan': { version: plan.version, activity: 'x/y', technicians: ['nobody'], dryRun: false },
      'POST /api/people': {
        id: uuidv7(),
        login: 'uma',
        name: 'Uma',
        role: 'technician',
        pin: '1111',
        skills: [],
        shifts: [[480, 720]],
      },
      'PUT /api/people/:id/role': { role: 'lead' },
      'POST /api/customers': { id: uuidv7(), ...customer },
      'PUT /api/customers/:id': { version: 1, ...customer },
      'POST /api/fleet': { id: uuidv7(), csv: 'plate,body\nX 1,saloon', take: 'good' },
      'PUT /api/bodies': { id: uuidv7(), version: 0, body: carA().checkIn.vehicle.body },
      'PUT /api/jobs/:id/procedure/settings': { version: 0, settings: { finish: 'trade' } },
      'POST /api/jobs/:id/procedure/import': { version: 0, file: procedure },
      'POST /api/jobs/:id/procedure/revision': { condition: { 'dash.dash-top': { soil: 3 } }, note: 'seen' },
      'POST /api/jobs/:id/findings': { rule: 'fuel', told: 'Tam', note: '' },
      'POST /api/jobs/:id/recheck': { surfaces: ['seat-1l.seat-base'], note: 'ring' },
      'POST /api/jobs/:id/stops': { step: 'stop:fuel', references: { waste: 'W-1' }, note: 'aired' },
      'PUT /api/standards/:id': standard,
      'POST /api/standards': {
        id: uuidv7(),
        file: { format: 'chamomile-standard', formatVersion: 1, ...named },
      },
      'PUT /api/mixing/containers/:id': {
        version: 0,
        name: 'Jug',
        capacity: 900,
        graduation: 10,
        outline: {
          profile: [
            [0, 50],
            [100, 50],
          ],
          fill: [
            [0, 0],
            [100, 900],
          ],
          sprayer: false,
        },
      },
      'POST /api/mixing/containers/:id/rinse': { id: uuidv7() },
      'POST /api/stock/lots': { id: uuidv7(), item: 'apc', code: 'A', amount: 5000, price: 100, bestBefore: null },
      'POST /api/stock/counts': { id: uuidv7(), lot: 'x', left: 5, reason: 'counted' },
      'POST /api/stock/csv': { csv: 'item,lot,amount\napc,A,5', take: 'good' },
      'PUT /api/pace': { rates: { lm: 1.1 } },
      'PUT /api/house-rules': { choices: { headliner: 'towel' } },
      'PUT /api/models': { make: 'Brant', model: 'Fennel', text: 'x', version: 0 },
      'PUT /api/photos/:id/marks': [{ x: 0.5, y: 0.5, text: 'x' }],
      'POST /api/jobs/:id/events': intent('step-skipped', { step: 'walk_round:car', reason: 'a good reason' }),
    }
    const tables = [
      'jobs',
      'procedures',
      'events',
      'batches',
      'plans',
      'people',
      'changes',
      'customers',
      'own_bodies',
      'model_notes',
      'photos',
      'procedure_settings',
      'standards',
      'standard_versions',
      'containers',
      'rinses',
      'lots',
      'stock_moves',
    ]
    // The ways in come before a session and count wrong tries: they have tests of their own.
    const inside = allRoutes(t.context).filter((r) => r.allow !== 'anybody')
    const routes = inside.filter((r) => r.body)
    expect(routes.map((r) => `${r.method} ${r.path}`).sort()).toEqual(Object.keys(good).sort())
    const before = await Promise.all(tables.map(count))
    const version = (await lead.get(`/api/jobs/${job.id}`)).body.version
    let sent = 0
    for (const route of routes) {
      const model = good[`${route.method} ${route.path}`]
      for (let i = 0; i < 50; i++) {
        const text = broken(model)
        // A mutation may by chance still be a good body (a dropped optional field, say): those are not bad bodies.
        const id = /events|findings|recheck|revision|stops/.test(route.path) ? issued.id : job.id
        if (isGood(route.body!, text)) {
          i--
          continue
        }
        const answer = await t.call(route.method, route.path.replace(':id', id), text, { cookie: owner.cookie })
        expect(answer.status, `${route.method} ${route.path} ${text.slice(0, 200)}`).toBeGreaterThanOrEqual(400)
        expect(answer.status).toBeLessThan(500)
        expect(answer.headers.get('content-type')).toContain('application/problem+json')
        const problem = (await answer.json()) as { code: string; detail: string }
        expect(problem.code.length).toBeGreaterThan(2)
        expect(problem.detail.length).toBeGreaterThan(5)
        sent++
      }
    }
    for (const route of inside.filter((r) => !r.body && (r.method === 'POST' || r.method === 'PUT'))) {
      for (let i = 0; i < 50; i++) {
        const answer = await t.call(route.method, route.path.replace(':id', job.id), JSON.stringify(junk()) ?? 'x', {
          cookie: owner.cookie,
        })
        // A file's route refuses JSON by its type.
        expect(answer.status, `${route.method} ${route.path}`).toBe(route.upload ? 415 : 400)
        expect(answer.headers.get('content-type')).toContain('application/problem+json')
        sent++
      }
    }
    expect(sent).toBe(50 * inside.filter((r) => r.method === 'POST' || r.method === 'PUT').length)
    expect(await Promise.all(tables.map(count))).toEqual(before)
    expect((await lead.get(`/api/jobs/${job.id}`)).body.version).toBe(version)
  })
  it('another content type, too large a body and unknown addresses are told as such', async () => {
    const send = (path: string, body: string, type: string) =>
      t.call('POST', path, body, { cookie: front.cookie, 'content-type': type })
    expect((await send('/api/jobs', '{}', 'text/plain')).status).toBe(415)
    expect((await send('/api/jobs', `{"a":"${'x'.repeat(1_100_000)}"}`, 'application/json')).status).toBe(413)
    expect((await send('/api/nowhere', '{}', 'application/json')).status).toBe(404)
    const other = await send('/api/day', '{}', 'application/json')
    expect([other.status, other.headers.get('allow')]).toEqual([405, 'GET, HEAD'])
    expect((await lead.get('/api/jobs/%2e%2e%2fetc')).status).toBe(404)
    expect((await lead.get('/api/jobs/not-a-uuid')).status).toBe(404)
  })
})

const validators = new Map<object, ReturnType<Ajv['compile']>>()
function isGood(schema: object, text: string): boolean {
  try {
    const value = JSON.parse(text)
    const validate = validators.get(schema) ?? new Ajv({ strict: false }).compile(schema)
    validators.set(schema, validate)
    return validate(value) === true
  } catch {
    return false
  }
}

describe('the published description', () => {
  it('names every route and every way in, and nothing else', async () => {
    const document = (await (await t.call('GET', '/api/openapi.json')).json()) as {
      openapi: string
      paths: Record<string, Record<string, object>>
    }
    expect(document.openapi).toBe('3.1.0')
    const described = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => `${m.toUpperCase()} ${path}`),
    )
    const besides = ['GET /api/live', 'GET /healthz', 'GET /readyz', 'GET /api/openapi.json']
    const routes = allRoutes(t.context).map((r) => `${r.method} ${templated(r.path)}`)
    expect(described.sort()).toEqual([...besides, ...routes].sort())
  })
  it('was kept by every route: each has answered as described at least once', async () => {
    const owner = await t.as('reedmere', 'odile', '7301')
    const job = await issuedJob()
    const photo = uuidv7()
    const dot = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    )
    const draft = await openJob()
    const sent = await t.call('POST', `/api/jobs/${draft.id}/photos?id=${photo}&kind=before`, dot, {
      cookie: owner.cookie,
      'content-type': 'image/png',
    })
    expect(sent.status).toBe(200)
    const [named, brought] = [uuidv7(), uuidv7()]
    const standard = { version: 0, name: 'As described', note: '', settings: {} }
    expect((await owner.send('PUT', `/api/standards/${named}`, standard)).status).toBe(200)
    const [jug, lot, mixed] = [uuidv7(), uuidv7(), uuidv7()]
    const outline = {
      profile: [
        [0, 50],
        [100, 50],
      ],
      fill: [
        [0, 0],
        [100, 900],
      ],
      sprayer: false,
    }
    const measured = { version: 0, name: 'Jug', capacity: 900, graduation: 10, outline }
    expect((await owner.send('PUT', `/api/mixing/containers/${jug}`, measured)).status).toBe(200)
    expect((await owner.send('POST', `/api/mixing/containers/${jug}/rinse`, { id: uuidv7() })).status).toBe(200)
    const shelf = { id: lot, item: 'apc', code: 'A', amount: 5000, price: 100, bestBefore: null }
    expect((await owner.send('POST', '/api/stock/lots', shelf)).status).toBe(200)
    const counted = { id: uuidv7(), lot, left: 4000, reason: 'counted' }
    expect((await owner.send('POST', '/api/stock/counts', counted)).status).toBe(200)
    const csvLines = { csv: 'item,lot,amount\napc,A,5', take: 'none' }
    expect((await owner.send('POST', '/api/stock/csv', csvLines)).status).toBe(200)
    const batch = { id: mixed, product: 'apc', ratio: { concentrate: 1, water: 10 }, container: jug, fill: 100 }
    expect((await owner.send('POST', '/api/mixing/batches', batch)).status).toBe(200)
    const sheet = Buffer.from('%PDF-1.4\n%%EOF')
    const pdfUp = { cookie: owner.cookie, 'content-type': 'application/pdf' }
    expect((await t.call('POST', '/api/mixing/products/apc/sheet', sheet, pdfUp)).status).toBe(200)
    const kept = uuidv7()
    expect((await owner.send('POST', '/api/customers', { id: kept, ...customer })).status).toBe(200)
    const idFor = (path: string) =>
      path.startsWith('/api/photos')
        ? photo
        : path.includes('standards')
          ? named
          : path.includes('products')
            ? 'apc'
            : path.includes('containers')
              ? jug
              : path.includes('batches')
                ? mixed
                : path.includes('lots')
                  ? lot
                  : path.includes('customers')
                    ? kept
                    : job.id
    for (const route of allRoutes(t.context).filter((r) => r.method === 'GET')) {
      const id = idFor(route.path)
      expect((await owner.get(route.path.replace(':id', id))).status, route.path).toBe(200)
    }
    const { body: file } = await owner.get(`/api/standards/${named}/file`)
    const other = { id: brought, file: { ...file, name: 'Brought in' } }
    expect((await owner.send('POST', '/api/standards', other)).status).toBe(200)
    const changed = { condition: { 'dash.dash-top': { soil: 3 } }, note: 'seen later' }
    expect((await owner.send('POST', `/api/jobs/${job.id}/procedure/revision`, changed)).status).toBe(200)
    const failed = { surfaces: ['seat-1l.seat-base'], note: 'came back' }
    expect((await owner.send('POST', `/api/jobs/${job.id}/recheck`, failed)).status).toBe(200)
    // Nothing in this car stops the work: the route answers that, by name.
    const clearing = { step: 'stop:fuel', references: {}, note: 'aired' }
    const nothing = await owner.send('POST', `/api/jobs/${job.id}/stops`, clearing)
    expect([nothing.status, nothing.body.code]).toEqual([409, 'no-stop'])
    const fuel = { rule: 'fuel', surface: 'load.load-floor', told: 'Tam', note: 'spilt' }
    const spilt = await owner.send('POST', `/api/jobs/${job.id}/findings`, fuel)
    expect(spilt.status).toBe(200)
    const cleared = { ...clearing, references: { waste: 'W-1' } }
    expect((await owner.send('POST', `/api/jobs/${job.id}/stops`, cleared)).status).toBe(200)
    const ofDraft = `/api/jobs/${draft.id}/procedure`
    expect((await owner.send('PUT', `${ofDraft}/settings`, { version: 0, settings: {} })).status).toBe(200)
    const { body: made } = await owner.get(`${ofDraft}/file`)
    expect((await owner.send('POST', `${ofDraft}/import`, { version: 1, file: made })).status).toBe(200)
    expect((await owner.send('PUT', '/api/pace', { rates: {} })).status).toBe(200)
    expect((await owner.send('PUT', `/api/photos/${photo}/marks`, [])).status).toBe(200)
    expect((await owner.send('DELETE', `/api/photos/${photo}`)).status).toBe(204)
    const [guest, shape] = [uuidv7(), uuidv7()]
    expect((await owner.send('POST', '/api/customers', { id: guest, ...customer })).status).toBe(200)
    expect((await owner.send('PUT', `/api/customers/${guest}`, { version: 1, ...customer })).status).toBe(200)
    expect((await owner.send('DELETE', `/api/customers/${guest}`)).status).toBe(204)
    const { body } = carA().checkIn.vehicle
    expect((await owner.send('PUT', '/api/bodies', { id: shape, version: 0, body })).status).toBe(200)
    expect((await owner.send('DELETE', `/api/bodies/${shape}`)).status).toBe(204)
    const note = { make: 'a', model: 'b', text: 'c', version: 0 }
    expect((await owner.send('PUT', '/api/models', note)).status).toBe(200)
    expect((await owner.send('PUT', '/api/house-rules', { choices: {} })).status).toBe(200)
    const csv = 'plate,body\nF 1,saloon'
    expect((await owner.send('POST', '/api/fleet', { id: uuidv7(), csv, take: 'none' })).status).toBe(200)
    const person = {
      id: uuidv7(),
      login: `p${Date.now()}`,
      name: 'Pim',
      role: 'technician',
      pin: '1111',
      skills: [],
      shifts: [],
    }
    expect((await owner.send('POST', '/api/people', person)).status).toBe(204)
    expect((await owner.send('PUT', `/api/people/${person.id}/role`, { role: 'lead' })).status).toBe(204)
    expect((await owner.send('POST', `/api/people/${person.id}/unlock`)).status).toBe(204)
    await t.as('reedmere', 'jory', '5560')
    const session = (await owner.get('/api/sessions')).body.find((s: { person: string }) => s.person === 'Jory').id
    expect((await owner.send('DELETE', `/api/sessions/${session}`)).status).toBe(204)
    const device = (await owner.get('/api/devices')).body.find((d: { name: string }) => d.name === 'jory’s').id
    expect((await owner.send('DELETE', `/api/devices/${device}`)).status).toBe(204)
    const leaving = await t.as('reedmere', 'bea', '3925')
    expect((await leaving.send('DELETE', '/api/session')).status).toBe(204)
    const missing = allRoutes(t.context)
      // A place has its first visit once; access.test.ts opens one.
      .filter((r) => r.path !== '/api/shop')
      .map((r) => `${r.method} ${templated(r.path)}`)
      .filter((name) => !t.described.has(name))
    expect(missing).toEqual([])
  })
})
