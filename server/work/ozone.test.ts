// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
const id = uuidv7()

beforeAll(async () => {
  const shop = {
    ...demoShop,
    people: demoShop.people.map((p) => (p.login === 'tam' ? { ...p, skills: [...p.skills, 'ozone'] } : p)),
    equipment: [...demoShop.equipment, { kind: 'ozone-unit', count: 1 }],
  }
  t = await testServer(inject('database'), [shop])
  lead = await t.as('reedmere', 'tam', '4182')
})
afterAll(() => t.close())

const say = (type: string, data: object = {}) => lead.send('POST', `/api/jobs/${id}/events`, intent(type, data))
const code = async (type: string, data: object = {}) => {
  const { status, body } = await say(type, data)
  return status === 200 ? 'said' : `${status} ${body.code}`
}

it('a scripted run: locked by what was shut, aired for its time, let into by a reading, handed over by a lower one', async () => {
  const { checkIn } = carA()
  checkIn.permissions = { ...checkIn.permissions, ozone: true }
  checkIn.odours = [{ kind: 'smoke', level: 3, source: '', at: ['overhead-1.headliner'] }]
  await lead.send('POST', '/api/jobs', { id, checkIn, arrives: t.context.now(), due: null })
  const settings = { version: 0, settings: { houseRules: { odour: 'ozone' } } }
  expect((await lead.send('PUT', `/api/jobs/${id}/procedure/settings`, settings)).status).toBe(200)
  expect((await lead.send('POST', `/api/jobs/${id}/procedure`)).status).toBe(200)
  const { steps } = (await lead.get(`/api/jobs/${id}/procedure`)).body.procedure
  const ozone = steps.findIndex((s: any) => s.treatment === 'ozone')
  for (const s of steps.slice(0, ozone)) await say('step-skipped', { step: s.id, reason: 'not part of this run' })
  expect(await code('step-started', { step: 'ozone:car' })).toBe('said')
  expect(await code('step-finished', { step: 'ozone:car' })).toBe('said')
  const refit = steps.find((s: any) => s.stage === 'refit').id
  expect(await code('step-started', { step: refit })).toMatch(/^409/)
  expect(await code('step-finished', { step: 'ozone_run:car' })).toMatch(/^409/)
  t.turnClock(31)
  expect(await code('step-finished', { step: 'ozone_run:car' })).toBe('said')
  expect(await code('air-read', { ppm: 0.02 })).toBe('said')
  // Read too early, and not aired long enough.
  expect(await code('step-finished', { step: 'air_out:car' })).toMatch(/^409/)
  t.turnClock(31 + 61)
  expect(await code('step-finished', { step: 'air_out:car' })).toMatch(/^409/)
  expect(await code('air-read', { ppm: 0.2 })).toBe('said')
  expect(await code('step-finished', { step: 'air_out:car' })).toMatch(/^409/)
  expect(await code('air-read', { ppm: 0.08 })).toBe('said')
  expect(await code('step-finished', { step: 'air_out:car' })).toBe('said')
  for (const s of steps.slice(ozone + 3)) await say('step-skipped', { step: s.id, reason: 'not part of this run' })
  const { places } = (await lead.get(`/api/jobs/${id}/report`)).body
  for (const p of places ?? []) await say('check-passed', { place: p.id })
  const given = await say('handed-over', { to: 'Ms Quill' })
  expect(given.status).toBe(409)
  expect(JSON.stringify(given.body)).toContain('0.05')
  const { state } = (await lead.get(`/api/jobs/${id}/work`)).body
  expect(state.air.map((r: any) => r.ppm)).toEqual([0.02, 0.2, 0.08])
  expect(JSON.stringify(state.notes)).toContain('air-read')
})
