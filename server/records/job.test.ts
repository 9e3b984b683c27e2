import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { reworkCheckIn } from '#core/check-in/rework.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { seedPast } from '#server/demo/past.ts'
import { morningZone } from '#server/demo/store.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { JobRecordView } from './views.ts'

let t: TestServer
let lead: Caller
let ines: Caller
let id: string

beforeAll(async () => {
  t = await testServer(inject('database'))
  lead = await t.as('reedmere', 'tam', '4182')
  ines = await t.as('reedmere', 'ines', '2694')
  const owner = await t.as('reedmere', 'odile', '7301')
  const crew = (await owner.get('/api/people')).body as { login: string; id: string }[]
  await seedPast(t.context, new Map(crew.map((p) => [p.login, p.id])), morningZone(t.context.now()), 2)
  id = (await lead.get('/api/records?find=rm330b')).body.records[0].id
})
afterAll(() => t.close())

/** The day it is where the shop is: its clock is hours away, so that it is morning there. */
const todayThere = async () => dayIn((await lead.get('/api/session')).body.timeZone, t.context.now())
const record = async (job = id) => (await lead.get(`/api/jobs/${job}/record`)).body as JobRecordView
const says = (who: Caller, type: string, data: object) =>
  who.send('POST', `/api/jobs/${id}/events`, { id: uuidv7(), type, data, device: 'desk', deviceSeq: 0, deviceTime: '' })
const pace = async () => (await lead.get('/api/pace')).body.measured as { treatment: string; records: number }[]

it('says of a car that is gone what was agreed, done, timed and used', async () => {
  const { job, checkIn, steps, products, handedOver, reworkUntil } = await record()
  expect(job).toMatchObject({ id, plate: 'RM 330 B', state: 'handed-over' })
  expect(checkIn.money).toEqual({ price: 12_900, deposit: null, currency: 'EUR' })
  expect(steps.every((s) => s.status === 'finished' && s.timed && s.by.length === 1)).toBe(true)
  expect(products.length).toBeGreaterThan(0)
  // Fourteen days where the shop said nothing else.
  expect(Date.parse(reworkUntil!) - Date.parse(handedOver!.at)).toBe(14 * 86_400_000)
})

it('has no card on the Day any more, which is an answer and not a mistake', async () => {
  expect(await lead.get(`/api/jobs/${id}/card`)).toMatchObject({ status: 200, body: null })
  expect((await lead.get(`/api/jobs/${uuidv7()}/card`)).status).toBe(404)
})

it('has a time set right by a lead, for a reason, also when the car is gone; the shop’s pace follows', async () => {
  const [step] = (await record()).steps.filter((s) => s.id.startsWith('vac'))
  const before = await pace()
  const change = { step: step!.id, minutes: 33, reason: 'The tap came after lunch.' }
  expect((await says(ines, 'time-corrected', change)).status).toBe(409)
  expect((await says(lead, 'time-corrected', { ...change, step: 'nothing:car' })).status).toBe(409)
  expect((await says(lead, 'time-corrected', { ...change, reason: '' })).status).toBe(400)
  expect((await says(lead, 'time-corrected', change)).status).toBe(200)
  const after = (await record()).steps.find((s) => s.id === step!.id)!
  expect(after).toMatchObject({ took: 33, timed: true, corrected: { reason: change.reason } })
  // One time of it as before, another one: the first counts no more.
  const of = (list: typeof before) => list.map((p) => [p.treatment, p.records]).sort()
  expect(of(await pace())).toEqual(of(before))
  const today = await todayThere()
  const from = new Date(Date.parse(today) - 60 * 86_400_000).toISOString().slice(0, 10)
  const { figures } = (await lead.get(`/api/records/figures?from=${from}&to=${today}&find=rm330b`)).body
  const all = (await record()).steps.reduce((sum, s) => sum + s.took, 0)
  const took = figures.times.treatment.reduce((sum: number, l: { took: number }) => sum + l.took, 0)
  expect(took).toBeCloseTo(all, 6)
  // Anything else is refused of a car that is gone.
  expect((await says(lead, 'note', { text: 'late' })).status).toBe(409)
})

it('comes back as a job of its own that knows what it makes good', async () => {
  const before = await record()
  const checkIn = reworkCheckIn(before.checkIn, 'A ring on the left seat.', true)
  const again = { id: uuidv7(), checkIn, arrives: t.context.now(), due: null, reworkOf: id }
  expect((await lead.send('POST', '/api/jobs', again)).body).toMatchObject({ reworkOf: id, state: 'draft' })
  expect((await record()).madeGoodBy.map((j) => j.id)).toEqual([again.id])
  const { makesGood, reworkUntil, steps } = await record(again.id)
  expect(makesGood?.id).toBe(id)
  expect([reworkUntil, steps]).toEqual([null, []])
  // Nothing comes back that has not gone, or was never here.
  const twice = await lead.send('POST', '/api/jobs', { ...again, id: uuidv7(), reworkOf: again.id })
  expect([twice.status, twice.body.code]).toEqual([409, 'still-here'])
  expect((await lead.send('POST', '/api/jobs', { ...again, id: uuidv7(), reworkOf: uuidv7() })).status).toBe(404)
})

it('counts against what had been done there the first time, once it has gone again', async () => {
  const before = await record()
  const worked = before.checkIn.condition
  const seat = Object.keys(worked).find((surface) => /seat-base$/.test(surface))!
  const checkIn = {
    ...reworkCheckIn(before.checkIn, 'A ring on the left seat.', true),
    condition: { [seat]: { soil: 2 } },
    cameFor: { words: 'A ring on the left seat.', surfaces: [seat] },
  }
  const again = uuidv7()
  const job = { id: again, checkIn, arrives: t.context.now(), due: null, reworkOf: id }
  expect((await lead.send('POST', '/api/jobs', job)).status).toBe(200)
  expect((await lead.send('POST', `/api/jobs/${again}/procedure`)).status).toBe(200)
  const gone = { type: 'handed-over', data: { to: 'Mo', unfinished: 'called away' } }
  const said = { ...gone, id: uuidv7(), device: 'desk', deviceSeq: 0, deviceTime: '' }
  expect((await lead.send('POST', `/api/jobs/${again}/events`, said)).status).toBe(200)
  const today = await todayThere()
  const from = new Date(Date.parse(today) - 60 * 86_400_000).toISOString().slice(0, 10)
  const { figures } = (await lead.get(`/api/records/figures?from=${from}&to=${today}`)).body
  const line = figures.again.find((l: { back: number }) => l.back > 0)
  expect(line).toMatchObject({ back: 1, jobs: expect.arrayContaining([again]) })
  const { procedure } = (await lead.get(`/api/jobs/${id}/issued`)).body
  const there = procedure.steps.filter((s: { surfaces: string[] }) => s.surfaces.includes(seat))
  expect(there.map((s: { treatment: string }) => s.treatment)).toContain(line.key)
})
