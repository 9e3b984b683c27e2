import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { ownCatalogue } from '#core/shop/catalogue.ts'
import { nothingOwn } from '#core/shop/schema.ts'
import type { Machine } from '#core/shop/set-up.ts'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { canNamed, ownWith } from '../../tests/fixtures/own.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let owner: Caller
let lead: Caller
let theirs: Caller

const can = canNamed('Larkspur trim wash', {
  role: 'apc',
  families: ['alkali', 'anionic'],
  ph: 'alkaline',
  strengths: [
    { purpose: 'trim', by: 'hand', label: '1:15', ratio: { concentrate: 1, water: 15 } },
    { purpose: 'heavy', by: 'hand', label: '1:5', ratio: { concentrate: 1, water: 5 } },
  ],
  maximum: { label: '1:5', ratio: { concentrate: 1, water: 5 } },
})

beforeAll(async () => {
  t = await testServer(inject('database'), [
    demoShop,
    { ...demoShop, code: 'other', name: 'The other shop', people: demoShop.people },
  ])
  owner = await t.as('reedmere', 'odile', '7301')
  lead = await t.as('reedmere', 'tam', '4182')
  theirs = await t.as('other', 'odile', '7301')
})
afterAll(() => t.close())

const version = async (who: Caller) => (await who.get('/api/shop')).body.version as number
const audited = async (what: string) =>
  (await owner.get('/api/audit')).body.entries
    .filter((e: { what: string }) => e.what === what)
    .map((e: { detail: string }) => e.detail)

describe('what a shop writes', () => {
  it('only the owner writes; a wrong field is named where it stands, and nothing is kept', async () => {
    expect((await lead.send('PUT', '/api/shop/own', { version: 0, own: ownWith([can]) })).status).toBe(403)
    const bad = { ...can, strengths: [{ ...can.strengths[0]!, ratio: { concentrate: 1, water: 2 } }] }
    const refused = await owner.send('PUT', '/api/shop/own', { version: 0, own: ownWith([bad]) })
    expect(refused.status).toBe(400)
    expect(refused.body.errors[0].pointer).toBe('/own/products/0/strengths/0')
    expect(await version(owner)).toBe(0)
  })
  it('is in force at once: for the engine, the bench, the shelf; and only in this shop', async () => {
    const written = await owner.send('PUT', '/api/shop/own', { version: 0, own: ownWith([can]) })
    expect(written.body.version).toBe(1)
    const job = await lead.send('POST', '/api/jobs', {
      id: uuidv7(),
      checkIn: carA().checkIn,
      arrives: new Date().toISOString(),
      due: null,
    })
    const { body } = await lead.get(`/api/jobs/${job.body.id}/procedure`)
    const products = new Set(body.procedure.steps.flatMap((s: { product?: { id: string } }) => s.product?.id ?? []))
    expect(products).toContain(can.id)
    expect(products).not.toContain('apc')
    expect(body.request.own.products[0].name).toBe(can.name)
    const bottle = (await lead.get('/api/mixing/containers')).body.find(
      (c: { name: string }) => c.name === 'Spray bottle',
    )
    const pour = (water: number, fill = 900) =>
      lead.send('POST', '/api/mixing/batches', {
        id: uuidv7(),
        product: can.id,
        ratio: { concentrate: 1, water },
        container: bottle.id,
        fill,
      })
    expect((await pour(4)).body).toMatchObject({ code: 'above-label' })
    expect((await pour(4)).body.detail).toContain('Larkspur trim wash may be at most 1:5')
    expect((await pour(15)).body.mix.concentrate_ml).toBeCloseTo(56.25, 2)
    const shelf = (await lead.get('/api/stock')).body.items.map((i: { item: string }) => i.item)
    expect(shelf).toContain(can.id)
    const other = (await theirs.get('/api/stock')).body.items.map((i: { item: string }) => i.item)
    expect(other).not.toContain(can.id)
    expect((await theirs.get('/api/shop')).body.own).toEqual(nothingOwn)
  })
  it('what was issued keeps the version it was made with', async () => {
    const { body: job } = await lead.send('POST', '/api/jobs', {
      id: uuidv7(),
      checkIn: carA().checkIn,
      arrives: new Date().toISOString(),
      due: null,
    })
    const issued = (await lead.send('POST', `/api/jobs/${job.id}/procedure`)).body
    const next = { ...can, strengths: [{ ...can.strengths[0]!, label: '1:30', ratio: { concentrate: 1, water: 30 } }] }
    await owner.send('PUT', '/api/shop/own', { version: 1, own: ownWith([next]) })
    const later = (await lead.get(`/api/jobs/${job.id}/work`)).body
    const kept = (await lead.get(`/api/jobs/${job.id}/issued?version=${later.version}`)).body.procedure
    const ratios = (p: { steps: { product?: { id: string; ratio: object } }[] }) =>
      p.steps.flatMap((s) => (s.product?.id === can.id ? [s.product.ratio] : []))
    expect(ratios(kept)).toEqual(ratios(issued.procedure))
    expect(ratios(kept)).not.toContainEqual({ concentrate: 1, water: 30 })
  })
  it('nothing that history refers to goes; what changed is in the audit with old and new', async () => {
    const gone = await owner.send('PUT', '/api/shop/own', { version: 2, own: nothingOwn })
    expect([gone.status, gone.body.code]).toEqual([409, 'history'])
    expect((await owner.send('PUT', '/api/shop/own', { version: 1, own: ownWith([can]) })).body.code).toBe('stale')
    const retired = { ...(await owner.get('/api/shop')).body.own }
    retired.products[0].retired = true
    expect((await owner.send('PUT', '/api/shop/own', { version: 2, own: retired })).status).toBe(200)
    const said = await audited('own-changed')
    expect(said.some((d: string) => d.startsWith('Larkspur trim wash retired: false → true'))).toBe(true)
    expect(said.some((d: string) => d.includes('trim hand 1:15') && d.includes('trim hand 1:30'))).toBe(true)
  })
})

