// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import mysql from 'mysql2/promise'
import pino from 'pino'
import { catalogue } from '#catalogue/catalogue.ts'
import { buildApp } from '#server/app.ts'
import { type Connection, connect } from '#server/database/connection.ts'
import { migrate } from '#server/database/migrate.ts'
import { morningZone, seedShop } from '#server/demo/seed.ts'
import { demoShop, type ShopSpec } from '#server/demo/shop.ts'
import { Live } from '#server/http/live.ts'
import type { World } from '#server/http/route.ts'

let count = 0

/** A fresh database in the test instance, migrated. @returns its address */
export async function freshDatabase(base: string): Promise<string> {
  const name = `t_${process.pid}_${Date.now().toString(36)}_${count++}`
  const root = await mysql.createConnection({ uri: base })
  await root.query(`CREATE DATABASE ${name}`)
  await root.end()
  return base.replace(/\/[^/]*$/, `/${name}`)
}

export interface TestWorld {
  world: World
  connection: Connection
  /** Signs in and returns a caller that carries the session. */
  as(shop: string, login: string, pin: string): Promise<Caller>
  call(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Response>
  close(): Promise<void>
}
export interface Caller {
  get(path: string): Promise<{ status: number; body: any }>
  send(method: string, path: string, body?: unknown): Promise<{ status: number; body: any }>
  cookie: string
}

/** The whole server without a port, over a fresh database, with the demo shop's people (and no day) in it. */
export async function testWorld(base: string, shops: ShopSpec[] = [demoShop]): Promise<TestWorld> {
  const connection = connect(await freshDatabase(base))
  await migrate(connection)
  for (const shop of shops) await seedShop(connection.db, shop, morningZone(new Date().toISOString()))
  const world: World = {
    db: connection.db,
    live: new Live(),
    catalogue,
    log: pino({ level: 'silent' }),
    now: () => new Date().toISOString(),
  }
  const app = buildApp(world, new AbortController().signal)
  const call: TestWorld['call'] = async (method, path, body, headers = {}) =>
    app.request(path, {
      method,
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    })
  const read = async (response: Response) => ({
    status: response.status,
    body: response.status === 204 ? undefined : await response.json(),
  })
  return {
    world,
    connection,
    call,
    async as(shop, login, pin) {
      const response = await call('POST', '/api/session', { shop, login, pin })
      const cookie = response.headers.get('set-cookie')?.split(';')[0]
      if (!cookie) throw new Error(`${login} could not sign in: ${response.status}`)
      return {
        cookie,
        get: async (path) => read(await call('GET', path, undefined, { cookie })),
        send: async (method, path, body) => read(await call(method, path, body, { cookie })),
      }
    },
    close: () => connection.close(),
  }
}

/** A second shop, with the same trades and other people. */
export const otherShop: ShopSpec = {
  ...demoShop,
  code: 'farside',
  name: 'Far Side Valeting',
  people: [
    { login: 'nils', name: 'Nils', role: 'owner', pin: '1234', skills: ['extract'], shifts: [[0, 1440]] },
    { login: 'oona', name: 'Oona', role: 'technician', pin: '4321', skills: [], shifts: [[0, 1440]] },
  ],
}
