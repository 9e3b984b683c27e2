// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person, type WatchedPage } from '../support/watched-page.ts'

let demo: DemoServer
let hand: WatchedPage
let lead: WatchedPage
let job: string

const phone = { width: 390, height: 844 }
const now = (page: Page) => page.locator('[data-now]').getAttribute('data-now')
async function clean(page: Page, what: string) {
  expect(await axe(page), what).toEqual([])
  expect(await page.evaluate<number>('document.documentElement.scrollWidth - innerWidth'), what).toBeLessThanOrEqual(0)
}
const stateOf = async () =>
  ((await (await hand.page.request.get(`${demo.base}/api/jobs/${job}/work`)).json()) as any).state

beforeAll(async () => {
  demo = await demoServer()
  hand = await person(demo.browser, demo.base, 'ines', '2694', phone)
  lead = await person(demo.browser, demo.base, 'tam', '4182')
  await hand.page.goto(`${demo.base}/work`)
  const link = hand.page.getByRole('link', { name: /Brant Fennel/ })
  job = (await link.getAttribute('href'))!.split('/')[2]!
})
afterAll(async () => {
  await demo?.close()
})

it('my day says what the plan has for one across cars', async () => {
  const { page } = hand
  const mine = page.getByRole('region', { name: 'My day' })
  await mine.waitFor()
  await clean(page, 'the list of cars')
})

it('says of each bottle where it stands', async () => {
  const { bottles } = (await (await hand.page.request.get(`${demo.base}/api/jobs/${job}/work`)).json()) as any
  expect(bottles).toContainEqual({
    name: 'Trigger bottle, green band',
    place: 'trolley, top shelf',
    product: 'apc',
    ratio: { concentrate: 1, water: 10 },
  })
})

it('whoever is stuck tells the lead with what is in the way, and takes another step; the answer comes back', async () => {
  const { page } = hand
  await page.goto(`${demo.base}/jobs/${job}/work`)
  await page.getByText('you are on it').waitFor()
  const step = (await now(page))!
  await page.getByRole('button', { name: 'Stuck' }).click()
  const dialog = page.getByRole('dialog')
  const tell = dialog.getByRole('button', { name: 'Tell the lead' })
  expect(await tell.isDisabled()).toBe(true)
  await dialog.getByLabel('What is in the way', { exact: true }).fill('the glovebox is locked')
  await clean(page, 'being stuck')
  await tell.click()
  await dialog.waitFor({ state: 'detached' })
  await page.getByText('The lead is told').waitFor()
  // The phone shows it at once; the server is told by and by.
  await expect
    .poll(async () => (await stateOf()).steps[step], { timeout: 60_000 })
    .toMatchObject({ status: 'paused', reason: 'the glovebox is locked' })

  await lead.page.goto(demo.base)
  await lead.page
    .getByText(/Stuck at/)
    .first()
    .waitFor()
  await lead.page.goto(`${demo.base}/jobs/${job}/work`)
  const calls = lead.page.getByRole('region', { name: 'Waits for the lead' })
  await calls.getByText('the glovebox is locked').waitFor()
  await calls.getByRole('button', { name: 'Answer' }).click()
  await lead.page.getByRole('textbox', { name: /What do you tell Ines/ }).fill('key is at the front desk')
  await clean(lead.page, 'answering')
  await lead.page.getByRole('button', { name: 'Tell them' }).click()
  await calls.waitFor({ state: 'detached' })

  // Nobody reloads the phone.
  await page.getByText('Tam: key is at the front desk').waitFor({ timeout: 60_000 })
  expect((await stateOf()).calls[0].answer.note).toBe('key is at the front desk')
})