describe('machines', () => {
  const list = async (): Promise<Machine[]> => (await owner.get('/api/shop')).body.machines
  it('what is broken is not planned with, from now on', async () => {
    const before = await list()
    const broken = before.map((m) =>
      m.kind === 'extractor' ? { ...m, broken: { count: m.count, since: '2026-11-28', why: 'pump' } } : m,
    )
    expect((await owner.send('PUT', '/api/shop/machines', { machines: broken })).status).toBe(200)
    const { body: job } = await lead.send('POST', '/api/jobs', {
      id: uuidv7(),
      checkIn: carA().checkIn,
      arrives: new Date().toISOString(),
      due: null,
    })
    const { body } = await lead.get(`/api/jobs/${job.id}/procedure`)
    expect(body.request.equipment).not.toContain('extractor')
    await owner.send('PUT', '/api/shop/machines', { machines: before })
    expect((await lead.get(`/api/jobs/${job.id}/procedure`)).body.request.equipment).toContain('extractor')
  })
  it('a machine nobody knows, twice the same, more broken than there are: each is named', async () => {
    const at = async (machines: object[]) =>
      (await owner.send('PUT', '/api/shop/machines', { machines })).body.errors?.map(
        (e: { pointer: string }) => e.pointer,
      )
    const one = { kind: 'vacuum', count: 1, home: 'van', broken: null, upkeep: null }
    expect(await at([{ ...one, kind: 'time machine' }])).toEqual(['/machines/0/kind'])
    expect(await at([one, one])).toEqual(['/machines/1/kind'])
    expect(await at([{ ...one, broken: { count: 2, since: '2026-11-28', why: '' } }])).toEqual([
      '/machines/0/broken/count',
    ])
  })
})

