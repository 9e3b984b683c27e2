import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { dayAfter, dayIn, momentOf } from '#core/units/shop-time.ts'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { WeekView } from './views.ts'

let t: TestServer
let lead: Caller
let front: Caller
let zone: string

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  zone = (await front.get('/api/session')).body.timeZone
})
afterAll(() => t.close())

const week = async (): Promise<WeekView> => (await front.get('/api/week')).body
const dayOf = (view: WeekView, job: string) => view.days.find((d) => d.jobs.some((j) => j.id === job))

it('a car booked by phone stands on its day with what it will take, moves to another, and is a car that is here when it is', async () => {
  const today = dayIn(zone, new Date().toISOString())
  const [thursday, friday] = [dayAfter(today, 2), dayAfter(today, 3)]
  const { checkIn } = carA()
  const job = { id: uuidv7(), checkIn, arrives: momentOf(zone, thursday, 540), due: momentOf(zone, thursday, 900) }
  const { body: booked } = await front.send('POST', '/api/jobs', job)
  const before = await week()
  expect(before.days).toHaveLength(7)
  expect(before.days[0]!.day).toBe(today)
  const stands = dayOf(before, job.id)!
  expect(stands.day).toBe(thursday)
  const [mine] = stands.jobs
  // Car A by hand (catalogue D3): some two hours hands-on, within a tenth.
  const made = (await lead.get(`/api/jobs/${job.id}/procedure`)).body.procedure.totals.attended
  expect(mine).toMatchObject({ expected: true, minutes: Math.round(made) })
  expect(mine!.unseen).toBeUndefined()
  // Four people of the demonstration are planned, ten hours less the break; a day off takes one away.
  expect(stands.people).toBeGreaterThan(1)
  expect(stands.minutes).toBe(stands.people * 570)

  const moved = { version: booked.version, arrives: momentOf(zone, friday, 600), due: momentOf(zone, friday, 960) }
  expect((await front.send('PUT', `/api/jobs/${job.id}/booking`, moved)).body.arrives).toBe(moved.arrives)
  expect(dayOf(await week(), job.id)!.day).toBe(friday)
  // Sent again after a lost answer it is the same move; from an old version another one is refused.
  expect((await front.send('PUT', `/api/jobs/${job.id}/booking`, moved)).status).toBe(200)
  const late = { ...moved, arrives: momentOf(zone, friday, 700) }
  expect((await front.send('PUT', `/api/jobs/${job.id}/booking`, late)).body.code).toBe('stale')
  const backwards = { ...moved, version: booked.version + 1, due: momentOf(zone, thursday, 60) }
  expect((await front.send('PUT', `/api/jobs/${job.id}/booking`, backwards)).body.errors[0].pointer).toBe('/due')

  // Once it is checked in it is here, and moves no more.
  const here = await issuedJob(front, lead)
  expect(dayOf(await week(), here.id)!.day).toBe(today)
  const gone = { version: 1, arrives: momentOf(zone, friday, 600), due: null }
  expect((await front.send('PUT', `/api/jobs/${here.id}/booking`, gone)).body.code).toBe('checked-in')
  // Nobody has looked at it: only what every car takes is counted, and that is said.
  const unseen = {
    id: uuidv7(),
    checkIn: { ...checkIn, condition: {} },
    arrives: momentOf(zone, thursday, 600),
    due: null,
  }
  await front.send('POST', '/api/jobs', unseen)
  expect(dayOf(await week(), unseen.id)!.jobs.find((j) => j.id === unseen.id)!.unseen).toBe(true)
  const far = { ...unseen, id: uuidv7(), arrives: momentOf(zone, dayAfter(today, 12), 600) }
  await front.send('POST', '/api/jobs', far)
  expect((await week()).later).toBe(1)
})
