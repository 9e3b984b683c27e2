import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { PlanStep } from './views.ts'

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

describe('the plan', () => {
  it('plans issued jobs, tells what a change by hand breaks, and saves it only from the newest version', async () => {
    const job = await issuedJob(front, lead)
    await hand.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' }))
    const made = (await lead.send('POST', '/api/plan')).body
    const { steps } = made.jobs.find((j: { id: string }) => j.id === job.id)
    const target = `${job.id}/${steps.find((s: PlanStep) => s.id.startsWith('lm:') && s.at).id}`
    const desk = (await lead.get('/api/people')).body.find((p: { name: string }) => p.name === 'Bea').id
    const change = { version: made.version, activity: target, technicians: [desk], dryRun: true }
    const asked = await lead.send('PUT', '/api/plan', change)
    expect(asked.body.warnings.map((w: { code: string }) => w.code)).toContain('shift')
    expect((await lead.get('/api/plan')).body.changed).toBe(false)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).status).toBe(200)
    expect((await lead.get('/api/plan')).body.changed).toBe(true)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).body.code).toBe('stale')
    const begun = { ...change, version: made.version + 1, activity: `${job.id}/walk_round:car` }
    expect((await lead.send('PUT', '/api/plan', begun)).body.code).toBe('already-begun')
    expect(
      (await lead.send('PUT', '/api/plan', { version: 1, activity: 'no/such', technicians: [desk], dryRun: true }))
        .status,
    ).toBe(404)
  })
})
