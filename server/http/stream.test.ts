import { lt } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it, vi } from 'vitest'
import { connect } from '#server/database/connection.ts'
import { migrate } from '#server/database/migrate.ts'
import { changes } from '#server/database/schema.ts'
import { demoShop } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { type ServerProcess, startServer } from '../../tests/support/server-process.ts'
import { signIn } from '../../tests/support/sign-in.ts'
import { freshDatabase } from '../../tests/support/test-databases.ts'
import { Live } from './stream.ts'

let servers: ServerProcess[]
let cookie: string
let uri: string

beforeAll(async () => {
  uri = await freshDatabase(inject('database'))
  // Two servers at once over an empty database: one migrates, the other waits for it.
  servers = await Promise.all([startServer(uri), startServer(uri)])
  const connection = connect(uri)
  await migrate(connection)
  await seedShop(connection.db, demoShop, morningZone(new Date().toISOString()))
  await connection.close()
  cookie = await signIn(servers[0]!.base, 'Tam')
})
afterAll(() => Promise.all(servers.map((s) => s.stop())))

const api = async (server: ServerProcess, method: string, path: string, body?: object) => {
  const response = await fetch(server.base + path, {
    method,
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
  return response.status === 204 ? undefined : response.json()
}

interface Heard {
  id: number
  position: number | null
  at: number
}

/** Listens on a server's stream from a change on, until ended. */
function listen(server: ServerProcess, job: string, after?: number) {
  const heard: Heard[] = []
  const stop = new AbortController()
  let ready = () => {}
  const open = new Promise<void>((resolve) => {
    ready = resolve
  })
  const done = (async () => {
    const response = await fetch(`${server.base}/api/live`, {
      headers: { cookie, ...(after === undefined ? {} : { 'last-event-id': String(after) }) },
      signal: stop.signal,
    })
    const decoder = new TextDecoder()
    let text = ''
    for await (const chunk of response.body!) {
      text += decoder.decode(chunk as Uint8Array, { stream: true })
      for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
        const fields = Object.fromEntries(
          text
            .slice(0, end)
            .split('\n')
            .map((line) => [line.slice(0, line.indexOf(':')), line.slice(line.indexOf(':') + 1).trim()]),
        )
        text = text.slice(end + 2)
        if (fields.event === 'hello') ready()
        if (fields.event !== 'change') continue
        const data = JSON.parse(fields.data!) as { topic: string; job: string | null; position: number | null }
        // Checking in and issuing are the first two; what is said here comes after.
        if (data.topic === 'job' && data.job === job && data.position !== null && data.position > 2)
          heard.push({ id: Number(fields.id), position: data.position, at: Date.now() })
      }
    }
  })().catch(() => {})
  return {
    heard,
    open,
    end: () => {
      stop.abort()
      return done
    },
  }
}

it('a session ended at one server is unknown to the other within a second, and its stream ends', async () => {
  const theirs = await signIn(servers[1]!.base, 'Ines')
  const as = (path: string) => fetch(servers[1]!.base + path, { headers: { cookie: theirs } })
  expect((await as('/api/day')).status).toBe(200)
  const stream = (await as('/api/live')).text()
  const sessions = (await api(servers[0]!, 'GET', '/api/sessions')) as { id: string; person: string }[]
  expect(sessions.every((s) => s.person === 'Tam')).toBe(true)
  const owner = await signIn(servers[0]!.base, 'Odile')
  const all = (await (
    await fetch(`${servers[0]!.base}/api/sessions`, { headers: { cookie: owner } })
  ).json()) as typeof sessions
  const ended = await fetch(`${servers[0]!.base}/api/sessions/${all.find((s) => s.person === 'Ines')!.id}`, {
    method: 'DELETE',
    headers: { cookie: owner },
  })
  expect(ended.status).toBe(204)
  const from = Date.now()
  let status = 200
  while (status === 200 && Date.now() - from < 1000) status = (await as('/api/day')).status
  expect(status).toBe(401)
  // Whoever is signed out hears of that, and so asks and is shown the door.
  const heard = await stream
  expect(heard).toContain('event: hello')
  expect(heard).toContain('"topic":"people"')
})

it('forgets changes of the day before, and tells a screen that asks from there to ask for everything', async () => {
  const connection = connect(uri)
  const live = new Live(connection.db)
  const rows = async () =>
    (await connection.db.select({ seq: changes.seq }).from(changes).orderBy(changes.seq)).map((r) => r.seq)
  const now = new Date().toISOString()
  await connection.db
    .insert(changes)
    .values(Array.from({ length: 12 }, () => ({ shop: uuidv7(), topic: 'plan' as const, at: now })))
  const before = await rows()
  await live.prune(Date.now())
  expect(await rows()).toEqual(before)
  await connection.db
    .update(changes)
    .set({ at: new Date(Date.now() - 25 * 3_600_000).toISOString() })
    .where(lt(changes.seq, before[5]!))
  await live.prune(Date.now())
  expect(await rows()).toEqual(before.slice(5))
  expect(await live.since(uuidv7(), before[0]!)).toBeUndefined()
  await connection.close()
})

it('tells a yard full of screens by and by: each of them once and in order, none that has left meanwhile', async () => {
  const connection = connect(uri)
  const live = new Live(connection.db, 20)
  await live.start()
  const shop = uuidv7()
  const heard = Array.from({ length: 70 }, () => [] as number[])
  const leave: (() => void)[] = []
  heard.forEach((list, i) => {
    const stop = live.subscribe((telling) => {
      if (telling.shop !== shop) return
      list.push(...telling.changes.map(({ seq }) => seq))
      // The last leaves while the first is told.
      if (i === 0) leave[69]!()
    })
    leave.push(stop)
  })
  const at = new Date().toISOString()
  await connection.db.insert(changes).values([1, 2, 3].map(() => ({ shop, topic: 'plan' as const, at })))
  await vi.waitFor(() => expect(heard[68]!.length).toBe(3), 5000)
  await live.stop()
  expect([...heard[0]!].sort((x, y) => x - y)).toEqual(heard[0])
  for (const list of heard.slice(0, 69)) expect(list).toEqual(heard[0])
  expect(heard[69]).toEqual([])
  await connection.close()
})

it('each server tells the other’s events within a second, in order, and none is missed when one dies', async () => {
  const [a, b] = servers as [ServerProcess, ServerProcess]
  const job = uuidv7()
  await api(a, 'POST', '/api/jobs', { id: job, checkIn: carA().checkIn, arrives: new Date().toISOString(), due: null })
  await api(a, 'POST', `/api/jobs/${job}/procedure`)
  const first = listen(a, job)
  const other = listen(b, job)
  await Promise.all([first.open, other.open])

  const said = new Map<number, number>()
  const note = async (server: ServerProcess, text: string) => {
    const event = (await api(server, 'POST', `/api/jobs/${job}/events`, {
      id: uuidv7(),
      type: 'note',
      data: { text },
      device: 'd',
      deviceSeq: 0,
      deviceTime: '',
    })) as { position: number }
    said.set(event.position, Date.now())
  }
  // Both servers at once, so that numbers are given before others are committed.
  for (let i = 0; i < 15; i++) await Promise.all([note(a, `a ${i}`), note(b, `b ${i}`), note(a, `c ${i}`)])
  for (const ear of [first, other]) {
    await vi.waitFor(
      () => expect(ear.heard.map((h) => h.position)).toEqual([...said.keys()].sort((x, y) => x - y)),
      3000,
    )
    for (const h of ear.heard) expect(h.at - said.get(h.position!)!).toBeLessThan(1000)
  }

  // One server dies; its listener comes back at the other with the last number it heard.
  const last = first.heard.at(-1)!.id
  await a.kill()
  await first.end()
  for (let i = 0; i < 5; i++) await note(b, `after ${i}`)
  const again = listen(b, job, last)
  await again.open
  await note(b, 'live again')
  await vi.waitFor(() => {
    const all = [...first.heard, ...again.heard].map((h) => h.position)
    expect(all).toEqual([...said.keys()].sort((x, y) => x - y))
  }, 3000)
  await Promise.all([other.end(), again.end()])
  servers = [b]
})
