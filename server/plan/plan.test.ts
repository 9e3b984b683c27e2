import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { toActivities } from '#core/procedures/activities.ts'
import { usualAbout } from '#core/shop/typical.ts'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob, openJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { PlanStep, PlanView } from './views.ts'

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

const stepsOf = (plan: Pick<PlanView, 'jobs'>, job: string): PlanStep[] => plan.jobs.find((j) => j.id === job)!.steps

describe('the plan', () => {
  it('plans issued jobs, tells what a change by hand breaks and costs, and saves it only from the newest version', async () => {
    const job = await issuedJob(front, lead)
    await hand.send('POST', `/api/jobs/${job.id}/events`, intent('step-started', { step: 'walk_round:car' }))
    const made = (await lead.send('POST', '/api/plan')).body
    const target = `${job.id}/${stepsOf(made, job.id).find((s) => s.id.startsWith('lm:') && s.at)!.id}`
    const desk = (await lead.get('/api/people')).body.find((p: { name: string }) => p.name === 'Bea').id
    const moves = [{ activity: target, technicians: [desk], start: null }]
    const change = { version: made.version, moves, dryRun: true }
    const asked = await lead.send('PUT', '/api/plan', change)
    expect(asked.body.warnings.map((w: { code: string }) => w.code)).toContain('shift')
    expect((await lead.get('/api/plan')).body.changed).toBe(false)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).status).toBe(200)
    expect((await lead.get('/api/plan')).body.changed).toBe(true)
    expect((await lead.send('PUT', '/api/plan', { ...change, dryRun: false })).body.code).toBe('stale')
    const begun = {
      ...change,
      version: made.version + 1,
      moves: [{ ...moves[0]!, activity: `${job.id}/walk_round:car` }],
    }
    expect((await lead.send('PUT', '/api/plan', begun)).body.code).toBe('already-begun')
    const nowhere = { ...change, moves: [{ ...moves[0]!, activity: 'no/such' }] }
    expect((await lead.send('PUT', '/api/plan', nowhere)).status).toBe(404)
  })

  it('a needle under somebody’s hands: nobody is sent to what waits for it, how much that is is told, and no end is made up', async () => {
    const { id, procedure } = await issuedJob(front, lead)
    const say = async (type: 'step-started' | 'step-finished' | 'step-paused', step: string) =>
      expect(
        (await hand.send('POST', `/api/jobs/${id}/events`, intent(type, { step }))).status,
        `${type} ${step}`,
      ).toBe(200)
    const seat = procedure.steps.findIndex((s: { id: string }) => s.id.startsWith('vac_seat:'))
    for (const step of procedure.steps.slice(0, seat)) {
      if (step.crew > 0) await say('step-started', step.id)
      await say('step-finished', step.id)
    }
    const { id: vacuumed, surfaces } = procedure.steps[seat]
    await say('step-started', vacuumed)
    await say('step-paused', vacuumed)
    const before: PlanView = (await lead.send('POST', '/api/plan')).body
    expect(before.jobs.find((j) => j.id === id)!.ready).toBeGreaterThan(before.now)
    const found = { condition: { [surfaces[0]]: { soil: 2, biohazard: ['sharps'] } }, note: 'a needle in the crease' }
    expect((await lead.send('POST', `/api/jobs/${id}/procedure/revision`, found)).status).toBe(200)
    const made: PlanView = (await lead.send('POST', '/api/plan')).body
    const car = made.jobs.find((j) => j.id === id)!
    expect(car.held).toBeGreaterThan(0)
    expect([car.ready, car.late]).toEqual([undefined, undefined])
    // The needle waits for somebody trained, of whom this shop has none: that is told, and nothing goes on before.
    const needle = made.answer.unscheduled.find((u) => u.activity.includes('stop:sharps'))!
    expect(needle.code).toBe('no-skill')
    const planned = car.steps.filter((s) => s.at && !s.fixed).map((s) => s.id)
    expect(planned).toEqual([])
  })

  it('what was moved stays moved when the day is planned again, until it is let go; each change can be taken back', async () => {
    const job = await issuedJob(front, lead)
    const made = (await lead.send('POST', '/api/plan')).body
    const at = (plan: Pick<PlanView, 'jobs'>, id: string) => stepsOf(plan, job.id).find((s) => s.id === id)!
    // The last glass of the day, an hour later than planned, and by somebody else.
    const glass = stepsOf(made, job.id)
      .filter((s) => s.id.startsWith('glass_in') && s.at && s.by)
      .at(-1)!
    const other = made.people.find((p: { id: string }) => !glass.by!.includes(p.id)).id
    const start = glass.at![0] + 60
    const moves = [{ activity: `${job.id}/${glass.id}`, technicians: [other], start }]
    const asked = (await lead.send('PUT', '/api/plan', { version: made.version, moves, dryRun: true })).body
    // What waits for it comes later: the car is ready later than it was, and is named.
    const cost = asked.costs.find((c: { job: string }) => c.job === job.id)
    expect(cost.ready).toBeGreaterThan(cost.was)
    await lead.send('PUT', '/api/plan', { version: made.version, moves, dryRun: false })
    const moved = (await lead.get('/api/plan')).body
    expect(at(moved, glass.id)).toMatchObject({
      by: [other],
      at: [start, expect.anything()],
      kept: { by: 'Tam', timed: true },
    })
    const again = (await lead.send('POST', '/api/plan')).body
    expect(at(again, glass.id)).toMatchObject({ by: [other], at: [start, expect.anything()], kept: { by: 'Tam' } })
    // Taken back twice it is as it was made.
    expect(again.back).toBeGreaterThanOrEqual(2)
    const once = (await lead.send('POST', '/api/plan/back', { version: again.version })).body
    const twice = (await lead.send('POST', '/api/plan/back', { version: once.version })).body
    expect(at(twice, glass.id).by).toEqual(glass.by)
    expect(at(twice, glass.id).kept).toBeUndefined()
    expect((await lead.send('POST', '/api/plan/back', { version: once.version })).body.code).toBe('stale')
    // Moved again and let go, nothing holds it.
    await lead.send('PUT', '/api/plan', { version: twice.version, moves, dryRun: false })
    const { version } = (await lead.get('/api/plan')).body
    const free = await lead.send('POST', '/api/plan/let-go', { version, activities: [moves[0]!.activity] })
    expect(at(free.body, glass.id).kept).toBeUndefined()
    expect((await hand.send('POST', '/api/plan/let-go', { version, activities: [moves[0]!.activity] })).status).toBe(
      403,
    )
  })

  it('says how sure it is of each car, and what would help one', async () => {
    const job = await issuedJob(front, lead)
    const made = (await lead.send('POST', '/api/plan')).body
    const { body: odds } = await hand.get('/api/plan/odds')
    const mine = odds.jobs.find((j: { job: string }) => j.job === job.id)
    expect(mine.odds).toHaveLength(21)
    expect(mine.likely).toBeGreaterThanOrEqual(mine.odds[10])
    expect(made.jobs.find((j: { id: string }) => j.id === job.id).ready).toBeGreaterThan(made.now)
    const help = (await lead.get(`/api/plan/help/${job.id}`)).body
    expect(help.at(-1).what).toEqual({ kind: 'promise' })
    expect((await lead.get('/api/plan/help/0190a000-0000-7000-8000-000000000000')).status).toBe(404)
  })

  it('says when one car more could be ready among what is booked, and keeps nothing of it', async () => {
    const draft = await openJob(front)
    const { procedure } = (await lead.get(`/api/jobs/${draft.id}/procedure`)).body
    const before = (await lead.send('POST', '/api/plan')).body
    const wanted = { job: draft.id, arrives: draft.arrives, ...toActivities(draft.id, procedure) }
    const { status, body } = await front.send('POST', '/api/plan/promise', wanted)
    expect(status).toBe(200)
    // No sooner than one person alone could have it done: some ninety minutes of car A.
    expect(body.ready).toBeGreaterThan(before.now + 40)
    expect(body.likely).toBeGreaterThanOrEqual(body.ready)
    expect((await lead.get('/api/plan')).body.version).toBe(before.version)
    const issued = await issuedJob(front, lead)
    const twice = await lead.send('POST', '/api/plan/promise', { ...wanted, job: issued.id })
    expect(twice.body.code).toBe('already-issued')
  })

  it('leaves the minutes for going over that the shop says, three where it says nothing', async () => {
    const owner = await t.as('reedmere', 'odile', '7301')
    const { name, timeZone, about: before } = (await owner.get('/api/shop')).body
    const about = before ?? usualAbout
    const said = async (minutes?: number) => {
      const body = { name, timeZone, about: { ...about, ...(minutes === undefined ? {} : { goingOver: minutes }) } }
      expect((await owner.send('PUT', '/api/shop/about', body)).status).toBe(200)
      return (await lead.send('POST', '/api/plan')).body.goingOver
    }
    expect(await said()).toBe(3)
    expect(await said(7)).toBe(7)
    expect(await said(0)).toBeUndefined()
    const tooLong = { name, timeZone, about: { ...about, goingOver: 31 } }
    expect((await owner.send('PUT', '/api/shop/about', tooLong)).body.errors[0].pointer).toBe('/about/goingOver')
    expect(await said()).toBe(3)
  })

  it('a car that comes after it was made is told, and an absence of whoever has work', async () => {
    const made = (await lead.send('POST', '/api/plan')).body
    expect((await lead.get('/api/plan')).body.disturbed ?? []).toEqual([])
    await issuedJob(front, lead)
    const { body } = await lead.get('/api/plan')
    expect(body.disturbed.map((d: { kind: string }) => d.kind)).toEqual(['came'])
    // Whoever has most to do goes home at once.
    const ahead = made.jobs.flatMap((j: { steps: PlanStep[] }) => j.steps.filter((s) => s.at && s.at[0] > made.now))
    const stepsOfPerson = (id: string) => ahead.filter((s: PlanStep) => s.by?.includes(id)).length
    const [gone] = made.people.toSorted(
      (a: { id: string }, b: { id: string }) => stepsOfPerson(b.id) - stepsOfPerson(a.id),
    )
    const away = { day: made.day, away: [{ from: Math.floor(made.now), to: 1440, why: 'ill' }] }
    expect((await hand.send('PUT', `/api/people/${gone.id}/away`, away)).status).toBe(403)
    expect((await lead.send('PUT', `/api/people/${gone.id}/away`, away)).status).toBe(204)
    const without = (await lead.get('/api/plan')).body
    expect(without.disturbed).toContainEqual({ kind: 'away', person: gone.id, steps: expect.any(Number) })
    const again = (await lead.send('POST', '/api/plan')).body
    expect(again.disturbed ?? []).toEqual([])
    const still = again.jobs.flatMap((j: { steps: PlanStep[] }) => j.steps.filter((s) => s.by?.includes(gone.id)))
    expect(still.filter((s: PlanStep) => s.at![0] > again.now)).toEqual([])
    expect(again.people.find((p: { id: string }) => p.id === gone.id)).toMatchObject({
      hours: expect.anything(),
      away: away.away,
    })
    const backwards = { ...away, away: [{ from: 700, to: 600, why: '' }] }
    expect((await lead.send('PUT', `/api/people/${gone.id}/away`, backwards)).body.errors[0].pointer).toBe('/away/0')
  })
})
