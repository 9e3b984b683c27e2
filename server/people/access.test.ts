import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'
import { pauseAfter } from './store/ways-in.ts'

let t: TestServer
let owner: Caller
let hand: Caller
let nils: Caller
let oona: Caller
/** The world's clock, moved by the tests of pauses. */

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  owner = await t.as('reedmere', 'odile', '7301')
  hand = await t.as('reedmere', 'jory', '5560')
  nils = await t.as('farside', 'nils', '1234')
  oona = await t.as('farside', 'oona', '4321')
})
afterAll(() => t.close())

const json = async (response: Response) =>
  (await response.json()) as { code: string; state?: string; people?: { id: string; name: string }[] }
const cookieOf = (response: Response) => response.headers.get('set-cookie')?.split(';')[0] ?? ''
const enrolment = { shop: 'reedmere', login: 'odile', password: 'lakeside-heron', deviceName: 'spare phone' }

describe('the door', () => {
  it('names nobody before the device is enrolled', async () => {
    expect(await json(await t.call('GET', '/api/sign-in'))).toEqual({ state: 'not-enrolled' })
    const answer = await t.call('POST', '/api/session', { person: uuidv7(), pin: '1234' })
    expect(answer.status).toBe(401)
    expect((await json(answer)).code).toBe('not-enrolled')
  })
  it('lets a device in for the owner’s password alone, with a cookie scripts cannot read', async () => {
    const answer = await t.call('POST', '/api/devices', { ...enrolment, shop: ' Reedmere' })
    expect(answer.status).toBe(204)
    expect(answer.headers.get('set-cookie')).toMatch(/^chamomile_device=.*HttpOnly.*SameSite=Strict/)
    const door = await json(await t.call('GET', '/api/sign-in', undefined, { cookie: cookieOf(answer) }))
    expect(door.people!.map((p) => p.name)).toEqual(['Bea', 'Ines', 'Jory', 'Odile', 'Tam', 'Wren'])
    for (const wrong of [{ password: 'lakeside-heran' }, { login: 'tam' }, { shop: 'farside' }, { login: 'nobody' }]) {
      const refused = await t.call('POST', '/api/devices', { ...enrolment, ...wrong })
      expect(refused.status).toBe(401)
      expect(refused.headers.get('set-cookie')).toBeNull()
    }
  })
  it('hands over in one call: the one before is signed out', async () => {
    const device = cookieOf(await t.call('POST', '/api/devices', enrolment))
    const { people } = await json(await t.call('GET', '/api/sign-in', undefined, { cookie: device }))
    const id = (name: string) => people!.find((p) => p.name === name)!.id
    const first = cookieOf(
      await t.call('POST', '/api/session', { person: id('Wren'), pin: '8137' }, { cookie: device }),
    )
    const second = cookieOf(
      await t.call('POST', '/api/session', { person: id('Ines'), pin: '2694' }, { cookie: `${device}; ${first}` }),
    )
    const name = async (session: string) =>
      (
        (await (await t.call('GET', '/api/session', undefined, { cookie: `${device}; ${session}` })).json()) as {
          name: string
        } | null
      )?.name
    expect(await name(first)).toBeUndefined()
    expect(await name(second)).toBe('Ines')
  })
  it('a shop is opened on the first visit only', async () => {
    const shop = {
      shopName: 'Another',
      code: 'another',
      timeZone: 'Etc/GMT',
      ownerName: 'Ada',
      login: 'ada',
      password: 'a long password',
      pin: '1234',
      deviceName: 'desk',
    }
    expect((await json(await t.call('POST', '/api/shop', shop))).code).toBe('shop-exists')
    const empty = await testServer(inject('database'), [])
    expect(await json(await empty.call('GET', '/api/sign-in'))).toEqual({ state: 'first-visit' })
    expect((await empty.call('POST', '/api/shop', { ...shop, timeZone: 'Moon/Base' })).status).toBe(400)
    // Of several first visits at once one opens the shop.
    const answers = await Promise.all([1, 2, 3].map(() => empty.call('POST', '/api/shop', shop)))
    expect(answers.map((a) => a.status).sort()).toEqual([204, 409, 409])
    const device = cookieOf(answers.find((a) => a.status === 204)!)
    const door = await json(await empty.call('GET', '/api/sign-in', undefined, { cookie: device }))
    const session = cookieOf(
      await empty.call('POST', '/api/session', { person: door.people![0]!.id, pin: '1234' }, { cookie: device }),
    )
    const containers = (await (
      await empty.call('GET', '/api/mixing/containers', undefined, { cookie: `${device}; ${session}` })
    ).json()) as unknown[]
    expect(containers.length).toBeGreaterThan(2)
    await empty.close()
  })
})

