import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { meanWeather, standInWeather } from '#core/drying/weather.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { morningZone } from '#server/demo/store.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import { askSource, listenTo, standInSource } from './source.ts'

let t: TestServer
let lead: Caller
let hand: Caller
const typed = { high: 8, low: -2, humidity: 0.8, wind: 1, clear: true, sunset: 970 }

beforeAll(async () => {
  t = await testServer(inject('database'))
  lead = await t.as('reedmere', 'tam', '4182')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

const dayOf = (iso: string) => iso.slice(0, 10)
/** This time tomorrow: it is morning in the shop, whatever the hour here. */
const morning = () => new Date(Date.parse(t.context.now()) + 86_400_000).toISOString()
const tomorrow = () => dayIn(morningZone(t.context.now()), morning())

it('nobody said it: it is told as unknown, and cars are reckoned with a mild day', async () => {
  expect((await lead.get('/api/weather')).body).toMatchObject({ weather: null, source: null })
  expect((await lead.get('/api/day')).body.weather).toBeUndefined()
})
it('a lead types a day, everybody reads it; a hand may not, and what cannot be is refused by its field', async () => {
  const day = tomorrow()
  expect((await hand.send('PUT', `/api/weather/${day}`, { weather: typed })).status).toBe(403)
  const bad = await lead.send('PUT', `/api/weather/${day}`, { weather: { ...typed, low: 12 } })
  expect(bad).toMatchObject({ status: 400, body: { errors: [{ pointer: '/weather/low' }] } })
  expect((await lead.send('PUT', '/api/weather/2026-13-40', { weather: typed })).status).toBe(400)
  expect((await lead.get('/api/weather?day=soon')).status).toBe(400)
  expect((await lead.send('PUT', `/api/weather/${day}`, { weather: typed })).body).toEqual({
    day,
    weather: typed,
    source: null,
    by: 'Tam',
  })
  expect((await hand.get(`/api/weather?day=${day}`)).body).toMatchObject({ weather: typed, by: 'Tam' })
})
it('a car is reckoned with the weather of the day it comes, and an issued procedure keeps its own', async () => {
  const id = uuidv7()
  const { checkIn } = carB()
  checkIn.vehicle.plate = 'RAIN 1'
  const day = tomorrow()
  expect((await lead.send('POST', '/api/jobs', { id, checkIn, arrives: morning(), due: null })).status).toBe(200)
  const dried = async () => {
    const { request, procedure } = (await lead.get(`/api/jobs/${id}/procedure`)).body
    const seats = procedure.steps.find((s: { id: string }) => s.id === 'dry:seats-1')
    return { outside: request.outside, minutes: seats.minutes as number }
  }
  const cold = await dried()
  expect(cold.outside).toEqual(meanWeather(typed, 480, 1080))
  expect(
    (await lead.send('PUT', `/api/weather/${day}`, { weather: { ...typed, high: 24, low: 12, humidity: 0.4 } })).status,
  ).toBe(200)
  const warm = await dried()
  expect(warm.minutes).toBeLessThan(cold.minutes / 2)
})
it('a shop whose cars dry in a hall is reckoned with the air of the hall, whatever the weather', async () => {
  const owner = await t.as('reedmere', 'odile', '7301')
  const { name, timeZone, about } = (await owner.get('/api/shop')).body
  const plain = about ?? {
    place: '',
    units: 'metric',
    currency: 'EUR',
    weekStart: 1,
    opens: [[], [], [], [], [], [], []],
  }
  const indoors = { temperature: 18, humidity: 0.55 }
  const kept = await owner.send('PUT', '/api/shop/about', { name, timeZone, about: { ...plain, indoors } })
  expect(kept).toMatchObject({ status: 200, body: { about: { indoors } } })
  const id = uuidv7()
  const { checkIn } = carB()
  checkIn.vehicle.plate = 'HALL 1'
  await lead.send('POST', '/api/jobs', { id, checkIn, arrives: morning(), due: null })
  expect((await lead.get(`/api/jobs/${id}/procedure`)).body.request.outside).toEqual(indoors)
  await owner.send('PUT', '/api/shop/about', { name, timeZone, about: plain })
  expect((await lead.get(`/api/jobs/${id}/procedure`)).body.request.outside).not.toEqual(indoors)
})
it('a source tells the days that nobody typed, and gives way to whoever types; taken back, it is heard again', async () => {
  const source = standInSource('frost')
  const today = dayOf(t.context.now())
  const day = tomorrow()
  await askSource(source, t.context.db, t.context.now())
  expect((await lead.get(`/api/weather?day=${today}`)).body).toEqual({
    day: today,
    weather: standInWeather('frost', 1, today),
    source: 'stand-in',
    by: null,
  })
  expect((await lead.get(`/api/weather?day=${day}`)).body.source).toBeNull()
  await lead.send('PUT', `/api/weather/${day}`, { weather: null })
  expect((await lead.get(`/api/weather?day=${day}`)).body.weather).toBeNull()
  await askSource(source, t.context.db, t.context.now())
  expect((await lead.get(`/api/weather?day=${day}`)).body).toMatchObject({ source: 'stand-in' })
})
it('a source that fails is told, and what is known stays', async () => {
  const failures: unknown[] = []
  const broken = { name: 'broken', on: () => Promise.reject(new Error('no line')) }
  const end = await listenTo(broken, t.context.db, t.context.now, (e) => failures.push(e))
  end()
  expect(failures).toHaveLength(1)
  expect((await lead.get('/api/weather')).body.source).toBe('stand-in')
})
