// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import pino from 'pino'
import type { Browser, Locator, Page } from 'playwright-core'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { connect } from '#server/database/connection.ts'
import { demoShop } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'
import { type Running, start } from '#server/serve.ts'
import { launch } from '../support/browser.ts'
import { intent } from '../support/intent.ts'
import { databaseLike, emptyShop } from '../support/test-databases.ts'

// From the door to the handover without a pointer: everything is reached with Tab and pressed with Enter, Space, arrows and letters.

let running: Running
let browser: Browser
let page: Page
let base: string

beforeAll(async () => {
  const uri = await databaseLike(inject('database'), emptyShop)
  const connection = connect(uri)
  await seedShop(connection.db, demoShop, morningZone(new Date().toISOString()))
  await connection.close()
  running = await start({ databaseUri: uri, port: 0, pages: 'dist/web', log: pino({ level: 'silent' }) })
  base = `http://127.0.0.1:${running.port}`
  browser = await launch()
  page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })).newPage()
  page.setDefaultTimeout(60_000)
  // A pointer that is used after all fails the walk.
  await page.addInitScript(
    "addEventListener('pointerdown', () => { window.__pointed = true }, true); addEventListener('mousedown', () => { window.__pointed = true }, true)",
  )
})
afterAll(async () => {
  expect(await page.evaluate('window.__pointed ?? false')).toBe(false)
  await browser?.close()
  await running?.stop()
})

const most = 220