describe('wrong PINs', () => {
  it('pause longer and longer, lock after ten, and only the owner unlocks; other people and devices are not touched', async () => {
    expect([0, 2, 3, 4, 9].map(pauseAfter)).toEqual([0, 0, 5000, 10_000, 320_000])
    const device = cookieOf(await t.call('POST', '/api/devices', enrolment))
    const { people } = await json(await t.call('GET', '/api/sign-in', undefined, { cookie: device }))
    const id = (name: string) => people!.find((p) => p.name === name)!.id
    const tryPin = async (pin: string, person = id('Tam'), cookie = device) => {
      const answer = await t.call('POST', '/api/session', { person, pin }, { cookie })
      return answer.status === 204 ? 'in' : (await json(answer)).code
    }
    let ahead = 0
    const wrong: string[] = []
    for (let i = 0; i < 3; i++) wrong.push(await tryPin('0000'))
    expect(wrong).toEqual(['sign-in', 'sign-in', 'sign-in'])
    // Even the right PIN waits: otherwise the pause would tell nothing to a guesser but the truth.
    expect(await tryPin('4182')).toBe('wait')
    for (let i = 3; i < 10; i++) {
      ahead += pauseAfter(i) + 1000
      t.turnClock(ahead / 60_000)
      expect(await tryPin('0000')).toBe('sign-in')
    }
    t.turnClock(ahead / 60_000 + 24 * 60)
    expect(await tryPin('4182')).toBe('locked')
    const other = cookieOf(await t.call('POST', '/api/devices', { ...enrolment, deviceName: 'other' }))
    expect(await tryPin('4182', id('Tam'), other)).toBe('in')
    expect(await tryPin('8137', id('Wren'))).toBe('in')
    expect((await hand.send('POST', `/api/people/${id('Tam')}/unlock`)).status).toBe(403)
    expect((await owner.send('POST', `/api/people/${id('Tam')}/unlock`)).status).toBe(204)
    expect(await tryPin('4182')).toBe('in')
    const trail = (await owner.get('/api/audit')).body.entries.map((e: { what: string }) => e.what)
    expect(trail).toEqual(
      expect.arrayContaining(['locked', 'unlocked', 'sign-in-failed', 'signed-in', 'device-enrolled']),
    )
    t.turnClock(0)
  })
  it('trying ids that nobody has is slowed down as well', async () => {
    const device = cookieOf(await t.call('POST', '/api/devices', { ...enrolment, deviceName: 'guesser' }))
    const codes: string[] = []
    for (let i = 0; i < 5; i++)
      codes.push(
        (await json(await t.call('POST', '/api/session', { person: uuidv7(), pin: '1234' }, { cookie: device }))).code,
      )
    expect(codes).toEqual(['sign-in', 'sign-in', 'sign-in', 'wait', 'wait'])
  })
  it('owner passwords are slowed down too', async () => {
    const codes: string[] = []
    for (let i = 0; i < 4; i++)
      codes.push(
        (
          await json(
            await t.call('POST', '/api/devices', {
              ...enrolment,
              shop: 'farside',
              login: 'nils',
              password: 'wrong password',
            }),
          )
        ).code,
      )
    expect(codes).toEqual(['sign-in', 'sign-in', 'sign-in', 'wait'])
  })
})

