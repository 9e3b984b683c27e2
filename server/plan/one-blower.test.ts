import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import type { PlanView } from './views.ts'

let t: TestServer
let lead: Caller

beforeAll(async () => {
  const equipment = demoShop.equipment.map((e) => (e.kind === 'drying-blower' ? { ...e, count: 1 } : e))
  t = await testServer(inject('database'), [{ ...demoShop, equipment }])
  lead = await t.as('reedmere', 'tam', '4182')
})
afterAll(() => t.close())

it('says when two cars count on the one blower, and that one alone has it to itself', async () => {
  const first = await issuedJob(lead, lead)
  const dries = first.procedure.steps.filter((s: { id: string }) => s.id.startsWith('dry:seats'))
  expect(dries.map((s: { drying: { air: string } }) => s.drying.air)).toContain('blower')
  expect(((await lead.send('POST', '/api/plan')).body as PlanView).overdrawn).toBeUndefined()

  const second = await issuedJob(lead, lead)
  const plan = (await lead.send('POST', '/api/plan')).body as PlanView
  // Minute by minute, from the steps as they are drawn: mats hang beside the car.
  const driesAt = (job: string, minute: number) =>
    plan.jobs
      .find((j) => j.id === job)!
      .steps.some((s) => s.id.startsWith('dry:') && s.id !== 'dry:mats' && s.at![0] <= minute && minute < s.at![1])
  const both = Array.from({ length: 2880 }, (_, minute) => minute).filter(
    (minute) => driesAt(first.id, minute) && driesAt(second.id, minute),
  )
  const told = (plan.overdrawn ?? []).flatMap(({ from, to }) => Array.from({ length: to - from }, (_, i) => from + i))
  expect(told).toEqual(both)
  expect(both.length).toBeGreaterThan(0)
  for (const { machine, count, jobs } of plan.overdrawn!)
    expect([machine, count, [...jobs].sort()]).toEqual(['drying-blower', 1, [first.id, second.id].sort()])
})
