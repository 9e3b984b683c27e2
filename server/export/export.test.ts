// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { seedDemo } from '#server/demo/day.ts'
import { demoShop } from '#server/demo/shop.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import { BadLine, readShop } from './store/read.ts'

let here: TestServer
let there: TestServer
let owner: Caller
let text: string

async function* linesOf(all: string) {
  yield* all.split('\n')
}
const taken = (t: TestServer, all: string) => readShop(t.context.db, t.context.files, linesOf(all))
const written = async (caller: Caller) =>
  (await here.call('GET', '/api/shop/export', undefined, { cookie: caller.cookie })).text()

beforeAll(async () => {
  here = await testServer(inject('database'), [])
  await seedDemo(here.context)
  owner = await here.as('reedmere', 'odile', '7301')
  there = await testServer(inject('database'), [])
  text = await written(owner)
})
afterAll(async () => {
  await here?.close()
  await there?.close()
})

describe('a whole shop as lines', () => {
  it('begins with whose it is, ends with how many there are, and holds rows and photos', () => {
    const lines = text
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l))
    expect(lines[0]).toMatchObject({ format: 'chamomile-shop', formatVersion: 1, name: demoShop.name })
    expect(lines.at(-1)).toEqual({ end: lines.length - 1 })
    const count = (table: string) => lines.filter((l) => l.table === table).length
    expect([count('shops'), count('people'), count('jobs')]).toEqual([1, demoShop.people.length, 6])
    expect(lines.filter((l) => l.file).length).toBeGreaterThan(3)
    // No session and no device goes along.
    expect(new Set(lines.map((l) => l.table)).has('sessions')).toBe(false)
  })

  it('is not taken in with a fault, and then nothing is', async () => {
    const lines = text.trim().split('\n')
    const changed = (n: number, line: string) => lines.map((l, i) => (i === n ? line : l)).join('\n')
    const refused: [string, string][] = [
      [lines.slice(0, -1).join('\n'), 'the file was cut short'],
      [changed(4, '{'), 'Line 5: this is no JSON'],
      [changed(4, '{"table":"sessions","row":{}}'), 'Line 5: there is no table “sessions”'],
      [changed(1, lines[1]!.replace('"code"', '"kode"')), 'Line 2: table “shops” has no “kode”'],
      [lines.filter((l) => !l.startsWith('{"table":"people"')).join('\n'), 'do not go together'],
      [
        lines.filter((l) => !l.startsWith('{"table":"weather"') && !l.startsWith('{"table":"plans"')).join('\n'),
        'lines were written and',
      ],
      [changed(0, lines[0]!.replace(/"tables":"[^"]*"/, '"tables":"0001_old"')), 'written by tables “0001_old”'],
      ['{"format":"another"}', 'Line 1: this is no file of a shop'],
    ]
    for (const [file, why] of refused) {
      const error = await taken(there, file).then(
        () => undefined,
        (e: Error) => e,
      )
      expect(error).toBeInstanceOf(BadLine)
      expect(error!.message).toContain(why)
      const [[count]] = (await there.connection.pool.query('select count(*) as n from people')) as any
      expect(count.n).toBe(0)
    }
    const theirs = lines.map((l) =>
      l.startsWith('{"table":"people"') ? l.replace(/"shop":"[^"]{4}/, '"shop":"0000') : l,
    )
    await expect(taken(there, theirs.join('\n'))).rejects.toThrow('it is of another shop')
  })

  it('read by another installation gives the same answers', async () => {
    const done = await taken(there, text)
    expect(done).toMatchObject({ name: demoShop.name })
    const again = await there.as('reedmere', 'odile', '7301')
    const jobs = (await owner.get('/api/records')).body.records.map((r: any) => r.id) as string[]
    expect(jobs).toHaveLength(6)
    const ask = [
      '/api/people',
      '/api/shop',
      '/api/records',
      '/api/stock',
      '/api/mixing/containers',
      '/api/customers',
      '/api/standards',
      '/api/pace',
      '/api/records/figures?from=2026-01-01&to=2026-12-31',
      ...jobs.flatMap((id) => [
        `/api/jobs/${id}`,
        `/api/jobs/${id}/record`,
        `/api/jobs/${id}/photos`,
        `/api/jobs/${id}/events?after=0`,
      ]),
    ]
    for (const path of ask) expect(await again.get(path), path).toEqual(await owner.get(path))
    const photos = (await owner.get(`/api/jobs/${jobs.at(-1)}/photos`)).body
    for (const { id } of photos) {
      const bytes = async (t: TestServer, who: Caller) =>
        Buffer.from(await (await t.call('GET', `/api/photos/${id}`, undefined, { cookie: who.cookie })).arrayBuffer())
      expect((await bytes(there, again)).equals(await bytes(here, owner))).toBe(true)
    }
    // And it can be worked on: the ledger goes on where it stood.
    const twice = await taken(there, text).catch((e: Error) => e.message)
    expect(twice).toContain('is here already')
  })
})