describe('keeping people, sessions and devices', () => {
  it('adds somebody who then signs in; a login is taken once', async () => {
    const person = {
      id: uuidv7(),
      login: 'uma',
      name: 'Uma',
      role: 'technician',
      pin: '6071',
      skills: ['leather'],
      shifts: [[480, 720]],
    }
    expect((await owner.send('POST', '/api/people', person)).status).toBe(204)
    expect((await owner.send('POST', '/api/people', person)).status).toBe(204)
    expect((await owner.send('POST', '/api/people', { ...person, id: uuidv7() })).body.code).toBe('login-taken')
    expect(
      (await owner.send('POST', '/api/people', { ...person, id: uuidv7(), login: 'v', skills: ['juggling'] })).body
        .errors[0].pointer,
    ).toBe('/skills')
    expect(
      (await owner.send('POST', '/api/people', { ...person, id: uuidv7(), login: 'v', shifts: [[720, 480]] })).body
        .errors[0].pointer,
    ).toBe('/shifts')
    const all = (await owner.get('/api/people')).body as { login: string; name: string }[]
    expect(all.filter((p) => p.login === 'uma')).toHaveLength(1)
    expect(JSON.stringify(all)).not.toMatch(/hash|argon/i)
  })
  it('a changed role counts at once; the last owner stays one', async () => {
    const people = (await owner.get('/api/people')).body as { id: string; name: string }[]
    const id = (name: string) => people.find((p) => p.name === name)!.id
    expect((await hand.send('POST', '/api/plan')).status).toBe(403)
    expect((await owner.send('PUT', `/api/people/${id('Jory')}/role`, { role: 'lead' })).status).toBe(204)
    expect((await hand.send('POST', '/api/plan')).status).toBe(200)
    expect((await owner.send('PUT', `/api/people/${id('Odile')}/role`, { role: 'technician' })).body.code).toBe(
      'last-owner',
    )
    const change = (await owner.get('/api/audit')).body.entries.find((e: { what: string }) => e.what === 'role-changed')
    expect(change).toMatchObject({ person: id('Jory'), by: id('Odile'), detail: 'technician → lead' })
  })
  it('lists and ends sessions: one’s own, or for the owner everybody’s', async () => {
    const mine = (await hand.get('/api/sessions')).body as { person: string; current: boolean; id: string }[]
    expect(new Set(mine.map((s) => s.person))).toEqual(new Set(['Jory']))
    const everybody = (await owner.get('/api/sessions')).body as { person: string; id: string }[]
    expect(everybody.length).toBeGreaterThan(mine.length)
    const foreign = everybody.find((s) => s.person === 'Odile')!
    expect((await hand.send('DELETE', `/api/sessions/${foreign.id}`)).status).toBe(404)
    expect((await owner.send('DELETE', `/api/sessions/${mine.find((s) => s.current)!.id}`)).status).toBe(204)
    expect((await hand.get('/api/day')).status).toBe(401)
  })
  it('a device sent away loses its sessions and its names', async () => {
    const wren = await t.as('reedmere', 'wren', '8137')
    const device = (await owner.get('/api/devices')).body.find(
      (d: { name: string; revoked: null | string }) => d.name === 'wren’s' && !d.revoked,
    )
    expect((await owner.send('DELETE', `/api/devices/${device.id}`)).status).toBe(204)
    expect((await wren.get('/api/day')).status).toBe(401)
    expect((await wren.get('/api/sign-in')).body.state).toBe('not-enrolled')
    expect((await owner.send('DELETE', `/api/devices/${device.id}`)).status).toBe(404)
  })
  it('another shop’s people, sessions and devices are 404', async () => {
    for (const [method, path, body] of [
      ['PUT', `/api/people/${(await owner.get('/api/people')).body[0].id}/role`, { role: 'lead' }],
      ['POST', `/api/people/${(await owner.get('/api/people')).body[0].id}/unlock`, undefined],
      ['DELETE', `/api/sessions/${(await owner.get('/api/sessions')).body[0].id}`, undefined],
      ['DELETE', `/api/devices/${(await owner.get('/api/devices')).body[0].id}`, undefined],
    ] as const) {
      expect((await nils.send(method, path, body)).status, `${method} ${path}`).toBe(404)
    }
    expect((await oona.get('/api/devices')).status).toBe(403)
  })
  it('the audit trail pages backwards without gaps', async () => {
    for (let i = 0; i < 60; i++)
      await t.call('POST', '/api/session', { person: uuidv7(), pin: '1234' }, { cookie: owner.cookie })
    const seen: number[] = []
    let next: number | null | undefined
    do {
      const { entries, next: more } = (await owner.get(next === undefined ? '/api/audit' : `/api/audit?before=${next}`))
        .body
      seen.push(...entries.map((e: { seq: number }) => e.seq))
      next = more
    } while (next !== null)
    expect(seen).toEqual([...new Set(seen)].sort((a, b) => b - a))
    expect((await owner.get('/api/audit?before=soon')).status).toBe(400)
  })
})

it('asking too fast is told with how long to wait', async () => {
  const slow = await testServer(inject('database'), [demoShop])
  slow.context.requestsPerSecond = 5
  // The limit is read when the application is built.
  const { buildApp } = await import('#server/app.ts')
  const app = buildApp(slow.context, new AbortController().signal)
  const statuses = await Promise.all(Array.from({ length: 40 }, async () => (await app.request('/api/session')).status))
  expect(statuses.filter((s) => s === 200).length).toBeGreaterThanOrEqual(20)
  expect(statuses.filter((s) => s === 429).length).toBeGreaterThan(10)
  await slow.close()
})
