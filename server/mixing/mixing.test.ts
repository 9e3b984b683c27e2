// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { inflateSync } from 'node:zlib'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { demoShop } from '#server/demo/shop.ts'
import { careOf } from '#server/mixing/label-pdf.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let hand: Caller
let front: Caller
let stranger: Caller
const ratio = (concentrate: number, water: number) => ({ concentrate, water })

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  lead = await t.as('reedmere', 'tam', '4182')
  hand = await t.as('reedmere', 'ines', '2694')
  front = await t.as('reedmere', 'bea', '3925')
  stranger = await t.as('farside', 'nils', '1234')
})
afterAll(() => t.close())

const bottles = async () => (await hand.get('/api/mixing/containers')).body as any[]
const bottle = async (i = 1) => (await bottles())[i]
const mixInto = (container: string, change: object = {}, by = hand) =>
  by.send('POST', '/api/mixing/batches', {
    id: uuidv7(),
    product: 'apc',
    ratio: ratio(1, 10),
    container,
    fill: 400,
    ...change,
  })
const rinse = (id: string, by = hand) => by.send('POST', `/api/mixing/containers/${id}/rinse`, { id: uuidv7() })

describe('a bottle', () => {
  it('says what is in it; the same product may follow, with what is left counted in', async () => {
    const { id } = await bottle()
    expect((await mixInto(id)).status).toBe(200)
    expect((await bottle()).content).toMatchObject({ product: 'apc', ml: 400, by: 'Ines', pastLife: false })
    const more = await mixInto(id, { leftover: 100, ratio: ratio(1, 4) })
    expect(more.status, JSON.stringify(more.body)).toBe(200)
    expect(more.body.mix.concentrate_ml).toBeCloseTo(400 / 5 - 100 / 11, 6)
    expect((await mixInto((await bottle(2)).id, { leftover: 50 })).body.errors[0].pointer).toBe('/leftover')
  })
  it('never takes another product without a recorded rinse, and never one that must not meet it', async () => {
    const { id } = await bottle()
    const other = await mixInto(id, { product: 'leather-cleaner', ratio: ratio(1, 0) })
    expect([other.status, other.body.code]).toEqual([409, 'rinse-first'])
    const acid = await mixInto(id, { product: 'acid-rinse', ratio: ratio(1, 30) })
    expect([acid.status, acid.body.code]).toEqual([409, 'never-mix'])
    expect(acid.body.detail).toContain('Follow the label')
    expect((await rinse(id, front)).status).toBe(403)
    expect((await rinse(id)).status).toBe(200)
    expect((await bottle()).content).toBe(null)
    expect((await mixInto(id, { product: 'acid-rinse', ratio: ratio(1, 30) })).status).toBe(200)
    await rinse(id)
  })
  it('past its life asks for attention, and what is left of it is poured away', async () => {
    const { id } = await bottle()
    await mixInto(id, { product: 'enzyme', ratio: ratio(1, 4) })
    await t.connection.pool.query('UPDATE batches SET use_by = ? WHERE container_id = ?', ['2026-01-01 00:00:00', id])
    expect((await bottle()).content.pastLife).toBe(true)
    expect((await hand.get('/api/day')).body.bottles).toMatchObject([{ id, product: 'enzyme' }])
    const again = await mixInto(id, { product: 'enzyme', ratio: ratio(1, 4), leftover: 200 })
    expect(again.body.mix).toMatchObject({ discard_ml: 200 })
    expect(again.body.mix.warnings[0].code).toBe('empty-first')
    await rinse(id)
  })
  it('is filled water first where the house wants it so', async () => {
    const { id } = await bottle(4)
    const firstPour = (body: any) => speak.mix(body.mix).steps.find((step) => /^(Pour|Add)/.test(step))
    const neutral = { product: 'leather-cleaner', ratio: ratio(1, 0) }
    expect(firstPour((await mixInto(id, neutral)).body)).toContain('neat')
    await lead.send('PUT', '/api/house-rules', { choices: { 'mixing-order': 'water-first' } })
    await rinse(id)
    expect(firstPour((await mixInto(id, { product: 'enzyme', ratio: ratio(1, 4) })).body)).toContain('water')
    await lead.send('PUT', '/api/house-rules', { choices: {} })
    await rinse(id)
    expect(firstPour((await mixInto(id, { product: 'enzyme', ratio: ratio(1, 4) })).body)).toContain('concentrate')
    await rinse(id)
  })
  it('what was really poured is kept beside what was wanted', async () => {
    const { id } = await bottle()
    const { body } = await mixInto(id, { poured: 60 })
    expect(body.measuredFraction).toBeCloseTo(60 / 400, 9)
    expect((await mixInto(id, { poured: 500 })).body.errors[0].pointer).toBe('/poured')
    expect((await hand.get(`/api/mixing/batches/${body.id}`)).body.poured).toBe(60)
    expect((await stranger.get(`/api/mixing/batches/${body.id}`)).status).toBe(404)
    await rinse(id)
  })
  it('is measured by pouring known volumes; points that fall are refused by pointer', async () => {
    const id = uuidv7()
    const jug = (fill: number[][], version = 0, capacity = 900) => ({
      version,
      name: 'Old jug',
      capacity,
      graduation: 10,
      outline: {
        profile: [
          [0, 60],
          [150, 70],
        ],
        fill,
        sprayer: false,
      },
    })
    const put = (body: object, by = lead) => by.send('PUT', `/api/mixing/containers/${id}`, body)
    expect(
      (
        await put(
          jug([
            [0, 0],
            [60, 500],
            [120, 900],
          ]),
          hand,
        )
      ).status,
    ).toBe(403)
    expect(
      (
        await put(
          jug([
            [0, 0],
            [60, 500],
            [50, 900],
          ]),
        )
      ).body.errors[0].pointer,
    ).toBe('/outline/fill/2')
    expect(
      (
        await put(
          jug([
            [0, 0],
            [60, 500],
          ]),
        )
      ).body.errors[0].pointer,
    ).toBe('/capacity')
    expect(
      (
        await put(
          jug([
            [0, 0],
            [60, 500],
            [120, 900],
          ]),
        )
      ).status,
    ).toBe(200)
    expect(
      (
        await put(
          jug(
            [
              [0, 0],
              [60, 480],
              [120, 900],
            ],
            0,
          ),
        )
      ).body.code,
    ).toBe('stale')
    const asItIs = jug(
      [
        [0, 0],
        [60, 500],
        [120, 900],
      ],
      1,
    )
    const placeOf = (answer: { body: { id: string; place: string | null }[] }) =>
      answer.body.find((c) => c.id === id)!.place
    expect(placeOf(await put({ ...asItIs, place: 'rack by the door' }))).toBe('rack by the door')
    expect((await put({ ...asItIs, version: 2, place: '' })).body.errors[0].pointer).toBe('/place')
    // Who measures it again and knows nothing of places leaves it where it stands.
    expect(placeOf(await put({ ...asItIs, version: 2 }))).toBe('rack by the door')
    expect(placeOf(await put({ ...asItIs, version: 3, place: null }))).toBe(null)
    expect(
      (
        await stranger.send(
          'PUT',
          `/api/mixing/containers/${id}`,
          jug(
            [
              [0, 0],
              [9, 900],
            ],
            1,
          ),
        )
      ).status,
    ).toBe(404)
  })
})

