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
  it('dates what was mixed without a line by how long ago it was, and its last day of use with it; sent twice it is one', async () => {
    const container = (await lead.get('/api/mixing/containers')).body.find(
      (c: { name: string }) => c.name === 'Spray bottle',
    )
    const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString()
    const said = {
      id: uuidv7(),
      product: 'apc',
      ratio: { concentrate: 1, water: 10 },
      container: container.id,
      fill: 600,
    }
    // The device's clock is a day behind: only the ninety minutes between count.
    const when = { deviceTime: ago(24 * 60 + 90), sentAt: ago(24 * 60) }
    const { body } = await hand.send('POST', '/api/mixing/batches', { ...said, when })
    const minutes = (Date.now() - Date.parse(body.made)) / 60_000
    expect(minutes).toBeGreaterThan(89)
    expect(minutes).toBeLessThan(92)
    expect((await hand.send('POST', '/api/mixing/batches', { ...said, when })).body.made).toBe(body.made)
    const all = (await lead.get('/api/mixing/batches')).body as { id: string }[]
    expect(all.filter((b) => b.id === said.id)).toHaveLength(1)
  })
  it('takes the last one back with one tap: the bottle holds what it held, the shelf has its concentrate again', async () => {
    const content = async () =>
      (await lead.get('/api/mixing/containers')).body.find((c: { name: string }) => c.name === 'Spray bottle').content
    const shelf = async () =>
      (await lead.get('/api/stock')).body.items
        .flatMap((i: { lots: { item: string; left: number }[] }) => i.lots)
        .map((l: { left: number }) => l.left)
    const before = await content()
    const stood = await shelf()
    const log = async (id: string) =>
      hand.send('POST', '/api/mixing/batches', {
        id,
        product: 'apc',
        ratio: { concentrate: 1, water: 10 },
        container: before ? (await containerOf()).id : '',
        fill: 500,
      })
    const containerOf = async () =>
      (await lead.get('/api/mixing/containers')).body.find((c: { name: string }) => c.name === 'Spray bottle')
    const [first, second] = [uuidv7(), uuidv7()]
    await log(first)
    const after = await shelf()
    await log(second)
    expect((await content()).batch).toBe(second)
    expect((await hand.send('POST', `/api/mixing/batches/${first}/undo`)).body.code).toBe('not-the-last')
    expect((await hand.send('POST', `/api/mixing/batches/${second}/undo`)).status).toBe(200)
    expect((await content()).batch).toBe(first)
    expect(await shelf()).toEqual(after)
    // Sent twice, it is taken back once.
    expect((await hand.send('POST', `/api/mixing/batches/${second}/undo`)).status).toBe(200)
    expect(await shelf()).toEqual(after)
    const { body } = await hand.send('POST', `/api/mixing/batches/${first}/undo`)
    expect(body.map((b: { id: string }) => b.id)).not.toContain(first)
    expect(await content()).toEqual(before)
    expect(await shelf()).toEqual(stood)
    expect((await lead.get(`/api/mixing/batches/${second}`)).body.undone).not.toBeNull()
    expect((await hand.send('POST', `/api/mixing/batches/${uuidv7()}/undo`)).status).toBe(404)
  })
})
