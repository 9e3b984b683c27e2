// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer(inject('database'))
})
afterAll(async () => {
  await demo?.close()
})

it('a car is taken before it is finished: a lead says why, and the paper says what is not done and what is wet', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'tam', '4182')
  const day = await (await page.request.get(`${base}/api/day`)).json()
  const car = day.jobs.find((j: any) => j.state === 'checked-in' && j.running.length === 0 && j.callSign !== 'Sorrel')
  await page.goto(`${base}/jobs/${car.id}/report`)
  await page.getByRole('button', { name: 'Taken before it is finished' }).click()
  const dialog = page.getByRole('dialog')
  const go = dialog.getByRole('button', { name: 'Let it go' })
  expect(await go.isDisabled()).toBe(true)
  await dialog.getByRole('textbox', { name: 'Handed to' }).fill('Mira')
  await dialog.getByRole('textbox', { name: /^Why it goes now/ }).fill('called away')
  expect(await axe(page)).toEqual([])
  await go.click()
  await page.getByText('Taken before it was finished: called away').waitFor({ timeout: 20_000 })
  await page
    .getByText(/the car was taken before\.$/)
    .first()
    .waitFor()
  await dialog.waitFor({ state: 'detached' })
  expect(await axe(page)).toEqual([])
  // It is gone from the day's work.
  const after = await (await page.request.get(`${base}/api/plan`)).json()
  expect(after.jobs.some((j: any) => j.id === car.id)).toBe(false)
  expect(troubles).toEqual([])
})
