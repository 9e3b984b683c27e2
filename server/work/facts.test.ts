// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let ines: Caller
let jory: Caller
let desk: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  ines = await t.as('reedmere', 'ines', '2694')
  jory = await t.as('reedmere', 'jory', demoShop.people.find((p) => p.login === 'jory')!.pin)
  desk = await t.as('reedmere', 'bea', '3925')
})
afterAll(() => t.close())

async function issued() {
  const id = uuidv7()
  await lead.send('POST', '/api/jobs', { id, checkIn: carA().checkIn, arrives: new Date().toISOString(), due: null })
  const { body } = await lead.send('POST', `/api/jobs/${id}/procedure`)
  return { id, procedure: body.procedure }
}
const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString()
const fact = (type: string, data: object, minutes: number) => ({ ...intent(type, data), deviceTime: ago(minutes) })
const batch = (events: object[], sentAt = new Date().toISOString()) => ({ events, sentAt })
const walk = { step: 'walk_round:car' }

describe('what waited', () => {
  it('is taken in order, each thing once, however often it is sent', async () => {
    const { id } = await issued()
    const waited = batch([fact('step-started', walk, 40), fact('step-finished', walk, 31)])
    const first = await ines.send('POST', `/api/jobs/${id}/events`, waited)
    expect(first.status, JSON.stringify(first.body)).toBe(200)
    const again = await ines.send('POST', `/api/jobs/${id}/events`, waited)
    expect(again.body.events.map((e: any) => [e.id, e.position])).toEqual(
      first.body.events.map((e: any) => [e.id, e.position]),
    )
    const { state } = (await ines.get(`/api/jobs/${id}/work`)).body
    expect(state.steps['walk_round:car'].status).toBe('finished')
    expect(state.conflicts).toEqual([])
    const events = (await ines.get(`/api/jobs/${id}/events`)).body
    expect(events.filter((e: any) => e.type.startsWith('step-')).map((e: any) => e.type)).toEqual([
      'step-started',
      'step-finished',
    ])
    // How long it took is the device's to say, what time it was is not.
    const { startedAt, finishedAt } = state.steps['walk_round:car']
    expect((Date.parse(finishedAt) - Date.parse(startedAt)) / 60_000).toBeCloseTo(9, 1)
    expect((Date.now() - Date.parse(startedAt)) / 60_000).toBeCloseTo(40, 0)
  })
  it('is dated by the server though the device’s clock is two years off or unreadable', async () => {
    const { id } = await issued()
    const off = 2 * 365 * 24 * 3_600_000
    const then = (minutes: number) => new Date(Date.now() - off - minutes * 60_000).toISOString()
    const waited = batch(
      [
        { ...intent('step-started', walk), deviceTime: then(20) },
        { ...intent('step-finished', walk), deviceTime: 'noon' },
      ],
      then(0),
    )
    await ines.send('POST', `/api/jobs/${id}/events`, waited)
    const { startedAt, finishedAt } = (await ines.get(`/api/jobs/${id}/work`)).body.state.steps['walk_round:car']
    expect((Date.now() - Date.parse(startedAt)) / 60_000).toBeCloseTo(20, 0)
    expect(Date.parse(finishedAt)).toBeLessThanOrEqual(Date.now())
  })
  it('is never refused for what others did meanwhile: both are kept and both are named', async () => {
    const { id } = await issued()
    await ines.send('POST', `/api/jobs/${id}/events`, intent('step-started', walk))
    await ines.send('POST', `/api/jobs/${id}/events`, intent('step-finished', walk))
    const refused = await jory.send('POST', `/api/jobs/${id}/events`, intent('step-started', walk))
    expect([refused.status, refused.body.code]).toEqual([409, 'over'])
    const waited = batch([
      fact('step-started', walk, 12),
      fact('step-finished', walk, 5),
      fact('step-finished', { step: 'gone:car' }, 4),
      fact('note', { text: 'sun on the dash' }, 3),
    ])
    const sent = await jory.send('POST', `/api/jobs/${id}/events`, waited)
    expect(sent.status).toBe(200)
    expect(sent.body.events.map((e: any) => e.offline.conflict)).toEqual(['over', 'over', 'unknown-step', null])
    const { state } = (await jory.get(`/api/jobs/${id}/work`)).body
    expect(state.conflicts).toHaveLength(3)
    expect(state.conflicts[0].against.by).toHaveLength(1)
    expect(state.steps['walk_round:car'].by).toHaveLength(2)
    expect(speak.log(state).map((n) => n.text)).toEqual(['sun on the dash'])
  })
  it('is refused from those who may not work, and when it is malformed; nothing of it is stored then', async () => {
    const { id } = await issued()
    const before = (await ines.get(`/api/jobs/${id}/events`)).body.length
    expect((await desk.send('POST', `/api/jobs/${id}/events`, batch([fact('step-started', walk, 3)]))).status).toBe(403)
    expect((await ines.send('POST', `/api/jobs/${id}/events`, batch([]))).status).toBe(400)
    expect((await ines.send('POST', `/api/jobs/${id}/events`, batch([{ type: 'step-started' }]))).status).toBe(400)
    expect((await ines.get(`/api/jobs/${id}/events`)).body.length).toBe(before)
  })
  it('from two phones at once ends in one state, on the server and folded anew', async () => {
    const { id, procedure } = await issued()
    const steps = procedure.steps.filter((s: any) => s.crew > 0).slice(0, 6)
    const waited = steps.flatMap((s: any, i: number) => [
      fact('step-started', { step: s.id }, 60 - 2 * i),
      fact('step-finished', { step: s.id }, 59 - 2 * i),
    ])
    const mine = () => waited.map((e: any) => ({ ...e, id: uuidv7() }))
    await Promise.all(
      [ines, jory].flatMap((who) => {
        const list = mine()
        return [list.slice(0, 5), list.slice(5), list].map((part) =>
          who.send('POST', `/api/jobs/${id}/events`, batch(part)),
        )
      }),
    )
    const events = (await ines.get(`/api/jobs/${id}/events`)).body
    expect(events.map((e: any) => e.position)).toEqual(events.map((_: any, i: number) => i + 1))
    expect(new Set(events.map((e: any) => e.id)).size).toBe(events.length)
    const { replay } = await import('#core/job/reduce.ts')
    expect(JSON.parse(JSON.stringify(replay(events, procedure)))).toEqual(
      (await ines.get(`/api/jobs/${id}/work`)).body.state,
    )
  })
})
