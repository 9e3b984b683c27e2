// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { carA } from '../fixtures/cars.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { intent } from '../support/intent.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

it('a car with ozone in it is locked on every phone: nobody inside, not before, and no button that lets anybody in', async () => {
  const { base, browser } = demo
  const owner = (await person(browser, base, 'odile', '7301')).page
  const send = (page: typeof owner, method: 'post' | 'put', path: string, data?: object) =>
    page.request[method](base + path, { data, headers: { origin: base } })
  const people = (await (await owner.request.get(`${base}/api/people`)).json()) as any[]
  const tam = people.find((p) => p.login === 'tam')
  const { name, shifts } = tam
  const hands = { name, shifts, week: null, daysOff: [], trainee: false }
  const skilled = { ...hands, skills: [...tam.skills, 'ozone'] }
  expect((await send(owner, 'put', `/api/people/${tam.id}`, skilled)).status()).toBe(204)
  // A shop that has a unit for it.
  const shop = await (await owner.request.get(`${base}/api/shop`)).json()
  const unit = { kind: 'ozone-unit', count: 1, home: 'bay', broken: null, upkeep: null }
  expect((await send(owner, 'put', '/api/shop/machines', { machines: [...shop.machines, unit] })).status()).toBe(200)

  const { page, troubles } = await person(browser, base, 'tam', '4182', { width: 390, height: 844 })
  const id = uuidv7()
  const { checkIn } = carA()
  checkIn.vehicle.plate = 'O3 1'
  checkIn.permissions = { ...checkIn.permissions, ozone: true }
  checkIn.odours = [{ kind: 'smoke', level: 3, source: '', at: ['overhead-1.headliner'] }]
  const job = { id, checkIn, arrives: new Date().toISOString(), due: null }
  expect((await send(page, 'post', '/api/jobs', job)).status()).toBe(200)
  const settings = { version: 0, settings: { houseRules: { odour: 'ozone' } } }
  expect((await send(page, 'put', `/api/jobs/${id}/procedure/settings`, settings)).status()).toBe(200)
  expect((await send(page, 'post', `/api/jobs/${id}/procedure`)).status()).toBe(200)
  const { procedure } = await (await page.request.get(`${base}/api/jobs/${id}/procedure`)).json()
  const say = async (type: string, data: object) =>
    (await send(page, 'post', `/api/jobs/${id}/events`, intent(type, data))).status()
  const until = procedure.steps.findIndex((s: any) => s.treatment === 'ozone')
  expect(until).toBeGreaterThan(10)
  for (const step of procedure.steps.slice(0, until))
    expect(await say('step-skipped', { step: step.id, reason: 'not part of what is shown' }), step.id).toBe(200)
  expect(await say('step-started', { step: 'ozone:car' })).toBe(200)
  expect(await say('step-finished', { step: 'ozone:car' })).toBe(200)

  await page.goto(`${base}/jobs/${id}/work`)
  const card = page.getByRole('region', { name: 'Ozone: nobody inside' })
  await card.waitFor()
  await card.getByText(/It runs until .*, (29|30) min more/).waitFor()
  expect(await card.getByRole('button', { name: 'Off from outside, doors open' }).isDisabled()).toBe(true)
  await card.getByText(/is not over before (29|30) more min/).waitFor()
  expect(await page.getByRole('button', { name: /^(Start|Done|Skip|It is dry)/ }).count()).toBe(0)
  expect(await axe(page)).toEqual([])
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/ozone.png` }).catch(() => {})
  // Asked past the screen it says the same.
  const later = procedure.steps.find((s: any) => s.stage === 'refit').id
  expect(await say('step-started', { step: later })).toBe(409)
  expect(await say('step-skipped', { step: 'air_out:car', reason: 'we are in a hurry' })).toBe(409)
  expect(await say('air-read', { ppm: 0.01 })).toBe(409)
  const jory = await person(browser, base, 'jory', '5560', { width: 390, height: 844 })
  await jory.page.goto(`${base}/jobs/${id}/work`)
  await jory.page.getByRole('region', { name: 'Ozone: nobody inside' }).waitFor()
  expect(troubles.filter((t) => !t.includes('409'))).toEqual([])
})
