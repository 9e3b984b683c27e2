import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let other: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, { ...demoShop, code: 'other' }])
  lead = await t.as('reedmere', 'tam', '4182')
  other = await t.as('other', 'tam', '4182')
  const { checkIn } = carA()
  for (let i = 0; i < 53; i++)
    await lead.send('POST', '/api/jobs', {
      id: uuidv7(),
      checkIn: {
        ...checkIn,
        customer: i % 2 ? 'Lakeside Car Share' : '100 % Florist',
        vehicle: { ...checkIn.vehicle, plate: `RM ${100 + i} K`, make: 'Brant', model: i % 3 ? 'Fennel' : 'Tendril' },
      },
      arrives: new Date(Date.parse('2026-11-20T10:00:00Z') + i * 3_600_000).toISOString(),
      due: null,
    })
})
afterAll(() => t.close())

const ask = async (query: string, who = lead) => (await who.get(`/api/records${query}`)).body
const plates = async (query: string) => (await ask(query)).records.map((r: { plate: string }) => r.plate)

it('the newest first, a page at a time, none twice and none left out', async () => {
  const first = await ask('')
  expect(first.records).toHaveLength(50)
  const rest = await ask(`?before=${encodeURIComponent(first.next)}`)
  expect(rest.next).toBeNull()
  const all = [...first.records, ...rest.records].map((r: { plate: string }) => r.plate)
  expect(new Set(all).size).toBe(53)
  expect(all[0]).toBe('RM 152 K')
})
it('by plate however it is written, by customer and car whatever their case, every word', async () => {
  expect(await plates('?find=rm101k')).toEqual(['RM 101 K'])
  expect(await plates('?find=lakeside%20tendril')).toHaveLength(9)
  // Signs of the search language are meant as themselves.
  expect(await plates('?find=100%20%25')).toHaveLength(27)
  expect(await plates('?find=nobody')).toEqual([])
})
it('by day and state', async () => {
  expect((await plates('?from=2026-11-22&to=2026-11-22')).length).toBeGreaterThan(0)
  expect(await plates('?state=handed-over')).toEqual([])
  expect((await lead.get('/api/records?state=lost')).body.errors[0].pointer).toBe('/state')
  expect((await lead.get('/api/records?from=yesterday')).body.errors[0].pointer).toBe('/from')
})
it('of this shop alone', async () => expect((await ask('', other)).records).toEqual([]))