it('a step is laid down with a reason and handed on; it stands first with whoever goes on', async () => {
  const { page } = hand
  await page.reload()
  const button = page.locator('.now-buttons .ant-btn-primary')
  await button.click()
  await page.getByText('you are on it').waitFor()
  const step = (await now(page))!
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await clean(page, 'pausing')
  await page.getByRole('button', { name: 'A machine is missing' }).click()
  await page.getByText('paused: A machine is missing').waitFor()
  await page.getByRole('button', { name: 'Hand on' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Tam' }).click()
  await dialog.getByLabel('What is left of it').fill('the boot is left')
  await clean(page, 'handing on')
  await dialog.getByRole('button', { name: 'Hand it on' }).click()
  await dialog.waitFor({ state: 'detached' })
  await lead.page.goto(`${demo.base}/jobs/${job}/work`)
  await lead.page.getByText('Ines hands it to you: the boot is left').waitFor()
  expect(await now(lead.page)).toBe(step)
  await expect.poll(async () => (await stateOf()).steps[step].handed?.by, { timeout: 60_000 }).toBeDefined()
})

it('what was tapped as done by mistake is not done yet: by whoever tapped it, in one tap', async () => {
  const { page } = hand
  await page.goto(`${demo.base}/jobs/${job}/work`)
  const button = page.locator('.now-buttons .ant-btn-primary')
  await button.click()
  await page.getByText('you are on it').waitFor()
  const step = (await now(page))!
  await button.click()
  const over = page.getByRole('region', { name: 'Over last' })
  await expect.poll(async () => (await stateOf()).steps[step].status, { timeout: 60_000 }).toBe('finished')
  await over.getByRole('button', { name: /^Not done yet: / }).click()
  await expect
    .poll(async () => (await stateOf()).steps[step], { timeout: 60_000 })
    .toMatchObject({ status: 'paused', finishedAt: null })
  await clean(page, 'opened again')
  // It stands first again, to be gone on with.
  await page.locator(`[data-now="${step}"]`).waitFor()
  await page.getByRole('button', { name: 'Resume', exact: true }).click()
  await page.getByText('you are on it').waitFor()
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await page.getByRole('button', { name: 'Break' }).click()
  await page.getByText('paused: Break').waitFor()
})

it('another step is taken where one can be', async () => {
  const { page } = lead
  const before = (await now(page))!
  await page.getByRole('button', { name: 'Another step' }).click()
  const dialog = page.getByRole('dialog', { name: 'What you could start now' })
  await clean(page, 'other steps')
  const others = dialog.locator('.choices button')
  expect(await others.count()).toBeGreaterThan(0)
  await others.first().click()
  await page.locator(`[data-now]:not([data-now="${before}"])`).waitFor()
})

it('an incident says first what to do, tells the lead, and more work is agreed before it starts', async () => {
  const { page } = hand
  await page.getByRole('button', { name: 'Incident' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Splash in eye or on skin' }).click()
  await dialog.getByText(/at least 15 minutes/).waitFor()
  await dialog.getByLabel('What happened').fill('glass cleaner in the left eye')
  await dialog.getByLabel('Who is hurt, if anybody').fill('Ines')
  await clean(page, 'an incident')
  await dialog.getByRole('button', { name: 'Tell the lead' }).click()
  await dialog.waitFor({ state: 'detached' })
  await lead.page.getByText('glass cleaner in the left eye').waitFor({ timeout: 60_000 })

  await lead.page.getByRole('button', { name: 'More work wanted' }).click()
  const extra = lead.page.getByRole('dialog')
  await extra.getByLabel('What', { exact: true }).fill('clean the tool box too')
  await extra.getByLabel('Price').fill('25.00')
  await extra.getByLabel('Minutes').fill('20')
  await extra.getByLabel('Who agreed', { exact: true }).fill('the owner')
  await clean(lead.page, 'more work')
  await extra.getByRole('button', { name: 'Agreed' }).click()
  await extra.waitFor({ state: 'detached' })
  await expect
    .poll(async () => (await stateOf()).extras, { timeout: 60_000 })
    .toMatchObject([{ what: 'clean the tool box too', price: 2500, minutes: 20, by: 'the owner', how: 'phone' }])
})
