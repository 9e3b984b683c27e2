import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { Step } from '#core/procedures/schema.ts'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob, openJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller
let hand: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

describe('the work ledger', () => {
  it('numbers events without gaps, counts a repeated one once and keeps everyone’s order', async () => {
    const job = await issuedJob(front, lead)
    const start = intent('step-started', { step: 'walk_round:car' })
    const [first, again] = [
      await hand.send('POST', `/api/jobs/${job.id}/events`, start),
      await hand.send('POST', `/api/jobs/${job.id}/events`, start),
    ]
    expect(again.body.position).toBe(first.body.position)
    const notes = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        hand.send('POST', `/api/jobs/${job.id}/events`, intent('note', { text: `note ${i}` })),
      ),
    )
    expect(notes.every((n) => n.status === 200)).toBe(true)
    const ledger = (await hand.get(`/api/jobs/${job.id}/events`)).body
    expect(ledger.map((e: { position: number }) => e.position)).toEqual(Array.from({ length: 15 }, (_, i) => i + 1))
    const { state } = (await hand.get(`/api/jobs/${job.id}/work`)).body
    expect(state.notes).toHaveLength(12)
    expect(state.steps['walk_round:car'].status).toBe('running')
  })
  it('of two people who start the same step at once one is told why not', async () => {
    const job = await issuedJob(front, lead)
    const answers = await Promise.all(
      [hand, lead].map((who) =>
        who.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' })),
      ),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect(answers.find((a) => a.status === 409)!.body.code).toBe('running')
  })
  it('pages forwards by position, and an unchanged ledger costs nothing to ask for again', async () => {
    const job = await issuedJob(front, lead)
    for (let i = 0; i < 3; i++)
      await hand.send('POST', `/api/jobs/${job.id}/events`, intent('note', { text: `note ${i}` }))
    const positions = async (after: number) =>
      (await hand.get(`/api/jobs/${job.id}/events?after=${after}`)).body.map((e: { position: number }) => e.position)
    expect(await positions(0)).toEqual([1, 2, 3, 4, 5])
    expect(await positions(3)).toEqual([4, 5])
    expect((await hand.get(`/api/jobs/${job.id}/events?after=x`)).status).toBe(400)
    const path = `/api/jobs/${job.id}/events`
    const tag = (await t.call('GET', path, undefined, { cookie: hand.cookie })).headers.get('etag')!
    const ask = () => t.call('GET', path, undefined, { cookie: hand.cookie, 'if-none-match': tag })
    expect((await ask()).status).toBe(304)
    await hand.send('POST', path, intent('note', { text: 'one more' }))
    expect((await ask()).status).toBe(200)
  })
  it('refuses work on a draft', async () => {
    const job = await openJob(front)
    expect(
      (await hand.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' }))).body
        .code,
    ).toBe('not-issued')
  })
})

it('a step opened again gives its time once: the first end counts no more, the second counts both stretches', async () => {
  const { id, procedure } = await issuedJob(lead, lead)
  const step = procedure.steps.find((s: Step) => s.crew > 0 && s.skills.length === 0 && s.stage !== 'kit') as Step
  const says = async (type: string) =>
    (await lead.send('POST', `/api/jobs/${id}/events`, intent(type, { step: step.id }))).status
  const times = async () => {
    const [rows] = await t.connection.pool.query(
      'select timed_took as took from events where job_id = ? and timed_took is not null',
      [id],
    )
    return (rows as { took: number }[]).map(({ took }) => Math.round(took))
  }
  expect(await says('step-reopened')).toBe(409)
  expect(await says('step-started')).toBe(200)
  t.turnClock(6)
  expect(await says('step-finished')).toBe(200)
  expect(await times()).toEqual([6])
  expect(await says('step-reopened')).toBe(200)
  expect(await times()).toEqual([])
  t.turnClock(30)
  expect(await says('step-started')).toBe(200)
  t.turnClock(34)
  expect(await says('step-finished')).toBe(200)
  expect(await times()).toEqual([10])
  t.turnClock(0)
})
