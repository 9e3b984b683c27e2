import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller
let hand: Caller
let stranger: Caller
let job: { id: string; callSign: string }

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  hand = await t.as('reedmere', 'ines', '2694')
  stranger = await t.as('farside', 'nils', '1234')
  job = await issuedJob(front, lead)
})
afterAll(() => t.close())

const made = async (days = 30, by = front) => by.send('POST', `/api/jobs/${job.id}/shares`, { id: uuidv7(), days })
/** What somebody sees who holds a link and nothing else: no cookie. */
const given = async (path: string) => {
  const answer = await t.call('GET', path)
  return {
    status: answer.status,
    type: answer.headers.get('content-type'),
    bytes: (await answer.arrayBuffer()).byteLength,
  }
}

it('a link shows what the customer is told of that car, its paper and its pictures, to whoever holds it, and nothing else', async () => {
  const { status, body } = await made()
  expect(status).toBe(200)
  expect(body.path).toMatch(/^\/given\/[\w-]{43}$/)
  const seen = await given(`/api${body.path}/paper`)
  expect(seen).toMatchObject({ status: 200, type: 'application/pdf' })
  expect(seen.bytes).toBeGreaterThan(5_000)
  const leaf = await (await t.call('GET', `/api${body.path}`)).json()
  const { checkIn } = (await front.get(`/api/jobs/${job.id}`)).body
  expect(leaf).toMatchObject({ title: `Your ${checkIn.vehicle.make} ${checkIn.vehicle.model}`, pairs: [] })
  expect(leaf.under).toContain(checkIn.customer)
  // Nothing that is the shop's own: no call sign, no id, nobody's number.
  for (const own of [job.callSign, job.id, lead.cookie, checkIn.contact].filter(Boolean))
    expect(JSON.stringify(leaf)).not.toContain(own)
  expect((await given(`/api${body.path}/photos/0/before`)).status).toBe(404)
  expect((await t.call('GET', `/api/jobs/${job.id}/report`)).status).toBe(401)
  // What it ends in is told once, and lies nowhere.
  const list = (await front.get(`/api/jobs/${job.id}/shares`)).body
  expect(list).toMatchObject([{ id: body.id, by: 'Bea', revoked: null }])
  const [rows] = await t.connection.pool.query('select * from shares')
  expect(JSON.stringify([list, rows])).not.toContain(body.path.split('/').at(-1))
})

it('shows nothing once it is taken back, has expired, or was never made: nobody can tell which', async () => {
  const { body } = await made()
  expect((await front.send('DELETE', `/api/shares/${body.id}`)).status).toBe(204)
  expect((await front.send('DELETE', `/api/shares/${body.id}`)).status).toBe(204)
  const day = (await made(1)).body
  expect((await given(`/api${day.path}`)).status).toBe(200)
  t.turnClock(24 * 60 + 1)
  const answers = await Promise.all(
    [body.path, day.path, `/given/${'a'.repeat(43)}`, '/given/x'].map(async (path) => {
      const answer = await t.call('GET', `/api${path}`)
      expect((await t.call('GET', `/api${path}/paper`)).status).toBe(404)
      expect((await t.call('GET', `/api${path}/photos/0/before`)).status).toBe(404)
      return [answer.status, await answer.text()]
    }),
  )
  t.turnClock(0)
  expect(answers[0]![0]).toBe(404)
  for (const other of answers)
    expect(JSON.parse(other[1] as string).detail).toBe(JSON.parse(answers[0]![1] as string).detail)
})

it('is made and taken back by whoever hands cars over, of their own shop', async () => {
  expect((await made(30, hand)).status).toBe(403)
  expect((await made(30, stranger)).status).toBe(404)
  const { body } = await made()
  expect((await stranger.send('DELETE', `/api/shares/${body.id}`)).status).toBe(404)
  expect((await given(`/api${body.path}`)).status).toBe(200)
  expect((await made(0)).status).toBe(400)
  expect((await made(91)).status).toBe(400)
})

it('what is sent to a customer stands in the outbox, once however often it is sent', async () => {
  const message = { id: uuidv7(), to: '+44 20 5550 0101', text: 'Your car is ready.' }
  const send = (by: Caller) => by.send('POST', `/api/jobs/${job.id}/messages`, message)
  expect((await send(hand)).status).toBe(403)
  expect((await send(stranger)).status).toBe(404)
  expect((await send(front)).status).toBe(200)
  expect((await send(front)).status).toBe(200)
  expect((await front.get('/api/messages')).body).toMatchObject([{ ...message, callSign: job.callSign, by: 'Bea' }])
  expect((await stranger.get('/api/messages')).body).toEqual([])
})

it('what was agreed on top stands on the paper with its price; an erased customer leaves no link, message or name', async () => {
  const id = uuidv7()
  const customer = { name: 'Mira Sand', contact: '+44 20 5550 0102', notes: '', sensitivities: '', finish: 'standard' }
  expect((await front.send('POST', '/api/customers', { id, ...customer })).status).toBe(200)
  const { body: draft } = await front.get(`/api/jobs/${job.id}`)
  const theirs = uuidv7()
  const opened = await front.send('POST', '/api/jobs', {
    id: theirs,
    checkIn: { ...draft.checkIn, customer: 'Mira Sand', customerId: id },
    arrives: new Date().toISOString(),
    due: null,
  })
  expect(opened.status, JSON.stringify(opened.body)).toBe(200)
  expect((await lead.send('POST', `/api/jobs/${theirs}/procedure`)).status).toBe(200)
  const extra = { what: 'boot liner', price: 2500, currency: 'EUR', minutes: 25, by: 'Mira Sand', how: 'phone' }
  const say = (type: string, data: object) => lead.send('POST', `/api/jobs/${theirs}/events`, intent(type, data))
  expect((await say('extra-agreed', extra)).status).toBe(200)
  const { report } = (await front.get(`/api/jobs/${theirs}/report`)).body
  expect(report.extras).toMatchObject([extra])
  const link = (await front.send('POST', `/api/jobs/${theirs}/shares`, { id: uuidv7(), days: 9 })).body
  const text = 'Dear Mira Sand, it is ready.'
  await front.send('POST', `/api/jobs/${theirs}/messages`, { id: uuidv7(), to: customer.contact, text })
  expect((await say('handed-over', { to: 'Mira Sand', unfinished: 'called away' })).status).toBe(200)
  expect((await lead.send('DELETE', `/api/customers/${id}`)).status).toBe(204)
  expect((await given(link.path)).status).toBe(404)
  expect(JSON.stringify((await front.get('/api/messages')).body)).not.toContain('Mira')
  const [rows] = await t.connection.pool.query('select data from events')
  expect(JSON.stringify(rows)).not.toContain('Mira')
})
