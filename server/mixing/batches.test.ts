import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let hand: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

describe('batches', () => {
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
})