/** Presses Tab until the thing has the focus. */
async function reach(target: Locator): Promise<void> {
  await target.first().waitFor()
  for (let i = 0; i < most; i++) {
    if (await focusedIn(target)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`${target} was not reached with ${most} Tabs.`)
}
const focusedIn = (target: Locator) =>
  target.first().evaluate((element: any) => element.contains(element.ownerDocument.activeElement))

async function press(target: Locator, key = 'Enter') {
  await reach(target)
  await page.keyboard.press(key)
}
async function type(label: string, text: string) {
  await reach(page.getByLabel(label, { exact: true }))
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type(text)
}
const button = (name: string | RegExp) => page.getByRole('button', { name })
const place = (name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
const api = async (path: string): Promise<any> => (await page.request.get(base + path)).json()
const job = () => page.url().split('/')[4]!

it('lets the device in and signs somebody in', async () => {
  const owner = demoShop.people.find((p) => p.password)!
  await page.goto(base)
  await type('Shop', demoShop.code)
  await type('Owner’s sign-in name', owner.login)
  await type('Password', owner.password!)
  await type('Name of this device', 'bench by the door')
  await press(button('Let this device in'))
  await press(page.getByRole('button', { name: owner.name, exact: true }))
  await page.getByLabel('PIN').waitFor()
  await page.keyboard.type('7301')
  await page.keyboard.press('Enter')
  await place('Day').waitFor()
})

it('takes a vehicle in and paints its condition', async () => {
  await press(place('Check-in'))
  await type('Plate', 'RM 77 K')
  await type('Customer', 'Lakeside Car Share')
  await type('Make', 'Brant')
  await type('Model', 'Fennel')
  await press(button('Take a vehicle in'))
  await page.waitForURL(/\/jobs\/.*\/check-in/)
  await reach(page.locator('[data-place]'))
  // From the windscreen over the dash to a floor.
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('3')
  const at = await page.evaluate<string>("document.activeElement.getAttribute('data-place')")
  await page.keyboard.press('h')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('4')
  await page.keyboard.press('u')
  await page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()
  const { checkIn } = await api(`/api/jobs/${job()}`)
  expect(checkIn.condition[`${at}.carpet`]).toMatchObject({ soil: 3, hair: 1 })
  expect(Object.values<any>(checkIn.condition).some((c) => c.soil === 4)).toBe(false)
})

it('reads and issues the procedure, and plans the day', async () => {
  await press(page.getByRole('link', { name: 'Procedure', exact: true }))
  const step = page.locator('details.step summary').nth(3)
  await press(step)
  expect(await page.locator('details.step').nth(3).getAttribute('open')).not.toBeNull()
  await press(button('Check in and issue'))
  await page.waitForURL(/\/plan/)
  await press(button('Plan the rest of the day'))
  await press(page.locator('.lanes .block'))
  await page.locator('[data-activity]').first().waitFor()
  const select = page.locator('[data-activity]').first().getByRole('combobox')
  await reach(select)
  await page.keyboard.press('ArrowDown')
  await page.locator('.ant-select-item-option').first().waitFor()
  await page.keyboard.press('Escape')
})

it('mixes and logs a bottle', async () => {
  await press(place('Mixing'))
  await type('Fill to (ml)', '40')
  await press(button('Log this batch'))
  await page.getByRole('region', { name: 'Mixed lately' }).getByText('Odile').waitFor()
  expect((await api('/api/mixing/batches'))[0].fill).toBe(40)
})

it('works a step: start, pause, go on, finish, skip with a reason', async () => {
  await press(place('Work'))
  await press(page.getByRole('link', { name: /Brant Fennel/ }))
  await page.waitForURL(/\/work$/)
  const id = job()
  await press(button('Start'))
  await press(button('Pause'))
  await press(button('Break'))
  await page.getByText('paused: Break').waitFor()
  await press(button('Resume'))
  const next = page.locator('[data-now]')
  const finished = (await next.getAttribute('data-now'))!
  await press(button('Done'))
  // The card goes on to the next step once the ledger has it.
  await page.locator(`[data-now]:not([data-now="${finished}"])`).waitFor()
  const skipped = (await next.getAttribute('data-now'))!
  await press(button('Skip'))
  await page.getByRole('textbox', { name: 'Why is it skipped?' }).waitFor()
  await reach(page.getByRole('textbox', { name: 'Why is it skipped?' }))
  await page.keyboard.type('the customer asked for it to stay')
  await press(button('Skip it'))
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  for (let i = 0; i < 1200 && (await api(`/api/jobs/${id}/work`)).state.steps[skipped]?.status !== 'skipped'; i++)
    await page.waitForTimeout(50)
  const { state } = await api(`/api/jobs/${id}/work`)
  expect(state.steps[skipped]).toMatchObject({ status: 'skipped', reason: 'the customer asked for it to stay' })
  expect(Object.values<any>(state.steps).filter((s) => s.status === 'finished')).toHaveLength(1)
})

it('passes a place of the final check, and opens and closes the keys of the screen', async () => {
  // No place is judged before the work there is over: the rest of it is left out.
  const id = job()
  const { procedure } = await api(`/api/jobs/${id}/issued`)
  for (const step of procedure.steps)
    await page.request.post(`${new URL(page.url()).origin}/api/jobs/${id}/events`, {
      data: intent('step-skipped', { step: step.id, reason: 'not part of what is shown' }),
      headers: { origin: new URL(page.url()).origin },
    })
  await press(page.getByRole('link', { name: 'Final check', exact: true }))
  const first = button(/^Pass: /).first()
  const name = (await first.getAttribute('aria-label'))!
  await press(first)
  await page
    .locator('.places li')
    .filter({ hasText: name.replace('Pass: ', '') })
    .getByText('passed')
    .waitFor()
  await page.keyboard.press('?')
  await page.getByRole('dialog').waitFor()
  await page.keyboard.press('Escape')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
})

it('reaches the handover, and hands the device over', async () => {
  await press(page.getByRole('link', { name: 'Handover', exact: true }))
  await type('Handed to', 'Ms Averill')
  await reach(button('Hand over'))
  await press(page.locator('.who-menu summary'))
  await press(button('Someone else takes over'))
  await page.getByRole('button', { name: 'Wren', exact: true }).waitFor()
})
