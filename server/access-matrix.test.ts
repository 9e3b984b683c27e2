import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { carA } from '../tests/fixtures/cars.ts'
import { intent } from '../tests/support/intent.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../tests/support/test-server.ts'
import { allRoutes } from './app.ts'
import { demoShop } from './demo/shop.ts'
import { roles } from './http/roles.ts'

let t: TestServer
let own: Record<(typeof roles)[number], Caller>
let stranger: Caller
let strangeHand: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  own = {
    owner: await t.as('reedmere', 'odile', '7301'),
    lead: await t.as('reedmere', 'tam', '4182'),
    technician: await t.as('reedmere', 'ines', '2694'),
    'front-desk': await t.as('reedmere', 'bea', '3925'),
  }
  stranger = await t.as('farside', 'nils', '1234')
  strangeHand = await t.as('farside', 'oona', '4321')
})
afterAll(() => t.close())

const opening = () => ({ id: uuidv7(), checkIn: carA().checkIn, arrives: new Date().toISOString(), due: null })
async function openJob() {
  const { status, body } = await own['front-desk'].send('POST', '/api/jobs', opening())
  expect(status).toBe(200)
  return body
}
async function issuedJob() {
  const job = await openJob()
  const { status } = await own.lead.send('POST', `/api/jobs/${job.id}/procedure`)
  expect(status).toBe(200)
  return { id: job.id as string }
}

/** How a door answers: open (whatever comes of an empty body), closed to the role, or not there. */
const sign = ({ status, body }: { status: number; body: { code?: string } | undefined }): string =>
  status === 403 && body?.code === 'not-allowed' ? 'no' : status === 404 && body?.code === 'not-found' ? '404' : 'yes'

const cell = (text: string) => text.padEnd(11)

/** Every route knocked at by every role on its own shop's job, and by another shop's owner and technician on the same job. */
async function matrix(): Promise<string> {
  const job = await issuedJob()
  const callers: [string, Caller][] = [
    ...roles.map((role): [string, Caller] => [role, own[role]]),
    ['~owner', stranger],
    ['~technician', strangeHand],
  ]
  const lines = [`${'route'.padEnd(42)}${callers.map(([name]) => cell(name)).join('')}`]
  for (const route of allRoutes(t.context)) {
    if (route.allow === 'anybody') {
      lines.push(`${`${route.method} ${route.path}`.padEnd(42)}anybody, before a session`)
      continue
    }
    // What has an id that is no job's is asked for one that nobody has: only the role is judged.
    const ofJob = route.path.startsWith('/api/jobs/:id')
    const path = route.path.replace(':id', ofJob ? job.id : uuidv7())
    const signs: string[] = []
    for (const [, caller] of callers) {
      const answer = sign(await caller.send(route.method, path, route.body ? {} : undefined))
      signs.push(answer === '404' && !ofJob ? 'yes' : answer)
    }
    lines.push(`${`${route.method} ${route.path}`.padEnd(42)}${signs.map(cell).join('')}`)
  }
  return `${lines.map((line) => line.trimEnd()).join('\n')}\n`
}

describe('access', () => {
  it('is the matrix of every route, every role and one’s own or (~) another’s shop that tests/fixtures/access.txt shows', async () => {
    expect(await matrix()).toBe(readFileSync('tests/fixtures/access.txt', 'utf8'))
    // Some two thousand calls.
  })
  it('nothing works without signing in', async () => {
    for (const route of allRoutes(t.context).filter((r) => r.allow !== 'anybody'))
      expect(
        (await t.call(route.method, route.path.replace(':id', uuidv7()), route.body ? {} : undefined)).status,
      ).toBe(401)
  })
  it('the front desk hands over but does not work, a technician the other way round', async () => {
    const job = await issuedJob()
    const start = intent('step-started', { step: 'walk_round:car' })
    expect((await own['front-desk'].send('POST', `/api/jobs/${job.id}/events`, start)).status).toBe(403)
    expect(
      (await own.technician.send('POST', `/api/jobs/${job.id}/events`, intent('handed-over', { to: 'x' }))).status,
    ).toBe(403)
  })
})

describe('another shop’s job', () => {
  it('is 404 by every route, for its owner and for its technician, in the same words as a job that does not exist', async () => {
    const job = await issuedJob()
    const strip = ({ requestId: _r, ...rest }: Record<string, unknown>) => rest
    const routes = allRoutes(t.context).filter((r) => r.path.includes('/jobs/:id'))
    expect(routes.length).toBeGreaterThanOrEqual(8)
    for (const who of [stranger, strangeHand]) {
      for (const route of routes) {
        const body = route.body ? intent('step-started', { step: 'walk_round:car' }) : undefined
        const [foreign, none] = await Promise.all(
          [job.id, uuidv7()].map((id) => who.send(route.method, route.path.replace(':id', id), body)),
        )
        expect(foreign!.status, `${route.method} ${route.path}`).toBe(404)
        expect(strip(foreign!.body)).toEqual(strip(none!.body))
      }
    }
  })
  it('does not show in any list', async () => {
    await issuedJob()
    expect((await stranger.get('/api/day')).body.jobs).toEqual([])
    expect((await stranger.get('/api/mixing/demand')).body).toEqual([])
    const names = (await stranger.get('/api/people')).body.map((p: { name: string }) => p.name)
    expect(names).toEqual(['Nils', 'Oona'])
  })
  it('cannot be planned into, mixed for, or reused by its id', async () => {
    const job = await openJob()
    expect((await stranger.send('POST', '/api/jobs', { ...opening(), id: job.id })).status).toBe(409)
    const container = (await own.lead.get('/api/mixing/containers')).body[0].id
    const batch = { id: uuidv7(), product: 'apc', ratio: { concentrate: 1, water: 10 }, container, fill: 100 }
    expect((await stranger.send('POST', '/api/mixing/batches', batch)).status).toBe(404)
  })
})
