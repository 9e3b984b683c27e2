import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import type { Step } from '#core/procedures/schema.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { morningZone } from '#server/demo/store.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { PlanView } from './views.ts'

let t: TestServer
let lead: Caller

beforeAll(async () => {
  t = await testServer(inject('database'))
  lead = await t.as('reedmere', 'tam', '4182')
})
afterAll(() => t.close())

const damp = { high: 8, low: 2, humidity: 0.75, wind: 1, clear: false, sunset: 970 }

it('weather that turns after the sheet was issued: Plan, Work and Day have what dries later, all by the same minutes', async () => {
  const { id, procedure } = await issuedJob(lead, lead)
  const mats = procedure.steps.find((s: Step) => s.id === 'dry:mats') as Step
  const before = procedure.links.filter((l: { to: string }) => l.to === mats.id).map((l: { from: string }) => l.from)
  await lead.send('POST', '/api/plan')
  const tap = async (type: 'step-started' | 'step-finished' | 'step-skipped', step: string, more = {}) =>
    expect((await lead.send('POST', `/api/jobs/${id}/events`, intent(type, { step, ...more }))).status).toBe(200)
  // All that is before the mats hang is left out, but for what wets them.
  const until = procedure.steps.findIndex((s: Step) => s.id === before.at(-1))
  for (const { id: step, crew } of procedure.steps.slice(0, until + 1) as Step[]) {
    if (crew === 0) continue
    if (!before.includes(step)) await tap('step-skipped', step, { reason: 'not part of what is shown' })
    else {
      await tap('step-started', step)
      await tap('step-finished', step)
    }
  }
  const spans = async () => {
    const plan = (await lead.get('/api/plan')).body as PlanView
    const span = (step: string) => plan.jobs.find((j) => j.id === id)!.steps.find((s) => s.id === step)!.at!
    const work = (await lead.get(`/api/jobs/${id}/work`)).body
    const day = (await lead.get('/api/day')).body
    const judged = (list: { kind: string; step: string; at: string }[]) =>
      list.find((n) => n.kind === 'judge-dry' && n.step === mats.id)!.at
    return {
      hanging: span(mats.id)[1] - span(mats.id)[0],
      toCome: span('dry:seats-1')[1] - span('dry:seats-1')[0],
      work: judged(work.needs),
      day: judged(day.jobs.find((j: { id: string }) => j.id === id).needs),
      outside: work.outside,
    }
  }
  const issued = await spans()
  expect(issued.outside).toBeUndefined()
  expect(issued.hanging).toBe(mats.minutes)
  expect(issued.work).toBe(issued.day)

  const today = dayIn(morningZone(t.context.now()), t.context.now())
  expect((await lead.send('PUT', `/api/weather/${today}`, { weather: damp })).status).toBe(200)
  const now = await spans()
  // The sheet was made for a mild day, 20 °C at half; this is about 7 °C at nine tenths.
  expect(now.hanging).toBeGreaterThan(2 * issued.hanging)
  expect(now.toCome).toBeGreaterThan(2 * issued.toCome)
  expect(now.day).toBe(now.work)
  expect((Date.parse(now.work) - Date.parse(issued.work)) / 60_000).toBe(now.hanging - issued.hanging)
  // The sheet itself stays as it was signed.
  const kept = (await lead.get(`/api/jobs/${id}/issued`)).body.procedure
  expect(kept.steps.find((s: Step) => s.id === mats.id).minutes).toBe(mats.minutes)

  // Two readings of a meter are believed more than any weather, on the plan as on the phone.
  const read = (grams: number) =>
    lead.send('POST', `/api/jobs/${id}/events`, intent('moisture-read', { step: mats.id, grams }))
  t.turnClock(10)
  expect((await read(120)).status).toBe(200)
  t.turnClock(20)
  expect((await read(90)).status).toBe(200)
  const bent = await spans()
  expect(bent.hanging).toBeLessThan(now.hanging)
  const wetted = Date.parse(now.work) - now.hanging * 60_000
  expect((Date.parse(bent.work) - wetted) / 60_000).toBe(bent.hanging)
})
