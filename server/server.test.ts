import { Ajv } from 'ajv'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { carA } from '../tests/fixtures/cars.ts'
import { canNamed, ownWith } from '../tests/fixtures/own.ts'
import { countOf } from '../tests/support/count-of.ts'
import { intent } from '../tests/support/intent.ts'
import { issuedJob, opening, openJob } from '../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../tests/support/test-server.ts'
import { allRoutes } from './app.ts'
import { demoShop } from './demo/shop.ts'
import { templated } from './http/openapi.ts'

let t: TestServer
let lead: Caller
let front: Caller

const about = {
  place: 'Reedmere',
  units: 'metric',
  currency: 'EUR',
  weekStart: 1,
  opens: Array.from({ length: 7 }, () => []),
}

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
})
afterAll(() => t.close())

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

const customer = { name: 'Ms Quill', contact: '', notes: '', sensitivities: '', finish: 'standard' }

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
    const job = await openJob(front)
    const issued = await issuedJob(front, lead)
    const owner = await t.as('reedmere', 'odile', '7301')
    const container = (await lead.get('/api/mixing/containers')).body[0].id
    const plan = (await lead.send('POST', '/api/plan')).body
    const procedure = (await lead.get(`/api/jobs/${job.id}/procedure/file`)).body
    const named = { name: 'Fleet', note: 'x', settings: { finish: 'trade' } }
    const standard = { version: 0, ...named }
    expect((await owner.get('/api/weather')).status).toBe(200)
    expect((await owner.send('PUT', '/api/weather/2026-11-28', { weather: null })).status).toBe(200)
    const setUp = (await owner.get('/api/shop/set-up')).body
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
      'PUT /api/plan': {
        version: plan.version,
        moves: [{ activity: 'x/y', technicians: ['nobody'], start: null }],
        dryRun: false,
      },
      'POST /api/plan/back': { version: plan.version },
      'POST /api/plan/keep': { offer: '0' },
      'POST /api/plan/leave': { version: plan.version },
      'PUT /api/jobs/:id/called-off': { version: 1, how: 'cancelled', why: '' },
      'PUT /api/jobs/:id/booking': { version: 1, arrives: '2026-11-28T09:00:00Z', due: null },
      'POST /api/plan/promise': {
        job: 'x',
        arrives: '2026-11-28T09:00:00Z',
        activities: [{ id: 'x/a', job: 'x', minutes: 10 }],
        links: [],
      },
      'POST /api/plan/let-go': { version: plan.version, activities: ['x/y'] },
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
      'PUT /api/people/:id/away': { day: '2026-11-28', away: [{ from: 600, to: 720, why: 'dentist' }] },
      'PUT /api/people/:id': { name: 'Uma', skills: [], shifts: [], week: null, daysOff: [], trainee: false },
      'PUT /api/people/:id/pin': { pin: '2222' },
      'PUT /api/people/:id/left': { left: true },
      'PUT /api/weather/:day': { weather: null },
      'PUT /api/shop/about': { name: setUp.name, timeZone: setUp.timeZone, about },
      'PUT /api/shop/own': { version: 0, own: ownWith([canNamed('Wash')]) },
      'PUT /api/shop/machines': { machines: setUp.machines },
      'POST /api/shop/set-up': { setUp, pin: '1357' },
      'POST /api/shop/set-up/look': { setUp },
      'POST /api/customers': { id: uuidv7(), ...customer },
      'PUT /api/customers/:id': { version: 1, ...customer },
      'POST /api/customers/csv': { csv: 'name\nMs Reed', take: 'good' },
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
      'POST /api/jobs/:id/shares': { id: uuidv7(), days: 30 },
      'POST /api/jobs/:id/messages': { id: uuidv7(), to: 'Ms Reed', text: 'It is ready.' },
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
      'shares',
      'messages',
      'job_facts',
      'foretold',
    ]
    // The ways in come before a session and count wrong tries: they have tests of their own.
    const inside = allRoutes(t.context).filter((r) => r.allow !== 'anybody')
    const routes = inside.filter((r) => r.body)
    expect(routes.map((r) => `${r.method} ${r.path}`).sort()).toEqual(Object.keys(good).sort())
    const before = await Promise.all(tables.map((table) => countOf(t, table)))
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
    expect(await Promise.all(tables.map((table) => countOf(t, table)))).toEqual(before)
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
    const besides = [
      'GET /api/live',
      'GET /api/jobs/{id}/meter',
      'GET /healthz',
      'GET /readyz',
      'GET /api/openapi.json',
    ]
    const routes = allRoutes(t.context).map((r) => `${r.method} ${templated(r.path)}`)
    expect(described.sort()).toEqual([...besides, ...routes].sort())
  })
  it('was kept by every route: each has answered as described at least once', async () => {
    const owner = await t.as('reedmere', 'odile', '7301')
    const job = await issuedJob(front, lead)
    const photo = uuidv7()
    const dot = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    )
    const draft = await openJob(front)
    const sent = await t.call('POST', `/api/jobs/${draft.id}/photos?id=${photo}&kind=before`, dot, {
      cookie: owner.cookie,
      'content-type': 'image/png',
    })
    expect(sent.status).toBe(200)
    const saved = { version: draft.version, checkIn: draft.checkIn, due: null }
    expect((await owner.send('PUT', `/api/jobs/${draft.id}/check-in`, saved)).status).toBe(200)
    const booking = { version: draft.version + 1, arrives: new Date(Date.now() + 86_400_000).toISOString(), due: null }
    expect((await owner.send('PUT', `/api/jobs/${draft.id}/booking`, booking)).status).toBe(200)
    const off = { version: booking.version + 1, how: 'withdrawn', why: 'full' }
    expect((await owner.send('PUT', `/api/jobs/${draft.id}/called-off`, off)).status).toBe(200)
    const after = { ...off, version: off.version + 1, how: null }
    expect((await owner.send('PUT', `/api/jobs/${draft.id}/called-off`, after)).status).toBe(200)
    expect((await owner.get('/api/week')).status).toBe(200)
    const said = intent('note', { text: 'keys in the office' })
    expect((await owner.send('POST', `/api/jobs/${job.id}/events`, said)).status).toBe(200)
    const { body: planned } = await owner.send('POST', '/api/plan')
    const [first] = planned.jobs
    const { id, by: technicians } = first.steps.find((s: { by?: string[] }) => s.by)
    const activity = `${first.id}/${id}`
    const asked = { version: planned.version, moves: [{ activity, technicians, start: null }], dryRun: true }
    expect((await owner.send('PUT', '/api/plan', asked)).status).toBe(200)
    expect((await owner.send('PUT', '/api/plan', { ...asked, dryRun: false })).status).toBe(200)
    const one = { id: 'later/a', job: 'later', minutes: 10 }
    const promise = { job: 'later', arrives: new Date().toISOString(), activities: [one], links: [] }
    expect((await owner.send('POST', '/api/plan/promise', promise)).status).toBe(200)
    const lets = { version: planned.version + 1, activities: [activity] }
    expect((await owner.send('POST', '/api/plan/let-go', lets)).status).toBe(200)
    expect((await owner.send('POST', '/api/plan/back', { version: planned.version + 2 })).status).toBe(200)
    expect((await owner.get('/api/plan/offer')).body).toBeNull()
    expect((await owner.send('POST', '/api/plan/leave', { version: planned.version + 3 })).status).toBe(200)
    await issuedJob(owner, owner)
    const { body: offer } = await owner.get('/api/plan/offer')
    expect((await owner.send('POST', '/api/plan/keep', { offer: offer.id })).status).toBe(200)
    const dentist = { day: planned.day, away: [{ from: 1200, to: 1260, why: 'dentist' }] }
    expect((await owner.send('PUT', `/api/people/${planned.people[0].id}/away`, dentist)).status).toBe(204)
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
    const link = (await owner.send('POST', `/api/jobs/${job.id}/shares`, { id: uuidv7(), days: 7 })).body
    for (const kind of ['before', 'after']) {
      const query = `id=${uuidv7()}&kind=${kind}&surface=dash.dash-top`
      const { status } = await t.call('POST', `/api/jobs/${job.id}/photos?${query}`, dot, {
        cookie: owner.cookie,
        'content-type': 'image/png',
      })
      expect(status).toBe(200)
    }
    const ready = { id: uuidv7(), to: 'Ms Reed', text: 'It is ready.' }
    expect((await owner.send('POST', `/api/jobs/${job.id}/messages`, ready)).status).toBe(200)
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
      const names = { id, token: link.path.split('/').at(-1), place: '0', when: 'before' }
      const path = route.path.replaceAll(/:([a-z]+)/g, (_, name: keyof typeof names) => names[name])
      expect((await owner.get(path)).status, route.path).toBe(200)
    }
    expect((await owner.send('DELETE', `/api/shares/${link.id}`)).status).toBe(204)
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
    const [bottle] = (await owner.get('/api/mixing/containers')).body
    const mistaken = uuidv7()
    const poured = { product: 'apc', ratio: { concentrate: 1, water: 10 }, container: bottle.id, fill: bottle.capacity }
    await owner.send('POST', `/api/mixing/containers/${bottle.id}/rinse`, { id: uuidv7() })
    expect((await owner.send('POST', '/api/mixing/batches', { id: mistaken, ...poured })).status).toBe(200)
    expect((await owner.send('POST', `/api/mixing/batches/${mistaken}/undo`)).status).toBe(200)
    const shop = (await owner.get('/api/shop')).body
    const hours = { name: 'Pim', skills: [], shifts: [], week: null, daysOff: [], trainee: true }
    expect((await owner.send('PUT', `/api/people/${person.id}`, hours)).status).toBe(204)
    expect((await owner.send('PUT', `/api/people/${person.id}/pin`, { pin: '2222' })).status).toBe(204)
    expect((await owner.send('PUT', `/api/people/${person.id}/left`, { left: true })).status).toBe(204)
    const known = { name: shop.name, timeZone: shop.timeZone, about }
    expect((await owner.send('PUT', '/api/shop/about', known)).status).toBe(200)
    expect((await owner.send('PUT', '/api/shop/own', { version: 0, own: shop.own })).status).toBe(200)
    expect((await owner.send('PUT', '/api/shop/machines', { machines: shop.machines })).status).toBe(200)
    expect((await owner.get('/api/records?find=fennel')).status).toBe(200)
    const days = 'from=2026-11-01&to=2026-11-30'
    expect((await owner.get(`/api/records/figures?${days}`)).status).toBe(200)
    expect((await owner.get(`/api/records/file?of=times&${days}`)).status).toBe(200)
    expect((await owner.get(`/api/jobs/${job.id}/record`)).status).toBe(200)
    expect((await owner.get('/api/shop/export')).status).toBe(200)
    const list = { csv: 'name,finish\nMs Reed,show\n,trade', take: 'good' }
    expect((await owner.send('POST', '/api/customers/csv', list)).body).toMatchObject({ good: 1, taken: 1 })
    expect((await owner.get('/api/customers/csv')).status).toBe(200)
    const setUp = (await owner.get('/api/shop/set-up')).body
    expect((await owner.send('POST', '/api/shop/set-up/look', { setUp })).status).toBe(200)
    expect((await owner.send('POST', '/api/shop/set-up', { setUp, pin: '1357' })).status).toBe(200)
    const missing = allRoutes(t.context)
      // A place has its first visit once; access.test.ts opens one.
      .filter((r) => r.path !== '/api/shop')
      .map((r) => `${r.method} ${templated(r.path)}`)
      .filter((name) => !t.described.has(name))
    expect(missing).toEqual([])
  })
})
