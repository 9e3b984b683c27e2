import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'
import { standInMeter } from './source.ts'

let t: TestServer
let lead: Caller

beforeAll(async () => {
  t = await testServer(inject('database'))
  t.context.meter = standInMeter
  lead = await t.as('reedmere', 'tam', '4182')
})
afterAll(() => t.close())

/** The first readings of a stream, which is then left. */
async function listen(path: string, wanted: number, cookie = lead.cookie): Promise<{ status: number; said: string[] }> {
  const response = await t.call('GET', path, undefined, { cookie })
  if (response.status !== 200) return { status: response.status, said: [] }
  const reader = response.body!.getReader()
  const said: string[] = []
  while (said.length < wanted) {
    const { value, done } = await reader.read()
    if (done) break
    said.push(new TextDecoder().decode(value))
  }
  await reader.cancel()
  return { status: 200, said }
}

it('reads what dries, every other second, and nothing else, for whoever works here', async () => {
  const { id, procedure } = await issuedJob(lead, lead)
  const dry = procedure.steps.find((s: { id: string }) => s.id.startsWith('dry:seats'))
  const path = `/api/jobs/${id}/meter?step=${encodeURIComponent(dry.id)}`
  // Nothing is wet yet.
  expect((await listen(path, 1)).status).toBe(409)
  for (const s of procedure.steps) {
    if (s.id === dry.id) break
    await lead.send('POST', `/api/jobs/${id}/events`, intent('step-skipped', { step: s.id, reason: 'for this test' }))
  }
  const { status, said } = await listen(path, 2)
  expect(status).toBe(200)
  for (const line of said) {
    expect(line).toMatch(/^event: reading/)
    const { grams } = JSON.parse(line.split('data: ')[1]!)
    expect(grams).toBeGreaterThan(0)
    expect(grams).toBeLessThan(1000)
  }
  expect((await listen(`/api/jobs/${id}/meter?step=judge:car`, 1)).status).toBe(409)
  expect((await listen(`/api/jobs/${id}/meter`, 1)).status).toBe(409)
  const desk = await t.as('reedmere', 'bea', '3925')
  expect((await listen(path, 1, desk.cookie)).status).toBe(403)
  expect((await listen(path, 1, '')).status).toBe(401)
  expect((await lead.get(`/api/jobs/${id}/work`)).body.metered).toBe(true)

  // Found dry: the stream says so and ends.
  await lead.send('POST', `/api/jobs/${id}/events`, intent('step-finished', { step: dry.id }))
  expect((await listen(path, 1)).status).toBe(409)
})

it('is not there where no device is', async () => {
  const bare = await testServer(inject('database'))
  try {
    const by = await bare.as('reedmere', 'tam', '4182')
    const { id } = await issuedJob(by, by)
    expect((await by.get(`/api/jobs/${id}/meter?step=dry:seats-1`)).status).toBe(404)
    expect((await by.get(`/api/jobs/${id}/work`)).body.metered).toBeUndefined()
  } finally {
    await bare.close()
  }
})
