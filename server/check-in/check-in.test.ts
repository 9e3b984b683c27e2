// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller
let hand: Caller
let stranger: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  hand = await t.as('reedmere', 'ines', '2694')
  stranger = await t.as('farside', 'nils', '1234')
})
afterAll(() => t.close())

const opening = (change: object = {}) => ({
  id: uuidv7(),
  checkIn: { ...carA().checkIn, ...change },
  arrives: new Date().toISOString(),
  due: null,
})
async function openJob(change: object = {}) {
  const { status, body } = await front.send('POST', '/api/jobs', opening(change))
  expect(status, JSON.stringify(body)).toBe(200)
  return body
}
async function handOver(job: any) {
  const issued = await lead.send('POST', `/api/jobs/${job.id}/procedure`)
  expect(issued.status, JSON.stringify(issued.body)).toBe(200)
  const say = (type: string, data: object) => lead.send('POST', `/api/jobs/${job.id}/events`, intent(type, data))
  const { places } = (await lead.get(`/api/jobs/${job.id}/work`)).body
  const { procedure } = (await lead.get(`/api/jobs/${job.id}/issued`)).body
  for (const step of procedure.steps) await say('step-skipped', { step: step.id, reason: 'for the test' })
  for (const place of places) await say('check-passed', { place: place.id })
  expect((await say('handed-over', { to: 'the customer' })).status).toBe(200)
}