describe('people', () => {
  const of = async (login: string) =>
    (await owner.get('/api/people')).body.find((p: { login: string }) => p.login === login)
  const fields = (p: Record<string, unknown>, change: object) => ({
    name: p.name,
    skills: p.skills,
    shifts: p.shifts,
    week: null,
    daysOff: [],
    trainee: false,
    ...change,
  })
  it('hours by weekday, days off, a skill with who vouched and when', async () => {
    const jory = await of('jory')
    const week = Array.from({ length: 7 }, (_, i): [number, number][] =>
      i < 5
        ? [
            [420, 720],
            [750, 960],
          ]
        : [],
    )
    const put = (change: object) => owner.send('PUT', `/api/people/${jory.id}`, fields(jory, change))
    expect(
      (await put({ week, skills: ['extract'], daysOff: [{ from: '2026-12-01', to: '2026-12-04', why: 'away' }] }))
        .status,
    ).toBe(204)
    expect(await of('jory')).toMatchObject({ week, skills: ['extract'], vouched: { extract: { by: 'Odile' } } })
    expect((await put({ week: [[[720, 420]], [], [], [], [], [], []] })).body.errors[0].pointer).toBe('/week/0')
    expect((await put({ daysOff: [{ from: '2026-12-04', to: '2026-12-01', why: '' }] })).body.errors[0].pointer).toBe(
      '/daysOff/0/to',
    )
  })
  it('what an hour of somebody costs is the owner’s to know, and the mean of them is what work costs', async () => {
    const jory = await of('jory')
    const { hour: usual } = (await owner.get('/api/shop')).body.about ?? {}
    const put = (hour: number | null) => owner.send('PUT', `/api/people/${jory.id}`, fields(jory, { hour }))
    expect((await put(2_150)).status).toBe(204)
    expect((await of('jory')).hour).toBe(2_150)
    const paid = (await owner.get('/api/people')).body.filter(
      (p: { shifts: unknown[]; week?: unknown; left?: string }) => !p.left && (p.shifts.length > 0 || p.week),
    )
    const known = paid.flatMap((p: { hour?: number }) => p.hour ?? usual ?? [])
    const mean = Math.round(known.reduce((a: number, b: number) => a + b, 0) / known.length)
    expect((await owner.get('/api/shop')).body.labour).toBe(mean)
    const wren = await t.as('reedmere', 'wren', '8137')
    expect(JSON.stringify((await wren.get('/api/people')).body)).not.toContain('"hour"')
    expect((await wren.get('/api/shop')).body.labour).toBeUndefined()
    expect((await put(null)).status).toBe(204)
    expect((await of('jory')).hour).toBeUndefined()
  })
  it('who leaves is out at once and still stands in the history; who comes back is let in', async () => {
    const wren = await t.as('reedmere', 'wren', '8137')
    const { id } = await of('wren')
    expect((await wren.get('/api/day')).status).toBe(200)
    expect((await owner.send('PUT', `/api/people/${id}/left`, { left: true })).status).toBe(204)
    expect((await wren.get('/api/day')).status).toBe(401)
    expect((await of('wren')).left).toEqual(expect.any(String))
    await owner.send('PUT', `/api/people/${id}/left`, { left: false })
    expect((await (await t.as('reedmere', 'wren', '8137')).get('/api/day')).status).toBe(200)
  })
  it('the last owner can neither leave nor be anything else', async () => {
    const { id } = await of('odile')
    expect((await owner.send('PUT', `/api/people/${id}/left`, { left: true })).body.code).toBe('last-owner')
    expect((await owner.send('PUT', `/api/people/${id}/role`, { role: 'lead' })).body.code).toBe('last-owner')
  })
  it('a new PIN ends what was open, and the old one no longer opens', async () => {
    const bea = await t.as('reedmere', 'bea', '3925')
    const { id } = await of('bea')
    expect((await owner.send('PUT', `/api/people/${id}/pin`, { pin: '902134' })).status).toBe(204)
    expect((await bea.get('/api/day')).status).toBe(401)
    expect((await (await t.as('reedmere', 'bea', '902134')).get('/api/day')).status).toBe(200)
    await owner.send('PUT', `/api/people/${id}/pin`, { pin: '3925' })
  })
})

describe('the whole set-up as a file', () => {
  it('taken by another shop it is the same there; looked at first, and nobody becomes an owner by it', async () => {
    await owner.send('PUT', '/api/shop/about', {
      name: 'Heron Slip Interiors',
      timeZone: 'Europe/Dublin',
      about: {
        place: 'Reedmere',
        units: 'metric',
        currency: 'EUR',
        weekStart: 1,
        opens: [[[480, 1080]], [], [], [], [], [], []],
      },
    })
    const file = (await owner.get('/api/shop/set-up')).body
    const look = (await theirs.send('POST', '/api/shop/set-up/look', { setUp: file })).body
    expect(look.differences).toContainEqual(expect.objectContaining({ part: 'products', name: 'Larkspur trim wash' }))
    expect(look.newPeople).toEqual([])
    expect((await theirs.get('/api/shop')).body.version).toBe(0)
    expect((await theirs.send('POST', '/api/shop/set-up', { setUp: file, pin: '1357' })).status).toBe(200)
    expect((await theirs.get('/api/shop/set-up')).body).toEqual(file)
    expect((await theirs.send('POST', '/api/shop/set-up/look', { setUp: file })).body.differences).toEqual([])
  })
  it('a file with a fault is refused whole, each fault by its place', async () => {
    const file = (await owner.get('/api/shop/set-up')).body
    const bad = {
      ...file,
      machines: [...file.machines, { ...file.machines[0], kind: 'nothing' }],
      houseRules: { jambs: 'never' },
    }
    const { status, body } = await theirs.send('POST', '/api/shop/set-up', { setUp: bad, pin: '1357' })
    expect(status).toBe(400)
    expect(body.errors.map((e: { pointer: string }) => e.pointer)).toEqual([
      `/setUp/machines/${file.machines.length}/kind`,
      '/setUp/houseRules/jambs',
    ])
  })
})

it('the shop’s own catalogue stands on the shipped one as the browser puts it together', async () => {
  const { own } = (await owner.get('/api/shop')).body
  const shipped = (await owner.get('/api/catalogue')).body
  expect(ownCatalogue(shipped, own).products.map((p) => p.id)).toEqual(
    ownCatalogue(catalogue, own).products.map((p) => p.id),
  )
})