/** Lengths in points of all straight lines a PDF draws, with every transformation on the way. */
function linesOf(bytes: Buffer): number[] {
  const found: number[] = []
  const text = bytes.toString('latin1')
  for (const m of text.matchAll(/stream\r?\n/g)) {
    const from = m.index + m[0].length
    let content: string
    try {
      content = inflateSync(bytes.subarray(from, text.indexOf('endstream', from))).toString('latin1')
    } catch {
      continue
    }
    let ctm = [1, 0, 0, 1, 0, 0]
    const kept: number[][] = []
    let at: [number, number] = [0, 0]
    const numbers: number[] = []
    const place = (x: number, y: number): [number, number] => [
      ctm[0]! * x + ctm[2]! * y + ctm[4]!,
      ctm[1]! * x + ctm[3]! * y + ctm[5]!,
    ]
    for (const token of content.split(/\s+/)) {
      if (/^-?[\d.]+$/.test(token)) {
        numbers.push(Number(token))
        continue
      }
      const n = numbers.splice(0)
      if (token === 'q') kept.push(ctm)
      else if (token === 'Q') ctm = kept.pop() ?? ctm
      else if (token === 'cm') {
        const [a, b, c, d, e, f] = n as [number, number, number, number, number, number]
        const [A, B, C, D, E, F] = ctm as [number, number, number, number, number, number]
        ctm = [a * A + b * C, a * B + b * D, c * A + d * C, c * B + d * D, e * A + f * C + E, e * B + f * D + F]
      } else if (token === 'm') at = place(n[0]!, n[1]!)
      else if (token === 'l') {
        const to = place(n[0]!, n[1]!)
        found.push(Math.hypot(to[0] - at[0], to[1] - at[1]))
        at = to
      }
    }
  }
  return found
}

