// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { catalogue } from '#catalogue/catalogue.ts'
import { buildApp } from '#server/app.ts'
import { type Connection, connect } from '#server/database/connection.ts'
import { migrate } from '#server/database/migrate.ts'
import { demoShop, type ShopSpec } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'
import { FileStore } from '#server/files/by-content.ts'
import type { AppContext } from '#server/http/route.ts'
import { Live } from '#server/http/stream.ts'
import { interfaceCheck } from './interface-check.ts'
import { databaseLike, emptyShop } from './test-databases.ts'

/** JSON, and not lines of it. */
const isJson = (type: string): boolean => /[/+]json/.test(type)

export interface TestServer {
  context: AppContext
  connection: Connection
  /** Operations of the description that have succeeded so far. */
  described: ReadonlySet<string>
  /** Signs in and returns a caller that carries the session. */
  as(shop: string, login: string, pin: string): Promise<Caller>
  call(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Response>
  /** Puts the server's clock so many minutes ahead of the real one. */
  turnClock(minutes: number): void
  close(): Promise<void>
}
export interface Caller {
  get(path: string): Promise<{ status: number; body: any }>
  send(method: string, path: string, body?: unknown): Promise<{ status: number; body: any }>
  cookie: string
}

/**
 * The whole server without a port, over a fresh database, with the demo shop's people (and no day) in it.
 * @param moment where the database is one that is there already: the time it is for the server
 */
export async function testServer(base: string, shops: ShopSpec[] = [demoShop], moment?: string): Promise<TestServer> {
  const connection = connect(moment === undefined ? await databaseLike(base, emptyShop) : base)
  await migrate(connection)
  if (moment === undefined)
    for (const shop of shops) await seedShop(connection.db, shop, morningZone(new Date().toISOString()))
  const files = mkdtempSync(join(tmpdir(), 'chamomile-files-'))
  let ahead = 0
  const context: AppContext = {
    db: connection.db,
    live: new Live(connection.db, 50),
    catalogue,
    log: pino({ level: 'silent' }),
    files: new FileStore(files),
    now: () => moment ?? new Date(Date.now() + ahead * 60_000).toISOString(),
    requestsPerSecond: 100_000,
  }
  await context.live.start()
  const app = buildApp(context, new AbortController().signal)
  const inspection = interfaceCheck(
    (await (await app.request('/api/openapi.json')).json()) as Parameters<typeof interfaceCheck>[0],
  )
  const call: TestServer['call'] = async (method, path, body, headers = {}) => {
    const response = await app.request(path, {
      method,
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof Uint8Array ? (body as string) : JSON.stringify(body) }),
      headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    })
    // Every answer any test gets is held against the published description.
    const type = response.headers.get('content-type') ?? ''
    inspection.check(method, path, response.status, type, isJson(type) ? await response.clone().json() : undefined)
    return response
  }
  const read = async (response: Response) => ({
    status: response.status,
    body: isJson(response.headers.get('content-type') ?? '') ? await response.json() : undefined,
  })
  return {
    context,
    connection,
    call,
    described: inspection.seen,
    turnClock(minutes) {
      ahead = minutes
    },
    async as(shop, login, pin) {
      const spec = [...shops, demoShop].find((sh) => sh.code === shop)!
      const owner = spec.people.find((p) => p.password)!
      const enrolled = await call('POST', '/api/devices', {
        shop,
        login: owner.login,
        password: owner.password,
        deviceName: `${login}’s`,
      })
      const device = enrolled.headers.get('set-cookie')!.split(';')[0]!
      const waysIn = (await (await call('GET', '/api/sign-in', undefined, { cookie: device })).json()) as {
        people: { id: string; name: string }[]
      }
      const name = spec.people.find((p) => p.login === login)!.name
      const response = await call(
        'POST',
        '/api/session',
        { person: waysIn.people.find((p) => p.name === name)!.id, pin },
        { cookie: device },
      )
      const session = response.headers.get('set-cookie')?.split(';')[0]
      if (!session) throw new Error(`${login} could not sign in: ${response.status}`)
      const cookie = `${device}; ${session}`
      return {
        cookie,
        get: async (path) => read(await call('GET', path, undefined, { cookie })),
        send: async (method, path, body) => read(await call(method, path, body, { cookie })),
      }
    },
    async close() {
      await context.live.stop()
      await connection.close()
      rmSync(files, { recursive: true, force: true })
    },
  }
}

/** A second shop, with the same trades and other people. */
export const otherShop: ShopSpec = {
  ...demoShop,
  code: 'farside',
  name: 'Far Side Valeting',
  people: [
    {
      login: 'nils',
      name: 'Nils',
      role: 'owner',
      pin: '1234',
      password: 'over-the-water',
      skills: ['extract'],
      shifts: [[0, 1440]],
    },
    { login: 'oona', name: 'Oona', role: 'technician', pin: '4321', skills: [], shifts: [[0, 1440]] },
  ],
}
