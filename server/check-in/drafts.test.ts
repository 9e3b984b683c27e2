import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { countOf } from '../../tests/support/count-of.ts'
import { issuedJob, opening, openJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
})
afterAll(() => t.close())

describe('check-in drafts', () => {
  it('a stale save is refused with what is there now, and changes nothing', async () => {
    const job = await openJob(front)
    const draft = (version: number, customer: string) => ({ version, checkIn: { ...job.checkIn, customer }, due: null })
    expect((await front.send('PUT', `/api/jobs/${job.id}/check-in`, draft(1, 'first'))).body.version).toBe(2)
    const second = await lead.send('PUT', `/api/jobs/${job.id}/check-in`, draft(1, 'second'))
    expect(second.status).toBe(409)
    expect(second.body).toMatchObject({ code: 'stale', current: { version: 2, checkIn: { customer: 'first' } } })
    expect((await lead.get(`/api/jobs/${job.id}`)).body.checkIn.customer).toBe('first')
  })
  it('a save sent again because its answer was lost is the same save', async () => {
    const job = await openJob(front)
    const draft = {
      version: 1,
      checkIn: { ...job.checkIn, customer: 'once' },
      due: new Date(Date.now() + 86_400_000).toISOString(),
    }
    const first = await front.send('PUT', `/api/jobs/${job.id}/check-in`, draft)
    const second = await front.send('PUT', `/api/jobs/${job.id}/check-in`, draft)
    expect(first.body.version).toBe(2)
    expect([second.status, second.body]).toEqual([200, first.body])
    const settings = { version: 0, settings: { finish: 'trade' } }
    const set = () => lead.send('PUT', `/api/jobs/${job.id}/procedure/settings`, settings)
    const [one, two] = [await set(), await set()]
    expect([one.status, two.status, two.body]).toEqual([200, 200, one.body])
  })
  it('of many saves at once from one version exactly one wins', async () => {
    const job = await openJob(front)
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        front.send('PUT', `/api/jobs/${job.id}/check-in`, {
          version: 1,
          checkIn: { ...job.checkIn, customer: `c${i}` },
          due: null,
        }),
      ),
    )
    expect(saves.filter((s) => s.status === 200)).toHaveLength(1)
    expect(saves.filter((s) => s.status === 409)).toHaveLength(7)
  })
  it('opened twice with one id it is one job; call signs of open jobs differ', async () => {
    const body = opening()
    const [a, b] = await Promise.all([front.send('POST', '/api/jobs', body), front.send('POST', '/api/jobs', body)])
    expect(a.body.id).toBe(b.body.id)
    const jobs = await Promise.all(Array.from({ length: 5 }, () => openJob(front)))
    expect(new Set(jobs.map((j) => j.callSign)).size).toBe(5)
  })
  it('a surface the body does not have is refused by pointer and not stored', async () => {
    const bad = opening()
    bad.checkIn.condition = { 'seat-7q.lid': { soil: 1 } }
    const before = await countOf(t, 'jobs')
    const { status, body } = await front.send('POST', '/api/jobs', bad)
    expect(status).toBe(400)
    expect(body.errors[0].pointer).toBe('/checkIn/condition/seat-7q.lid')
    expect(await countOf(t, 'jobs')).toBe(before)
  })
  it('times that do not exist or make no sense, and doors without a row, are refused by pointer', async () => {
    const pointers = async (change: object) =>
      (await front.send('POST', '/api/jobs', { ...opening(), ...change })).body.errors?.map(
        (e: { pointer: string }) => e.pointer,
      )
    expect(await pointers({ arrives: '2026-13-45T99:99Z' })).toEqual(['/arrives'])
    expect(await pointers({ due: '2020-01-01T00:00Z' })).toEqual(['/due'])
    expect(await pointers({ due: '9999-01-01T00:00Z' })).toEqual(['/due'])
    const { checkIn } = opening()
    checkIn.vehicle.body.doors.push({ row: 3, kind: 'hinged' })
    expect(await pointers({ checkIn })).toEqual(['/checkIn/vehicle/body/doors/2/row'])
  })
  it('once checked in it is no draft, and it is not checked in twice', async () => {
    const job = await issuedJob(front, lead)
    expect((await lead.send('POST', `/api/jobs/${job.id}/procedure`)).body.code).toBe('checked-in')
    expect(
      (await lead.send('PUT', `/api/jobs/${job.id}/check-in`, { version: 2, checkIn: carA().checkIn, due: null })).body
        .code,
    ).toBe('checked-in')
  })
})
