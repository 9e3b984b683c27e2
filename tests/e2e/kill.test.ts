// biome-ignore-all lint/suspicious/noExplicitAny: plain JSON
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { connect } from '#server/database/connection.ts'
import { freePort, type Instance, startInstance } from '#server/database/instance.ts'
import { migrate } from '#server/database/migrate.ts'
import { demoShop } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'
import { carA } from '../fixtures/cars.ts'
import { type ServerProcess, startServer } from '../support/server-process.ts'
import { signIn } from '../support/sign-in.ts'

// A database of its own with the disk's guarantees switched on, because it is going to be killed.
const folder = mkdtempSync(join(tmpdir(), 'chamomile-kill-'))
let database: Instance
let server: ServerProcess
let port: number

beforeAll(async () => {
  database = await startInstance({ folder, onUnexpectedEnd: () => {} })
  port = await freePort()
  const connection = connect(database.uri)
  await migrate(connection)
  await seedShop(connection.db, demoShop, morningZone(new Date().toISOString()))
  await connection.close()
  server = await startServer(database.uri, port)
})
afterAll(async () => {
  await server.stop()
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
})

async function send(
  cookie: string,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: any }> {
  const response = await fetch(server.base + path, {
    method,
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(15_000),
  })
  return { status: response.status, body: response.status === 204 ? undefined : await response.json() }
}

it('kill -9 of the server and of MariaDB between two step events loses no acknowledged event', async () => {
  const cookie = await signIn(server.base, 'Tam')
  const job = uuidv7()
  await send(cookie, 'POST', '/api/jobs', {
    id: job,
    checkIn: carA().checkIn,
    arrives: new Date().toISOString(),
    due: null,
  })
  const { procedure } = (await send(cookie, 'POST', `/api/jobs/${job}/procedure`)).body
  const acknowledged: string[] = []
  const say = async (type: string, data: object) => {
    const id = uuidv7()
    const answer = await send(cookie, 'POST', `/api/jobs/${job}/events`, {
      id,
      type,
      data,
      device: 'd',
      deviceSeq: acknowledged.length,
      deviceTime: '',
    })
    expect(answer.status, JSON.stringify(answer.body)).toBe(200)
    acknowledged.push(id)
  }
  const [walk, next] = procedure.steps as { id: string }[]
  await say('step-started', { step: walk!.id })

  await server.kill()
  server = await startServer(database.uri, port)
  await say('step-finished', { step: walk!.id })

  process.kill(database.pid, 'SIGKILL')
  // While the database is down nothing is acknowledged, and the refusal is a problem document.
  const down = await send(cookie, 'POST', `/api/jobs/${job}/events`, {
    id: uuidv7(),
    type: 'note',
    data: { text: 'lost?' },
    device: 'd',
    deviceSeq: 9,
    deviceTime: '',
  })
  expect(down.status).toBe(500)
  expect(down.body.detail).not.toMatch(/insert|select|mysql|ECONN/i)
  database = await startInstance({ folder, port: database.port, onUnexpectedEnd: () => {} })
  await say('step-started', { step: next!.id })

  await Promise.all([server.kill(), Promise.resolve(process.kill(database.pid, 'SIGKILL'))])
  database = await startInstance({ folder, port: database.port, onUnexpectedEnd: () => {} })
  server = await startServer(database.uri, port)
  await say('step-finished', { step: next!.id })

  const ledger = (await send(cookie, 'GET', `/api/jobs/${job}/events`)).body as { id: string; position: number }[]
  const kept = new Set(ledger.map((e) => e.id))
  expect(acknowledged.filter((id) => !kept.has(id))).toEqual([])
  expect(ledger.map((e) => e.position)).toEqual(ledger.map((_, i) => i + 1))
  const { state } = (await send(cookie, 'GET', `/api/jobs/${job}/work`)).body
  expect([state.steps[walk!.id].status, state.steps[next!.id].status]).toEqual(['finished', 'finished'])
})