describe('printed', () => {
  it('the strip’s check bar is 50.0 mm in the PDF', async () => {
    const { id } = await bottle(3)
    const answer = await t.call('GET', `/api/mixing/containers/${id}/strip?marks=apc:trim,apc:heavy`, undefined, {
      cookie: hand.cookie,
    })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const millimetres = linesOf(Buffer.from(await answer.arrayBuffer())).map((points) => (points * 25.4) / 72)
    expect(millimetres.some((mm) => Math.abs(mm - 50) < 0.05)).toBe(true)
    const svg = await t.call('GET', `/api/mixing/containers/${id}/strip?marks=apc:trim&as=svg`, undefined, {
      cookie: hand.cookie,
    })
    expect(svg.headers.get('content-type')).toBe('image/svg+xml')
    expect(svg.headers.get('content-disposition')).toContain('attachment')
    expect(await svg.text()).toContain('id="check-bar"')
    const bad = await hand.get(`/api/mixing/containers/${id}/strip?marks=soup:x`)
    expect([bad.status, bad.body.errors[0].pointer]).toEqual([400, '/marks'])
  })
  it('a secondary label says what is worn and what to beware of in words', () => {
    const apc = catalogue.products.find((p) => p.id === 'apc')!
    const said = careOf(apc).join(' ')
    expect(said).toMatch(/^Wear: [a-z ,]+\. [A-Z].*\.$/)
    for (const id of [...apc.ppe, ...apc.cautions].filter((i) => i.includes('-'))) expect(said).not.toContain(id)
  })
  it('a secondary label comes as a PDF', async () => {
    const { id } = await bottle()
    const { body } = await mixInto(id)
    const path = `/api/mixing/batches/${body.id}/label?from=http://127.0.0.1`
    const answer = await t.call('GET', path, undefined, { cookie: hand.cookie })
    expect(answer.status).toBe(200)
    expect(
      Buffer.from(await answer.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
    await rinse(id)
  })
})

describe('data sheets', () => {
  const pdf = Buffer.from('%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n')
  const send = (product: string, bytes: Buffer, by = lead) =>
    t.call('POST', `/api/mixing/products/${product}/sheet`, bytes, {
      cookie: by.cookie,
      'content-type': 'application/pdf',
    })
  it('are kept as they came, offered as a download, and only the shop’s own', async () => {
    expect((await send('apc', pdf, hand)).status).toBe(403)
    expect((await send('apc', Buffer.from('<script>'))).status).toBe(400)
    expect((await send('apc', pdf.subarray(0, 20))).status).toBe(400)
    expect((await send('soup', pdf)).status).toBe(404)
    expect((await send('apc', pdf)).status).toBe(200)
    expect((await hand.get('/api/mixing/sheets')).body).toMatchObject([{ product: 'apc', bytes: pdf.length }])
    const back = await t.call('GET', '/api/mixing/products/apc/sheet', undefined, { cookie: hand.cookie })
    expect(back.headers.get('content-disposition')).toContain('attachment')
    expect(Buffer.from(await back.arrayBuffer())).toEqual(pdf)
    expect((await stranger.get('/api/mixing/products/apc/sheet')).status).toBe(404)
  })
})

describe('stock and the day', () => {
  const lot = (change: object = {}) => ({
    id: uuidv7(),
    item: 'apc',
    code: 'A-7',
    amount: 5000,
    price: 4000,
    bestBefore: '2027-06-30',
    ...change,
  })
  const item = (body: any, id = 'apc') => body.items.find((i: any) => i.item === id)
  it('a batch draws its concentrate from the oldest lot, a count sets it right with a reason', async () => {
    const first = lot()
    expect((await front.send('POST', '/api/stock/lots', first)).status).toBe(403)
    expect(item((await hand.send('POST', '/api/stock/lots', first)).body).left).toBe(5000)
    await hand.send('POST', '/api/stock/lots', first)
    const { id } = await bottle()
    const batch = { id: uuidv7() }
    const mixed = await mixInto(id, { ...batch, poured: 40 })
    expect(mixed.body.lot).toBe(first.id)
    await mixInto(id, { ...batch, poured: 40 })
    const stock = (await hand.get('/api/stock')).body
    expect(item(stock).left).toBe(4960)
    expect(item(stock).perLitre).toBeCloseTo((4000 / (5000 * 11)) * 1000, 6)
    const counted = { id: uuidv7(), lot: first.id, left: 4500, reason: 'a spill' }
    expect(item((await hand.send('POST', '/api/stock/counts', counted)).body).left).toBe(4500)
    expect((await hand.get(`/api/stock/lots/${first.id}/moves`)).body.map((m: any) => m.reason)[0]).toContain('a spill')
    expect((await hand.send('POST', '/api/stock/counts', { ...counted, id: uuidv7(), left: 9000 })).status).toBe(400)
    expect((await stranger.send('POST', '/api/stock/counts', { ...counted, id: uuidv7() })).status).toBe(404)
    await rinse(id)
  })
  it('a vehicle handed over takes its gloves then and once, and looking at the shelf writes nothing', async () => {
    const gloves = lot({ item: 'gloves', code: 'G-0', amount: 50, price: 900 })
    await hand.send('POST', '/api/stock/lots', gloves)
    const id = uuidv7()
    const arrives = new Date(Date.now() + 60_000).toISOString()
    await lead.send('POST', '/api/jobs', { id, checkIn: carA().checkIn, arrives, due: null })
    expect(item((await hand.get('/api/stock')).body, 'gloves').left).toBe(50)
    await lead.send('POST', `/api/jobs/${id}/procedure`)
    // Driven away while the yard had no line: a fact, whatever was still open, and told from two phones.
    const gone = () => ({ events: [intent('handed-over', { to: 'the owner' })], sentAt: new Date().toISOString() })
    expect((await front.send('POST', `/api/jobs/${id}/events`, gone())).status).toBe(200)
    expect((await lead.send('POST', `/api/jobs/${id}/events`, gone())).status).toBe(200)
    const moves = async () =>
      ((await t.connection.pool.query('select kind, job_id from stock_moves order by id'))[0] as unknown[]).length
    const before = await moves()
    const seen = await Promise.all(Array.from({ length: 6 }, () => hand.get('/api/stock')))
    expect(seen.every((s) => s.status === 200)).toBe(true)
    expect(await moves()).toBe(before)
    const perVehicle = t.context.catalogue.consumables.find((c) => c.id === 'gloves')!.perVehicle
    expect(item((await hand.get('/api/stock')).body, 'gloves').left).toBe(50 - perVehicle)
  })
  it('goes out and comes in as CSV, looked at first, all or the good lines', async () => {
    const csv = await t.call('GET', '/api/stock/csv', undefined, { cookie: hand.cookie })
    const text = await csv.text()
    expect(text.split('\n')[0]).toBe('item,lot,amount,left,price,best_before')
    const more = `${text.split('\n')[0]}\ngloves,G-1,100,,1290,\nsoup,S,5,,,\n`
    const take = (how: string) => hand.send('POST', '/api/stock/csv', { csv: more, take: how })
    expect((await take('none')).body).toMatchObject({ good: 1, taken: 0, faults: [{ line: 3 }] })
    expect((await take('all')).status).toBe(400)
    expect((await take('good')).body.taken).toBe(1)
    expect(item((await hand.get('/api/stock')).body, 'gloves').left).toBe(147)
  })
  it('the day mix covers what is booked with its margin, and says what to buy', async () => {
    const id = uuidv7()
    const opening = { id, checkIn: carA().checkIn, arrives: new Date().toISOString(), due: null }
    await lead.send('POST', '/api/jobs', opening)
    await lead.send('POST', `/api/jobs/${id}/procedure`)
    const [{ body: demand }, { body: day }] = await Promise.all([
      hand.get('/api/mixing/demand'),
      hand.get('/api/mixing/day'),
    ])
    const sum = (list: any[]) => list.reduce((n, x) => n + x.ml, 0)
    // What no bottle in date has is mixed as a batch, 100 ml at least.
    const ready = (d: any) =>
      sum(day.ready.filter((r: any) => r.product === d.product && r.ratio.water === d.ratio.water))
    const asked = demand.map((d: any) => d.ml * day.margin - ready(d)).filter((ml: number) => ml > 1e-9)
    expect(sum(day.fills) + sum(day.without)).toBeCloseTo(
      asked.reduce((n: number, ml: number) => n + Math.max(100, ml), 0),
      6,
    )
    expect(Math.min(...[...day.fills, ...day.without].map((f: any) => f.ml))).toBeGreaterThanOrEqual(100)
    expect(new Set(day.fills.map((f: any) => f.container)).size).toBe(day.fills.length)
    const apc = day.concentrate.find((c: any) => c.product === 'apc')
    expect(apc.buy).toBe(Math.max(0, apc.needed - apc.onShelf))
    expect(day.concentrate.find((c: any) => c.product === 'pre-spray').buy).toBeGreaterThan(0)
    expect((await hand.get('/api/stock')).body.items.find((i: any) => i.item === 'apc').booked).toBeGreaterThan(0)
  })
})
