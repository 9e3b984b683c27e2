import { afterEach, beforeEach, expect, inject, it } from 'vitest'
import type { PlanAnswer } from '#core/plan/schema.ts'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { Disturbance, OfferView, PlanStep, PlanView } from './views.ts'

let t: TestServer
let lead: Caller
let front: Caller

// A shop for each: six cars are more than a day that is begun at ten has room for.
beforeEach(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
})
afterEach(() => t.close())

it('a day with five disturbances: each is told, planned round, held by an independent checker, and what has begun stays', async () => {
  const owner = await t.as('reedmere', 'odile', '7301')
  const jobs = [await issuedJob(front, lead), await issuedJob(front, lead)]
  const first = jobs[0]!
  await lead.send('POST', '/api/plan')
  const started = intent('step-started', { step: 'walk_round:car' })
  expect((await lead.send('POST', `/api/jobs/${first.id}/events`, started)).status).toBe(200)
  const kinds = async () => ((await lead.get('/api/plan')).body.disturbed ?? []).map((d: Disturbance) => d.kind)
  const replanned = async () => {
    expect((await lead.send('POST', '/api/plan')).status).toBe(200)
    const { request, answer } = (await lead.get('/api/plan/problem')).body
    expect(faultsOfPlan(request, answer)).toEqual([])
    const begun = request.fixed.find((f: { activity: string }) => f.activity === `${first.id}/walk_round:car`)
    expect(answer.assignments).toContainEqual(expect.objectContaining({ ...begun, end: expect.any(Number) }))
    expect((await kinds()).filter((k: string) => k !== 'late')).toEqual([])
    return answer as PlanAnswer
  }
  await replanned()

  // A car walks in.
  const walkIn = await issuedJob(front, lead)
  expect(await kinds()).toContain('came')
  const withIt = await replanned()
  expect(withIt.assignments.some((a) => a.activity.startsWith(walkIn.id))).toBe(true)

  // A machine breaks down: one of however many wet vacuums are left of them.
  const { machines } = (await owner.get('/api/shop')).body
  const broken = machines.map((m: { kind: string; count: number }) =>
    m.kind === 'wet-vac' ? { ...m, broken: { count: m.count, since: '2026-11-28', why: 'motor' } } : m,
  )
  expect((await owner.send('PUT', '/api/shop/machines', { machines: broken })).status).toBe(200)
  expect(await kinds()).toContain('machine')
  const without = await replanned()
  expect(without.unscheduled.map((u) => u.code)).toContain('no-equipment')
  expect((await owner.send('PUT', '/api/shop/machines', { machines })).status).toBe(200)
  expect((await replanned()).unscheduled).toEqual([])

  // Somebody goes for an hour.
  const view = (await lead.get('/api/plan')).body
  const wren = view.people.find((p: { name: string }) => p.name === 'Wren').id
  const from = Math.floor(view.now)
  const away = { day: view.day, away: [{ from, to: Math.min(1440, from + 60), why: 'school' }] }
  expect((await lead.send('PUT', `/api/people/${wren}/away`, away)).status).toBe(204)
  const gone = await replanned()
  const hers = gone.assignments.filter((a) => a.technicians.includes(wren) && a.start > from + 1)
  expect(hers.filter((a) => a.start < from + 60)).toEqual([])
  await lead.send('PUT', `/api/people/${wren}/away`, { ...away, away: [] })

  // Somebody leaves a step out, with a reason; what waited for it need not any more.
  const out = first.procedure.steps.find((s: { treatment: string }) => s.treatment === 'dust').id
  const left = intent('step-skipped', { step: out, reason: 'done at the last visit' })
  expect((await lead.send('POST', `/api/jobs/${first.id}/events`, left)).status).toBe(200)
  const lighter = await replanned()
  expect(lighter.assignments.some((a) => a.activity === `${first.id}/${out}`)).toBe(false)

  // A lead gives a step to somebody else: it stays theirs when something else happens.
  const now = (await lead.get('/api/plan')).body
  const glass = now.jobs
    .find((j: { id: string }) => j.id === first.id)
    .steps.find((s: PlanStep) => s.id.startsWith('glass_in') && s.by)
  const other = now.people.find((p: { id: string }) => !glass.by!.includes(p.id)).id
  const moves = [{ activity: `${first.id}/${glass.id}`, technicians: [other], start: null }]
  expect((await lead.send('PUT', '/api/plan', { version: now.version, moves, dryRun: false })).status).toBe(200)
  await issuedJob(front, lead)
  expect(await kinds()).toContain('came')
  const last = await replanned()
  expect(last.assignments.find((a) => a.activity === moves[0]!.activity)!.technicians).toEqual([other])
  // A day is planned eight times over.
})

it('planned again by itself: what happened brings an offer, which is kept as it was shown, or left until something else happens', async () => {
  const offer = async () => (await lead.get('/api/plan/offer')).body as OfferView | null
  const view = async () => (await lead.get('/api/plan')).body as PlanView
  await issuedJob(front, lead)
  await lead.send('POST', '/api/plan')
  // Nothing has happened: nothing is offered.
  expect(await offer()).toBeNull()

  const walkIn = await issuedJob(front, lead)
  const first = (await offer())!
  const sign = (await lead.get(`/api/jobs/${walkIn.id}`)).body.callSign
  expect(first.cars).toContainEqual(expect.objectContaining({ sign, was: null, ready: expect.any(Number) }))
  expect(first.unplanned).toBe(0)
  // Everybody who leads sees the same one, and a technician sees none.
  expect((await offer())!.id).toBe(first.id)
  const technician = await t.as('reedmere', 'ines', '2694')
  expect((await technician.get('/api/plan/offer')).status).toBe(403)

  // Left: what has happened is still told, and nobody is asked again about it.
  const { version } = await view()
  expect((await lead.send('POST', '/api/plan/leave', { version })).status).toBe(200)
  expect(await view()).toMatchObject({ left: true, disturbed: [{ kind: 'came', sign }] })
  expect(await offer()).toBeNull()
  // It was made from the plan before: that one is over.
  expect((await lead.send('POST', '/api/plan/keep', { offer: first.id })).status).toBe(409)

  // Something else happens: it is offered with both.
  const second = await issuedJob(front, lead)
  const both = (await offer())!
  expect((await view()).left).toBeUndefined()
  expect(both.cars.filter((c) => c.was === null)).toHaveLength(2)
  const kept = await lead.send('POST', '/api/plan/keep', { offer: both.id })
  expect(kept.status).toBe(200)
  expect(kept.body.disturbed?.filter((d: Disturbance) => d.kind === 'came') ?? []).toEqual([])
  const { request, answer } = (await lead.get('/api/plan/problem')).body
  expect(faultsOfPlan(request, answer)).toEqual([])
  for (const id of [walkIn.id, second.id])
    expect(answer.assignments.some((a: { activity: string }) => a.activity.startsWith(id))).toBe(true)
  // What was shown is what is kept.
  for (const to of both.to) expect(answer.assignments).toContainEqual(to)
  expect(answer.moved).toEqual(both.moved)
  // Kept once, and taken back like any change.
  expect((await lead.send('POST', '/api/plan/keep', { offer: both.id })).status).toBe(409)
  expect((await lead.send('POST', '/api/plan/back', { version: kept.body.version })).status).toBe(200)
  expect((await lead.send('POST', '/api/plan/keep', { offer: 'made up' })).body.code).toBe('offer-over')
})
