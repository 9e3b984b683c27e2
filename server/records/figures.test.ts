import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { Figures } from '#core/records/figures.ts'
import { dayAfter, dayIn } from '#core/units/shop-time.ts'
import { jobFacts } from '#server/database/schema.ts'
import { seedPast } from '#server/demo/past.ts'
import { morningZone } from '#server/demo/store.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let owner: Caller
let lead: Caller
let period: string

beforeAll(async () => {
  t = await testServer(inject('database'))
  owner = await t.as('reedmere', 'odile', '7301')
  const crew = (await owner.get('/api/people')).body as { login: string; id: string }[]
  await seedPast(t.context, new Map(crew.map((p) => [p.login, p.id])), morningZone(t.context.now()))
  lead = await t.as('reedmere', 'tam', '4182')
  const today = dayIn('Etc/GMT', t.context.now())
  period = `from=${dayAfter(today, -40)}&to=${dayAfter(today, 1)}`
})
afterAll(() => t.close())

const figures = async (more = '', who = owner) =>
  (await who.get(`/api/records/figures?${period}${more}`)).body as { figures: Figures; lines: { id: string }[] }

interface Line {
  type: string
  data: { step?: string }
  author: string
  serverTime: string
}
/** The ledgers themselves, as their files give them out. */
async function ledgers(ids: readonly string[]): Promise<Line[][]> {
  const read = async (id: string) => {
    const { body } = await owner.get(`/api/jobs/${id}/events?after=0`)
    return body as Line[]
  }
  return Promise.all(ids.map(read))
}

describe('figures of a period', () => {
  it('are sums over the ledgers: minutes by person, cars, promises kept', async () => {
    const { figures: sums, lines } = await figures()
    expect(sums.cars).toBe(12)
    const all = await ledgers(lines.map((l) => l.id))
    // Taken from the taps alone, by hand: a step's time is from its start to its end.
    const byPerson = new Map<string, number>()
    for (const events of all)
      for (const end of events.filter((e) => e.type === 'step-finished')) {
        const start = events.find((e) => e.type === 'step-started' && e.data.step === end.data.step)
        if (!start) continue
        const took = (Date.parse(end.serverTime) - Date.parse(start.serverTime)) / 60_000
        byPerson.set(start.author, (byPerson.get(start.author) ?? 0) + took)
      }
    expect(byPerson.size).toBe(3)
    for (const { key, took } of sums.times.person) expect(took).toBeCloseTo(byPerson.get(key)!, 1)
    const total = [...byPerson.values()].reduce((a, b) => a + b, 0)
    for (const by of ['treatment', 'car'] as const)
      expect(sums.times[by].reduce((sum, l) => sum + l.took, 0)).toBeCloseTo(total, 0)
    expect(sums.days.reduce((sum, d) => sum + d.hands, 0)).toBeCloseTo(total, 0)
    // Three of the twelve were promised for earlier than they were ready.
    expect(sums.promises.weeks.reduce((sum, w) => sum + w.kept, 0)).toBe(9)
    expect(sums.promises.weeks.reduce((sum, w) => sum + w.of, 0)).toBe(12)
  })
  it('are made anew where a car was summed up otherwise than now', async () => {
    const { figures: before } = await figures()
    await t.context.db
      .update(jobFacts)
      .set({ made: 0, facts: sql`json_set(${jobFacts.facts}, '$.steps', json_array())` })
    expect((await figures()).figures).toEqual(before)
    // What is kept as it is made now is taken as it is.
    await t.context.db.update(jobFacts).set({ facts: sql`json_set(${jobFacts.facts}, '$.steps', json_array())` })
    expect((await figures()).figures.times.treatment).toEqual([])
    await t.context.db.delete(jobFacts)
    expect((await figures()).figures).toEqual(before)
  })
  it('are over the cars that are asked for', async () => {
    const { figures: sums, lines } = await figures('&find=rm 204')
    expect(sums.cars).toBe(2)
    expect(lines).toHaveLength(2)
    const { figures: none } = await figures('&find=nobody')
    expect(none.cars).toBe(0)
    const wren = (await owner.get('/api/people')).body.find((p: { login: string }) => p.login === 'wren').id
    expect((await figures(`&person=${wren}`)).figures.cars).toBe(4)
  })
  it('show money to whoever may see what an hour costs, and to nobody else', async () => {
    const { figures: sums } = await figures()
    expect(sums.money).toHaveLength(12)
    for (const car of sums.money)
      expect(car.margin).toBeCloseTo(car.price! + car.extras - car.product - car.used - car.labour)
    expect((await figures('', lead)).figures.money).toEqual([])
  })
  it('come as a file, a line for each', async () => {
    const file = await t.call('GET', `/api/records/file?of=money&${period}`, undefined, { cookie: owner.cookie })
    const rows = (await file.text()).trim().split('\n')
    expect(rows[0]).toBe('job,plate,currency,price,extras,product,used,labour,minutes,margin')
    expect(rows).toHaveLength(13)
  })
  it('refuse what is no period and no table', async () => {
    const refused = async (path: string) => (await owner.get(path)).body.errors?.[0].pointer
    expect(await refused('/api/records/figures?from=yesterday')).toBe('/from')
    expect(await refused('/api/records/figures?from=2026-02-01&to=2026-01-01')).toBe('/to')
    expect(await refused('/api/records/figures?from=2024-01-01&to=2026-01-01')).toBe('/to')
    expect(await refused(`/api/records/file?of=secrets&${period}`)).toBe('/of')
  })
})
