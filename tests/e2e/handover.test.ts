// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
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
  await page.getByText('Taken before it was finished: called away').waitFor({ timeout: 60_000 })
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

it('a link for the customer: made, opened by whoever has it and nothing else, sent, and taken back', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'bea', '3925')
  const day = await (await page.request.get(`${base}/api/day`)).json()
  const car = day.jobs.find((j: any) => j.vehicle === 'Brant Tendril')
  await page.goto(`${base}/jobs/${car.id}/report`)
  const section = page.getByRole('region', { name: 'Link for the customer' })
  await section.getByRole('button', { name: 'Make a link' }).click()
  const link = await section.getByLabel('The link').inputValue()
  expect(link).toContain(`${base}/given/`)
  expect(await axe(page)).toEqual([])
  // Somebody with the link and nothing else.
  const stranger = await browser.newContext()
  const theirs = await stranger.newPage()
  const wrong: string[] = []
  theirs.on('pageerror', (error) => wrong.push(error.message))
  theirs.on('console', (message) => message.type() === 'error' && wrong.push(message.text()))
  for (const viewport of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ]) {
    await theirs.setViewportSize(viewport)
    await theirs.goto(link)
    await theirs.getByRole('heading', { name: 'Your Brant Tendril' }).waitFor()
    await theirs.getByRole('slider', { name: /^Before and after, / }).waitFor()
    expect(await axe(theirs)).toEqual([])
    expect(await theirs.evaluate<number>('document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)
  }
  // Both pictures are really there, and the slider uncovers them.
  const shown = "[...document.querySelectorAll('.pair img')].map((i) => i.complete && i.naturalWidth > 0)"
  await expect.poll(() => theirs.evaluate<boolean[]>(shown)).toEqual([true, true])
  const after = theirs.getByRole('img', { name: /^After: / })
  expect(await after.evaluate((image: any) => image.style.clipPath)).toBe('inset(0px 0px 0px 50%)')
  await theirs.getByRole('slider').press('Home')
  expect(await after.evaluate((image: any) => image.style.clipPath)).toBe('inset(0px 0px 0px 0%)')
  const printed = await stranger.request.get(
    base + (await theirs.getByRole('link', { name: 'As a page to print' }).getAttribute('href')),
  )
  expect([printed.status(), printed.headers()['content-type']]).toEqual([200, 'application/pdf'])
  expect(wrong).toEqual([])
  expect((await stranger.request.get(`${base}/api/jobs/${car.id}/report`)).status()).toBe(401)
  expect(await section.getByLabel('Message').inputValue()).toContain(link)
  await section.getByLabel('To whom: a number or an address').fill('+44 20 5550 0101')
  await section.getByRole('button', { name: 'Send', exact: true }).click()
  await section.getByText('It is in the outbox.').waitFor()
  await section.getByRole('button', { name: /^Take back/ }).click()
  await section.getByRole('button', { name: /^Take back/ }).waitFor({ state: 'detached' })
  await theirs.reload()
  await theirs.getByText('This link shows nothing, or nothing any more. Ask the shop for a new one.').waitFor()
  expect((await stranger.request.get(`${base}/api${new URL(link).pathname}`)).status()).toBe(404)
  await stranger.close()
  await page.goto(`${base}/outbox`)
  await page.getByText('+44 20 5550 0101').waitFor()
  expect(await axe(page)).toEqual([])
  expect(troubles).toEqual([])
})