const shot = (width = 1200, height = 900) =>
  sharp({ create: { width, height, channels: 3, background: '#886644' } })
    .withExif({ IFD0: { Make: 'SecretCamera' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .jpeg()
    .toBuffer()

async function send(job: string, bytes: Uint8Array, type = 'image/jpeg', by = hand, id = uuidv7()) {
  const response = await t.call('POST', `/api/jobs/${job}/photos?id=${id}&kind=before`, bytes, {
    cookie: by.cookie,
    'content-type': type,
  })
  return { status: response.status, body: (await response.json()) as any }
}

describe('photos', () => {
  it('are kept upright and small, without where they were taken, and served to the shop alone', async () => {
    const job = await openJob()
    const original = await shot(4000, 3000)
    expect(original.includes('SecretCamera')).toBe(true)
    const { status, body } = await send(job.id, original)
    expect(status).toBe(200)
    expect(body).toMatchObject({ kind: 'before', surface: null, width: 2048, height: 1536, marks: [] })
    const file = await t.call('GET', `/api/photos/${body.id}`, undefined, { cookie: front.cookie })
    expect(file.headers.get('content-type')).toBe('image/jpeg')
    const bytes = Buffer.from(await file.arrayBuffer())
    expect(bytes.length).toBe(body.bytes)
    expect(bytes.includes('SecretCamera')).toBe(false)
    expect((await sharp(bytes).metadata()).exif).toBeUndefined()
    const small = await t.call('GET', `/api/photos/${body.id}?size=thumbnail`, undefined, { cookie: front.cookie })
    expect((await sharp(Buffer.from(await small.arrayBuffer())).metadata()).width).toBeLessThanOrEqual(320)
    expect((await t.call('GET', `/api/photos/${body.id}`, undefined, { cookie: stranger.cookie })).status).toBe(404)
    expect((await stranger.get(`/api/jobs/${job.id}/photos`)).status).toBe(404)
    expect((await t.call('GET', `/api/photos/${body.id}`)).status).toBe(401)
  })
  it('sent twice are one; marks are kept; off again while the car is a draft, not after', async () => {
    const job = await openJob()
    const id = uuidv7()
    const bytes = await shot()
    expect((await send(job.id, bytes, 'image/jpeg', hand, id)).status).toBe(200)
    expect((await send(job.id, bytes, 'image/jpeg', hand, id)).status).toBe(200)
    const marks = [{ x: 0.4, y: 0.25, text: 'bleach, left of the seam' }]
    expect((await hand.send('PUT', `/api/photos/${id}/marks`, marks)).body.marks).toEqual(marks)
    expect((await hand.send('PUT', `/api/photos/${id}/marks`, [{ x: 2, y: 0, text: '' }])).status).toBe(400)
    expect((await front.get(`/api/jobs/${job.id}/photos`)).body).toMatchObject([{ id, marks }])
    const second = (await send(job.id, await shot(30, 20))).body.id
    expect((await front.send('DELETE', `/api/photos/${second}`)).status).toBe(204)
    expect((await t.call('GET', `/api/photos/${second}`, undefined, { cookie: front.cookie })).status).toBe(404)
    await lead.send('POST', `/api/jobs/${job.id}/procedure`)
    expect((await front.send('DELETE', `/api/photos/${id}`)).body.code).toBe('checked-in')
  })
  it('that are none are refused with a sentence, and nothing is stored', async () => {
    const job = await openJob()
    const text = Buffer.from('This is no picture, whatever its name says.')
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"><script>alert(1)</script></svg>')
    const cut = (await shot()).subarray(0, 700)
    const cases: [Uint8Array, string, number, RegExp][] = [
      [text, 'image/jpeg', 415, /no picture/],
      [svg, 'image/jpeg', 415, /no picture/],
      [svg, 'image/svg+xml', 415, /says it is “image\/svg\+xml”/],
      [text, 'text/plain', 415, /says it is “text\/plain”/],
      [Buffer.alloc(0), 'image/jpeg', 400, /empty/],
      [cut, 'image/jpeg', 415, /damaged/],
      [Buffer.alloc(40 * 1024 ** 2, 7), 'image/jpeg', 413, /larger than 12 MB/],
    ]
    for (const [bytes, type, status, words] of cases) {
      const answer = await send(job.id, bytes, type)
      expect(answer.status).toBe(status)
      expect(answer.body.detail).toMatch(words)
    }
    expect((await front.get(`/api/jobs/${job.id}/photos`)).body).toEqual([])
  })
  it('of two kinds in one file only the picture survives', async () => {
    const job = await openJob()
    const polyglot = Buffer.concat([await shot(), Buffer.from('\n<script>alert("still here")</script>PK\x03\x04')])
    const { body } = await send(job.id, polyglot)
    const stored = Buffer.from(
      await (await t.call('GET', `/api/photos/${body.id}`, undefined, { cookie: hand.cookie })).arrayBuffer(),
    )
    expect(stored.includes('script')).toBe(false)
    expect(stored.includes('PK\x03\x04')).toBe(false)
  })
  it('are not taken where the customer said no', async () => {
    const job = await openJob({ permissions: { photos: false } })
    expect((await send(job.id, await shot())).body.code).toBe('photos-refused')
  })
  it('stop at 400 a car, with a sentence', async () => {
    const job = await openJob()
    const bytes = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    expect((await send(job.id, bytes, 'image/png')).status).toBe(200)
    // What takes long is making each picture anew: all but the last twenty stand in as rows.
    await t.connection.pool.query(
      `insert into photos select uuid(), shop_id, job_id, surface, kind, hash, width, height, bytes, marks, author, taken
       from photos join seq_1_to_379 where job_id = ?`,
      [job.id],
    )
    const answers: number[] = []
    for (let i = 0; i < 30; i++) answers.push((await send(job.id, bytes, 'image/png')).status)
    expect(answers).toEqual([...Array(20).fill(200), ...Array(10).fill(409)])
    expect((await send(job.id, bytes, 'image/png')).body.detail).toContain('has 400 photos')
  })
})

describe('a car that was here before', () => {
  it('brings last time’s condition, what was left, and its own normal; by plate however written, or VIN', async () => {
    const vehicle = { ...carA().checkIn.vehicle, plate: 'MEM 001', vin: '1ZZGDM9A7KP042788' }
    const first = await openJob({
      vehicle,
      condition: { 'dash.dash-top': { soil: 4 }, 'seat-1l.seat-base': { soil: 2, damage: [{ kind: 'burn' }] } },
    })
    expect((await front.get(`/api/vehicles?plate=MEM001&except=${first.id}`)).body).toBeNull()
    await handOver(first)
    const second = await openJob({
      vehicle: { ...vehicle, plate: 'mem-001' },
      condition: { 'dash.dash-top': { soil: 1 } },
    })
    await handOver(second)
    const third = await openJob({ vehicle })
    const { body } = await front.get(`/api/vehicles?plate=mem%20001&except=${third.id}`)
    expect(body).toMatchObject({
      visits: 2,
      last: { job: second.id },
      normal: { 'dash.dash-top': 2.5, 'seat-1l.seat-base': 1 },
      condition: { 'dash.dash-top': { soil: 1 } },
    })
    expect((await front.get('/api/vehicles?vin=1zzgdm9a7kp042788')).body.visits).toBe(2)
    expect((await front.get('/api/vehicles?plate=NOBODY')).body).toBeNull()
    expect((await stranger.get('/api/vehicles?plate=MEM001')).body).toBeNull()
    expect((await front.get('/api/vehicles?plate=')).body).toBeNull()
  })
  it('a VIN that cannot be one is refused by pointer', async () => {
    const answer = await front.send(
      'POST',
      '/api/jobs',
      opening({ vehicle: { ...carA().checkIn.vehicle, vin: '123' } }),
    )
    expect(answer.body.errors[0].pointer).toBe('/checkIn/vehicle/vin')
  })
  it('notes by model and bodies of one’s own have versions, and another shop sees neither', async () => {
    const note = {
      make: 'Brant',
      model: 'Fennel',
      text: 'Front seats: four bolts, plug under the left rail.',
      version: 0,
    }
    expect((await lead.send('PUT', '/api/models', note)).body.version).toBe(1)
    expect((await lead.send('PUT', '/api/models', note)).body.code).toBe('stale')
    expect((await hand.get('/api/models?make=brant&model=FENNEL')).body.text).toContain('four bolts')
    expect((await stranger.get('/api/models?make=brant&model=fennel')).body).toEqual({ text: '', version: 0 })
    const body = {
      ...carA().checkIn.vehicle.body,
      id: 'our-van',
      name: 'Our van',
      dimensions: { width: 1.7, pitch: 1, height: 1.4, load: 2.2 },
    }
    const id = uuidv7()
    expect((await lead.send('PUT', '/api/bodies', { id, version: 0, body })).body.version).toBe(1)
    expect((await lead.send('PUT', '/api/bodies', { id, version: 0, body })).status).toBe(409)
    expect((await stranger.send('PUT', '/api/bodies', { id, version: 1, body })).status).toBe(409)
    const faulty = { ...body, doors: [{ row: 3, kind: 'hinged' }] }
    expect((await lead.send('PUT', '/api/bodies', { id, version: 1, body: faulty })).body.errors[0].pointer).toBe(
      '/body/doors/0/row',
    )
    expect((await front.get('/api/bodies')).body).toHaveLength(1)
    expect((await stranger.get('/api/bodies')).body).toEqual([])
    expect((await stranger.send('DELETE', `/api/bodies/${id}`)).status).toBe(404)
    expect((await lead.send('DELETE', `/api/bodies/${id}`)).status).toBe(204)
  })
})

describe('customers', () => {
  const fields = {
    name: 'Ms Quill',
    contact: 'quill@example.test',
    notes: 'مرحبا 🚗 '.repeat(20),
    sensitivities: 'perfume',
    finish: 'show',
  }
  it('are kept with a version, in any script', async () => {
    const id = uuidv7()
    expect((await front.send('POST', '/api/customers', { id, ...fields })).status).toBe(200)
    expect((await front.send('POST', '/api/customers', { id, ...fields })).body.version).toBe(1)
    const changed = await front.send('PUT', `/api/customers/${id}`, { version: 1, ...fields, name: 'שלום' })
    expect(changed.body).toMatchObject({ version: 2, name: 'שלום', notes: fields.notes })
    expect((await front.send('PUT', `/api/customers/${id}`, { version: 1, ...fields })).body).toMatchObject({
      code: 'stale',
      current: { name: 'שלום' },
    })
    expect((await stranger.get('/api/customers')).body).toEqual([])
    expect((await front.send('POST', '/api/jobs', opening({ customerId: uuidv7() }))).body.errors[0].pointer).toBe(
      '/checkIn/customerId',
    )
  })
  it('are erased on request: person, signature and photos go, the car’s condition stays', async () => {
    const id = uuidv7()
    await front.send('POST', '/api/customers', { id, ...fields, name: 'Gone Tomorrow' })
    const agreement = { name: 'Gone Tomorrow', at: new Date().toISOString(), strokes: [[1, 2, 3, 4]], shown: [] }
    const job = await openJob({
      vehicle: { ...carA().checkIn.vehicle, plate: 'ERASE 1' },
      customer: 'Gone Tomorrow',
      customerId: id,
      agreement,
    })
    const photo = (await send(job.id, await shot())).body.id
    await lead.send('POST', `/api/jobs/${job.id}/procedure`)
    expect((await lead.send('DELETE', `/api/customers/${id}`)).body.code).toBe('vehicle-here')
    expect((await front.send('DELETE', `/api/customers/${id}`)).status).toBe(403)
    const { places } = (await lead.get(`/api/jobs/${job.id}/work`)).body
    const { procedure } = (await lead.get(`/api/jobs/${job.id}/issued`)).body
    const say = (type: string, data: object) => lead.send('POST', `/api/jobs/${job.id}/events`, intent(type, data))
    for (const step of procedure.steps) await say('step-skipped', { step: step.id, reason: 'for the test' })
    for (const place of places) await say('check-passed', { place: place.id })
    await say('customer-said', { from: 'Gone Tomorrow', text: 'leave the key with me, Gone Tomorrow' })
    await say('handed-over', { to: 'Gone Tomorrow' })
    // Folded and remembered with the name in it.
    expect(JSON.stringify((await lead.get(`/api/jobs/${job.id}/work`)).body)).toContain('Gone Tomorrow')
    expect((await stranger.send('DELETE', `/api/customers/${id}`)).status).toBe(404)
    expect((await lead.send('DELETE', `/api/customers/${id}`)).status).toBe(204)
    const left = JSON.stringify([
      (await lead.get(`/api/jobs/${job.id}`)).body,
      (await lead.get(`/api/jobs/${job.id}/procedure`)).body,
      (await lead.get('/api/customers')).body,
      (await lead.get(`/api/jobs/${job.id}/work`)).body,
      (await lead.get(`/api/jobs/${job.id}/events?after=0`)).body,
      (await lead.get(`/api/jobs/${job.id}/report`)).body,
    ])
    expect(left).not.toContain('Gone Tomorrow')
    expect((await t.call('GET', `/api/photos/${photo}`, undefined, { cookie: lead.cookie })).status).toBe(404)
    expect((await front.get('/api/vehicles?plate=ERASE1')).body.normal['dash.dash-top']).toBe(2)
    const owner = await t.as('reedmere', 'odile', '7301')
    expect((await owner.get('/api/audit')).body.entries.map((e: any) => e.what)).toContain('customer-erased')
  })
})

describe('a fleet list', () => {
  const csv =
    'Plate,Body,Make,Model,Arrives\nFL 1,hatchback,Brant,Fennel,9:00\nFL 2,spaceship,,,\nFL 3,estate,"Brant, new",Tendril,10:30\n'
  it('is looked at first; then all or the good lines are taken; sent twice it is one list', async () => {
    const before = (await front.get('/api/day')).body.jobs.length
    const look = await front.send('POST', '/api/fleet', { id: uuidv7(), csv, take: 'none' })
    expect(look.body.rows.map((r: any) => [r.line, r.faults.length, r.job])).toEqual([
      [2, 0, null],
      [3, 1, null],
      [4, 0, null],
    ])
    const all = await front.send('POST', '/api/fleet', { id: uuidv7(), csv, take: 'all' })
    expect(all.body).toMatchObject({ status: 400, code: 'bad-lines', errors: [{ pointer: '/csv/3/body' }] })
    expect((await front.get('/api/day')).body.jobs.length).toBe(before)
    const id = uuidv7()
    const good = await front.send('POST', '/api/fleet', { id, csv, take: 'good' })
    expect(good.body.rows.filter((r: any) => r.job !== null)).toHaveLength(2)
    const again = await front.send('POST', '/api/fleet', { id, csv, take: 'good' })
    expect(again.body).toEqual(good.body)
    expect((await front.get('/api/day')).body.jobs.length).toBe(before + 2)
    expect((await lead.get(`/api/jobs/${good.body.rows[2].job}`)).body.checkIn.vehicle.make).toBe('Brant, new')
  })
  it('of more vehicles than there are plants is taken whole, each with a call sign of its own; headings and ragged lines are told', async () => {
    const before = (await front.get('/api/day')).body.jobs.length
    const long = `plate,body\n${Array.from({ length: 200 }, (_, i) => `X ${i},saloon`).join('\n')}`
    expect((await front.send('POST', '/api/fleet', { id: uuidv7(), csv: long, take: 'all' })).status).toBe(200)
    const jobs = (await front.get('/api/day')).body.jobs as { callSign: string }[]
    expect(jobs.length).toBe(before + 200)
    expect(new Set(jobs.map((j) => j.callSign)).size).toBe(jobs.length)
    expect(jobs.some((j) => / 2$/.test(j.callSign))).toBe(true)
    expect((await front.send('POST', '/api/fleet', { id: uuidv7(), csv: 'a;b\n1;2', take: 'none' })).body.code).toBe(
      'headings',
    )
    const ragged = await front.send('POST', '/api/fleet', { id: uuidv7(), csv: 'plate,body\nR 1\n', take: 'none' })
    expect(ragged.body.rows[0].faults.length).toBeGreaterThan(0)
    expect(
      (await front.send('POST', '/api/fleet', { id: uuidv7(), csv: 'plate,body\n', take: 'none' })).body.code,
    ).toBe('empty')
  })
})

describe('what stops the line, and what comes to light', () => {
  it('a hazardous find stops check-in until a lead has cleared it', async () => {
    const find = { what: 'white powder', where: 'under the seat', fate: 'hazard' }
    const job = await openJob({ belongings: [find] })
    const stopped = await lead.send('POST', `/api/jobs/${job.id}/procedure`)
    expect(stopped.body).toMatchObject({ status: 409, code: 'hazard' })
    const cleared = { ...job.checkIn, belongings: [{ ...find, cleared: { by: 'Tam', at: new Date().toISOString() } }] }
    await front.send('PUT', `/api/jobs/${job.id}/check-in`, { version: 1, checkIn: cleared, due: null })
    expect((await lead.send('POST', `/api/jobs/${job.id}/procedure`)).status).toBe(200)
  })
  it('damage found during the work stands in the report with its time, and only on surfaces the car has', async () => {
    const job = await openJob()
    await lead.send('POST', `/api/jobs/${job.id}/procedure`)
    const found = (surface: string) =>
      hand.send(
        'POST',
        `/api/jobs/${job.id}/events`,
        intent('damage-found', { surface, kind: 'bleach-spot', note: 'under brown soil' }),
      )
    expect((await found('wing.feather')).body.code).toBe('unknown-surface')
    expect((await found('seat-1l.seat-base')).status).toBe(200)
    const { report } = (await lead.get(`/api/jobs/${job.id}/report`)).body
    expect(report.remains.map(speak.remains)).toContainEqual({
      what: 'Driver seat base',
      why: expect.stringMatching(
        /^Bleach spot: appeared during cleaning, \d{4}-\d\d-\d\d \d\d:\d\d\. under brown soil$/,
      ),
    })
  })
  it('its photos of before stand on the paper, with how the car was left, on one page', async () => {
    const job = await openJob({
      received: { keys: 2, hook: '7', mileage: 48_210, fuel: 75, stands: 'bay 2' },
      needs: ['no-scent'],
      functions: { windows: { works: false, which: ['door-2l'] } },
    })
    const sheet = async () => {
      const file = await t.call('GET', `/api/jobs/${job.id}/check-in/sheet`, undefined, { cookie: front.cookie })
      const text = Buffer.from(await file.arrayBuffer()).toString('latin1')
      return {
        images: text.match(/\/Subtype\s*\/Image/g)?.length ?? 0,
        pages: text.match(/\/Type\s*\/Page\b/g)?.length ?? 0,
      }
    }
    expect(await sheet()).toEqual({ images: 0, pages: 1 })
    for (const width of [640, 800]) expect((await send(job.id, await shot(width, 480))).status).toBe(200)
    expect(await sheet()).toEqual({ images: 2, pages: 1 })
  })
  it('the check-in prints as a PDF, whatever is written in it', async () => {
    const job = await openJob({
      customer: 'Ünal, שלום & مرحبا 🚗',
      notes: 'n'.repeat(10_000),
      belongings: [{ what: '<b>bold</b>', where: '🎒' }],
    })
    const file = await t.call('GET', `/api/jobs/${job.id}/check-in/sheet`, undefined, { cookie: front.cookie })
    expect(file.status).toBe(200)
    expect(file.headers.get('content-disposition')).toMatch(/^attachment; filename="check-in-[a-z]+(-\d+)?\.pdf"$/)
    expect(
      Buffer.from(await file.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
    const long = await front.send('POST', '/api/jobs', opening({ notes: 'n'.repeat(10_001) }))
    expect(long.body.errors[0].pointer).toBe('/checkIn/notes')
  })
})
