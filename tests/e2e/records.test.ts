import { afterAll, beforeAll, expect, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer(undefined, true)
})
afterAll(async () => {
  await demo?.close()
})

it('figures of four weeks: a bar and a line open their cars, a car its page; a time is set right and the figures follow', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'tam', '4182')
  await page.goto(`${base}/records`)
  await page.getByRole('link', { name: 'What the records say' }).click()
  // The picture says what it shows, and each bar of it is a way to its cars.
  const picture = page.getByRole('img', { name: /^Planned and taken: 14 bars\./ })
  await picture.waitFor()
  await picture.locator('.bars .point').first().waitFor({ timeout: 60_000 })
  expect(await axe(page)).toEqual([])
  await picture.locator('.bars .point path').first().click({ force: true })
  const cars = page.getByRole('region', { name: /^Cars of / })
  await cars.waitFor()
  await page.getByText('person', { exact: true }).click()
  await cars.waitFor({ state: 'detached' })
  await page.getByRole('button', { name: /^Jory: its \d cars$/ }).click()
  await cars.getByRole('link').first().waitFor()
  expect(await cars.getByRole('link').count()).toBe(4)
  // Who may not see what an hour costs is told so.
  await page.getByText('Cost and margin', { exact: true }).click()
  await page.getByText('What cars cost and bring is shown to the owner.').waitFor()
  await page.goBack()
  await page.goto(`${base}/records/figures?of=times&by=person&find=rm330b`)
  const jory = page.getByRole('row', { name: /^Jory/ })
  await jory.waitFor()
  const before = await jory.textContent()
  await jory.getByRole('button').click()
  await cars.getByRole('link').first().click()
  await page.getByRole('heading', { name: 'Everything of this car' }).waitFor()
  await page.getByText('129.00 EUR').waitFor()
  expect(await axe(page)).toEqual([])
  await page.getByRole('button', { name: 'Set the time of Front seats: vacuum seats' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Minutes it took').fill('45')
  await dialog.getByLabel(/^Why/).fill('The phone lay in the van.')
  await dialog.getByRole('button', { name: 'Set it' }).click()
  await page.getByText('set by Tam: The phone lay in the van.').waitFor({ timeout: 60_000 })
  await page.goto(`${base}/records/figures?of=times&by=person&find=rm330b`)
  await jory.waitFor()
  expect(await jory.textContent()).not.toBe(before)
  expect(troubles).toEqual([])
})

it('the owner tells chances by the shop’s own records; check-in says so, and the catalogue’s are a press away', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'odile', '7301')
  await page.goto(`${base}/records/figures?of=stains`)
  await page.getByText(/^Customers are told the catalogue’s chances/).waitFor()
  await page.getByRole('button', { name: /^Tell chances by these \d+ stains/ }).click()
  await page.getByText(/^Customers are told the shop’s own chances/).waitFor({ timeout: 60_000 })
  expect(await axe(page)).toEqual([])
  const stains = async () =>
    (await (await page.request.get(`${base}/api/shop`)).json()).own.chances as Record<string, { shift: number }>
  expect(Object.keys(await stains()).length).toBeGreaterThan(1)
  await page.getByRole('button', { name: 'Back to the catalogue’s' }).click()
  await page.getByText(/^Customers are told the catalogue’s chances/).waitFor({ timeout: 60_000 })
  expect(await stains()).toBeUndefined()
  expect(troubles).toEqual([])
})

it('a car comes back within the period: its check-in is open, for nothing, and each knows of the other', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'bea', '3925')
  const { records } = await (await page.request.get(`${base}/api/records?find=rm119k`)).json()
  await page.goto(`${base}/jobs/${records[0].id}/record`)
  await page.getByRole('button', { name: 'It comes back' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByText(/this is made good for nothing\.$/).waitFor()
  await dialog.getByLabel('What is not right, in the customer’s words').fill('A ring on the left seat.')
  await dialog.getByRole('button', { name: 'Open its check-in' }).click()
  await page.waitForURL(/check-in$/, { timeout: 60_000 })
  const again = page.url().split('/').at(-2)!
  const job = await (await page.request.get(`${base}/api/jobs/${again}`)).json()
  expect(job).toMatchObject({ reworkOf: records[0].id, checkIn: { money: { price: 0 } } })
  await page.goto(`${base}/jobs/${records[0].id}/record`)
  await page.getByRole('region', { name: 'Made good by' }).getByRole('link').waitFor()
  expect(troubles).toEqual([])
})
