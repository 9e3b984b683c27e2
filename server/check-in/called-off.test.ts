import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
})
afterAll(() => t.close())

const inHours = (hours: number) => new Date(Date.now() + hours * 3_600_000).toISOString()
const book = async (hours: number) => {
  const job = { id: uuidv7(), checkIn: carA().checkIn, arrives: inHours(hours), due: inHours(hours + 6) }
  return (await front.send('POST', '/api/jobs', job)).body
}
const say = (job: string, version: number, how: string | null, why = '') =>
  front.send('PUT', `/api/jobs/${job}/called-off`, { version, how, why })
const onDay = async (job: string) => (await front.get('/api/day')).body.jobs.some((j: { id: string }) => j.id === job)

it('a car that does not come leaves the day, says why and by whom, is found among the records, and gives its call sign free', async () => {
  const job = await book(-1)
  expect(await onDay(job.id)).toBe(true)
  const { status, body } = await say(job.id, job.version, 'no-show', ' nobody answers the phone ')
  expect(status).toBe(200)
  expect(body).toMatchObject({
    state: 'called-off',
    version: job.version + 1,
    calledOff: { how: 'no-show', why: 'nobody answers the phone', by: 'Bea' },
  })
  expect(await onDay(job.id)).toBe(false)
  const week = (await front.get('/api/week')).body
  expect(JSON.stringify(week.days)).not.toContain(job.id)
  expect(week.calledOff).toContainEqual(expect.objectContaining({ id: job.id, off: body.calledOff }))
  const { records } = (await front.get('/api/records?state=called-off')).body
  expect(records.map((r: { id: string }) => r.id)).toEqual([job.id])
  // The name is free for the next car.
  expect((await book(1)).callSign).toBe(job.callSign)
})

it('nothing is done with it until it comes after all: then it is expected again, under another name where its own is in use', async () => {
  const job = await book(2)
  await say(job.id, job.version, 'cancelled')
  const taker = await book(3)
  expect(taker.callSign).toBe(job.callSign)
  const edit = { version: job.version + 1, checkIn: job.checkIn, due: job.due }
  expect((await front.send('PUT', `/api/jobs/${job.id}/check-in`, edit)).body.code).toBe('called-off')
  expect((await lead.send('POST', `/api/jobs/${job.id}/procedure`)).body.code).toBe('called-off')
  const { body: back } = await say(job.id, job.version + 1, null)
  expect(back.state).toBe('draft')
  expect(back.calledOff).toBeUndefined()
  expect(back.callSign).not.toBe(job.callSign)
  expect(await onDay(job.id)).toBe(true)
  // Where nobody took it, it keeps its name.
  const other = await book(4)
  await say(other.id, other.version, 'withdrawn')
  expect((await say(other.id, other.version + 1, null)).body.callSign).toBe(other.callSign)
})

it('what a customer said goes with them when they are erased', async () => {
  const customer = uuidv7()
  const fields = { name: 'Ida Fern', contact: '', notes: '', sensitivities: '', finish: 'standard' }
  await front.send('POST', '/api/customers', { id: customer, ...fields })
  const job = { id: uuidv7(), checkIn: { ...carA().checkIn, customerId: customer }, arrives: inHours(6), due: null }
  await front.send('POST', '/api/jobs', job)
  await say(job.id, 1, 'cancelled', 'she is in hospital')
  expect((await lead.send('DELETE', `/api/customers/${customer}`)).status).toBe(204)
  expect((await front.get(`/api/jobs/${job.id}`)).body.calledOff).toMatchObject({ how: 'cancelled', why: '' })
})

it('two that come after all at once get two names', async () => {
  const booked = await Promise.all([book(7), book(8)])
  await Promise.all(booked.map((j) => say(j.id, j.version, 'cancelled')))
  const back = await Promise.all(booked.map((j) => say(j.id, j.version + 1, null)))
  expect(back.map((b) => b.status)).toEqual([200, 200])
  expect(new Set(back.map((b) => b.body.callSign)).size).toBe(2)
})

it('said twice it is said once; an old version, a car that is here, one that is not due yet and a technician are refused', async () => {
  const job = await book(5)
  expect((await say(job.id, job.version, 'no-show')).body.code).toBe('not-due')
  const first = await say(job.id, job.version, 'cancelled', 'ill')
  const again = await say(job.id, job.version, 'cancelled', 'ill')
  expect(again.body).toEqual(first.body)
  expect((await say(job.id, job.version, null)).body.code).toBe('stale')
  const here = await issuedJob(front, lead)
  expect((await say(here.id, 2, 'cancelled')).body.code).toBe('checked-in')
  const technician = await t.as('reedmere', 'ines', '2694')
  const refused = await technician.send('PUT', `/api/jobs/${job.id}/called-off`, { version: 2, how: null, why: '' })
  expect(refused.status).toBe(403)
})
