// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import type { Browser, Locator, Page } from 'playwright-core'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { type Running, start } from '#server/serve.ts'
import { launch } from '../support/browser.ts'
import { pick } from '../support/pick.ts'
import { freshDatabase } from '../support/test-databases.ts'
import { axe } from '../support/watched-page.ts'

// A real shop from an empty database: its name, people, machine and two cans of its own, to a car that is handed over. Everything is found by
// words that stand on the screen.

let running: Running
let browser: Browser
let base: string
let page: Page
let inputs = 0
const troubles: string[] = []
const folder = mkdtempSync(join(tmpdir(), 'chamomile-first-'))

async function opened(): Promise<Page> {
  const fresh = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  fresh.on('pageerror', (e) => troubles.push(e.message))
  return fresh
}
beforeAll(async () => {
  running = await start({
    databaseUri: await freshDatabase(inject('database')),
    port: 0,
    pages: 'dist/web',
    log: pino({ level: 'silent' }),
  })
  base = `http://127.0.0.1:${running.port}`
  browser = await launch()
  page = await opened()
})
afterAll(async () => {
  await browser?.close()
  await running?.stop()
  rmSync(folder, { recursive: true, force: true })
})

const api = async (path: string): Promise<any> => (await page.request.get(base + path)).json()
/** Nothing for axe to find, once a list that closes is gone. */
const clean = () => expect.poll(() => axe(page), { timeout: 60_000 }).toEqual([])
/** A filled field, a tap, a choice: each is one input of a person. */
const fill = async (label: string, text: string, within: Page | Locator = page) => {
  inputs++
  await within.getByLabel(label, { exact: true }).fill(text)
}
const tap = async (name: string | RegExp, within: Page | Locator = page) => {
  inputs++
  await within
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first()
    .click()
}
const choose = async (label: string, option: string | RegExp, typed?: string) => {
  inputs++
  await pick(page.getByLabel(label, { exact: true }), option, typed)
}
const tab = (name: string) =>
  page.getByRole('navigation', { name: 'Parts of the shop' }).getByRole('link', { name, exact: true }).click()

it('the first visit asks for names as people write them, and a zone from a list', async () => {
  await page.goto(base)
  await fill('Name of the shop', 'Zoë’s Interiors & Co')
  await fill('Your name', 'Zoë Maré')
  await page.reload()
  // What was half filled is still there.
  expect(await page.getByLabel('Name of the shop').inputValue()).toBe('Zoë’s Interiors & Co')
  await choose('Time zone', 'Europe/Dublin', 'Dublin')
  await fill('Password, ten characters or more', 'a-long-word-here')
  await fill('PIN', '4711')
  await clean()
  await tap('Open the shop')
  await tap('Zoë Maré')
  await fill('PIN', '4711')
  await tap('Start work')
  await page.getByRole('link', { name: 'Set up the shop' }).click()
  await page.getByRole('heading', { name: 'The first day' }).waitFor()
})

it('a typical set fills in what is usual; the rest is the shop’s own', async () => {
  await tap(/^Mobile pair/)
  await page.getByRole('heading', { name: 'Start from a typical set' }).waitFor({ state: 'detached' })
  const { machines, about } = await api('/api/shop')
  expect(machines).toContainEqual({ kind: 'spot-extractor', count: 1, home: 'van', broken: null, upkeep: null })
  expect(about.opens[0]).toEqual([
    [480, 720],
    [750, 1020],
  ])
  await clean()
  await tab('Shop')
  await fill('Place', 'Reedmere')
  await choose('Currency', 'USD, US Dollar', 'USD')
  await fill('What an hour of work costs you', '31.50')
  await fill('Wednesday: hours', '10-14')
  await tap('Keep')
  await page.getByText('Kept.').waitFor()
  const kept = (await api('/api/shop')).about
  expect(kept).toMatchObject({ place: 'Reedmere', currency: 'USD', hour: 3150 })
  expect(kept.opens[2]).toEqual([[600, 840]])
  await fill('Thursday: hours', '14-10')
  await page.getByText('Hours like 8–12, 12:30–17.').waitFor()
  await clean()
})

it('a second pair of hands, with hours by weekday and a skill that is vouched for', async () => {
  await tab('People')
  await fill('Name', 'Pim')
  await fill('PIN', '2468')
  await page.getByRole('region', { name: 'Add somebody' }).getByLabel('Extractor').check()
  inputs++
  await tap('Add somebody')
  await page.getByText('Pim', { exact: true }).first().waitFor()
  await tap('Change Pim')
  await page.getByText('by weekday').click()
  await fill('Friday: hours', '')
  inputs++
  await page.getByRole('dialog').getByLabel('Leather').check()
  inputs++
  await clean()
  await tap('Keep')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  const pim = (await api('/api/people')).find((p: any) => p.name === 'Pim')
  expect(pim.week[4]).toEqual([])
  expect(pim.vouched.leather.by).toBe('Zoë Maré')
})

it('a machine of its own, with its tank', async () => {
  await tab('Machines')
  await choose('Add a machine or a bay', 'Wet vacuum')
  await fill('Wet vacuum: tank, litres', '22')
  await clean()
  await tap('Keep')
  await page.getByText('Kept.').waitFor()
  const shop = await api('/api/shop')
  expect(shop.machines.map((m: any) => m.kind)).toContain('wet-vac')
  await expect.poll(async () => (await api('/api/shop')).own.kit['wet-vac']?.litres).toBe(22)
})

it('two cans as their labels say: what is missing is said, what is too strong is refused where it stands', async () => {
  await tab('Products')
  await tap('Add a can')
  await fill('What stands on the can', 'Larkspur trim wash')
  await page.getByText(/Not planned, mixed or poured before this is known/).waitFor()
  await choose('Used as', 'Interior all-purpose cleaner (mild alkaline cleaner)', 'all-purpose')
  await choose('pH', 'alkaline (above 8.5)')
  await choose('What is in it', /^alkali$/, 'alkali')
  await page.keyboard.press('Escape')
  await fill('At most', '1:5')
  await fill('on hard trim, by hand', '1:3')
  await page.getByText('1:3 is stronger than 1:5, the most its label allows.').waitFor()
  await fill('on hard trim, by hand', '1:15')
  await fill('for heavy soil, by hand', '1:5')
  await page.reload()
  await tap('Add a can')
  // What was half written is still there after the reload.
  expect(await page.getByLabel('What stands on the can').inputValue()).toBe('Larkspur trim wash')
  expect(await page.getByLabel('for heavy soil, by hand', { exact: true }).inputValue()).toBe('1:5')
  await clean()
  await tap('Keep')
  await page.getByRole('button', { name: /^Larkspur trim wash/ }).waitFor()
  await tap('Add a can')
  await fill('What stands on the can', 'Clear pane')
  await choose('Used as', 'Foaming glass cleaner (glass cleaner)', 'glass')
  await choose('pH', 'neutral (6 to 8.5)')
  await choose('What is in it', 'anionic surfactant (usual cleaner)', 'anionic')
  await page.keyboard.press('Escape')
  // A glass cleaner may hold alcohol: which reading is meant is asked, and nothing is taken for granted.
  for (const [field, text] of [
    ['At most', '1:5'],
    ['on glass, by hand', '1:20'],
  ] as const) {
    await fill(field, text)
    inputs++
    await page
      .getByRole('radiogroup', { name: `${field}: which is meant?` })
      .getByRole('radio', { name: new RegExp(`: ${text}$`) })
      .check()
  }
  expect(await page.getByText(/Not planned, mixed or poured before/).count()).toBe(0)
  await tap('Keep')
  await page.getByRole('button', { name: /^Clear pane/ }).waitFor()
  expect((await api('/api/shop')).own.products.map((p: any) => p.name)).toEqual(['Larkspur trim wash', 'Clear pane'])
})

it('a package under the shop’s own name, with its price, minutes and what it leaves', async () => {
  await tab('Packages')
  await tap('Add a package')
  await fill('Its name', 'Quick tidy')
  await choose('Size of car', 'Small: one row')
  await fill('Small: one row, soil 2: price', '89.00')
  await page
    .getByText(/leaves \d/)
    .first()
    .waitFor()
  await clean()
  await tap('Keep')
  await page.getByRole('button', { name: /^Quick tidy/ }).waitFor()
})

let job: string
it('the first car: planned with the shop’s cans, its package and its one machine', async () => {
  await page.goto(`${base}/check-in`)
  await choose('Body', 'Two-seater', 'Two')
  await fill('Plate', 'FIRST 1')
  await fill('Customer', 'A. Reed')
  await tap('Take a vehicle in')
  await page.waitForURL(/\/jobs\/.*\/check-in/)
  job = page.url().split('/')[4]!
  await page.locator('[data-place]').first().waitFor()
  await choose('Used as …', 'Smoked in')
  inputs++
  await page.getByRole('tab', { name: /^Car/ }).click()
  await choose('Package sold', 'Quick tidy')
  await page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()
  inputs++
  await page.getByRole('tab', { name: /^Agree/ }).click()
  await page.getByText(/^About \d.* of work$/).waitFor()
  await tap('As the list says')
  await fill('Deposit', '20')
  await page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()
  expect((await api(`/api/jobs/${job}`)).checkIn.money).toMatchObject({ deposit: 2000, currency: 'USD' })
  await page.goto(`${base}/jobs/${job}/procedure`)
  await tap('Check in and issue')
  // Once it is issued the lead stands before the plan.
  await page.waitForURL(/\/plan$/)
  const { version, procedure } = await api(`/api/jobs/${job}/issued`)
  expect(version).toBe(1)
  const names = new Set(procedure.steps.flatMap((s: any) => s.product?.id ?? []))
  const cans = Object.fromEntries((await api('/api/shop')).own.products.map((p: any) => [p.name, p.id]))
  expect(names).toContain(cans['Clear pane'])
  for (const usual of ['glass-cleaner', 'apc']) expect(names).not.toContain(usual)
  expect((await api(`/api/jobs/${job}/procedure`)).request.equipment).toContain('wet-vac')
  await page.goto(`${base}/mixing`)
  await tap(/^Clear pane 1:20/)
  await page.getByRole('region', { name: /^Clear pane/ }).waitFor()
  expect(await page.locator('[data-figure=concentrate]').textContent()).toMatch(/ml$/)
  await tap('Log this batch')
  await page.getByRole('region', { name: 'Mixed lately' }).getByText('Zoë Maré').waitFor()
})

it('worked, looked at, handed over', async () => {
  await page.goto(`${base}/jobs/${job}/work`)
  const main = page.locator('.now-buttons .ant-btn-primary:not([disabled])')
  const dry = page.getByRole('button', { name: /^It is dry/ })
  const over = page.getByText('Every step is over')
  for (let i = 0; i < 200; i++) {
    await main.or(dry.first()).or(over).first().waitFor()
    if (await over.isVisible()) break
    inputs++
    const before = await page.locator('main').textContent()
    await main.or(dry).first().click()
    await expect.poll(() => page.locator('main').textContent()).not.toBe(before)
  }
  await over.waitFor()
  await page.goto(`${base}/jobs/${job}/final`)
  const pass = page.getByRole('button', { name: /^Pass: / })
  await pass.first().waitFor()
  for (const place of await pass.all()) {
    inputs++
    await place.click()
  }
  await page.getByText('Every place was seen.').waitFor()
  await page.goto(`${base}/jobs/${job}/report`)
  await fill('Handed to', 'A. Reed')
  await tap('Hand over')
  await page.getByText(/Handed to A. Reed/).waitFor()
  // It is over and still found, however its plate is written.
  await page.goto(`${base}/records`)
  await fill('Plate, customer, car', 'first1')
  await page.getByRole('link', { name: /FIRST 1.*A. Reed.*handed over/ }).waitFor()
  await clean()
  // From an empty database to a car that is gone again.
  expect(inputs).toBeGreaterThan(100)
  expect(inputs).toBeLessThan(170)
})

it('the whole set-up goes to another shop and is the same there', async () => {
  await page.goto(`${base}/shop/file`)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Keep the set-up' }).click()
  const file = join(folder, 'set-up.json')
  await (await download).saveAs(file)
  const other = await start({
    databaseUri: await freshDatabase(inject('database')),
    port: 0,
    pages: 'dist/web',
    log: pino({ level: 'silent' }),
  })
  try {
    const there = await opened()
    await there.goto(`http://127.0.0.1:${other.port}`)
    await there.getByLabel('Name of the shop').fill('Empty')
    await there.getByLabel('Your name').fill('Zoë Maré')
    await there.getByLabel('Password, ten characters or more').fill('a-long-word-here')
    await there.getByLabel('PIN', { exact: true }).fill('4711')
    await there.getByRole('button', { name: 'Open the shop' }).click()
    await there.getByRole('button', { name: 'Zoë Maré' }).click()
    await there.getByLabel('PIN', { exact: true }).fill('4711')
    await there.getByRole('button', { name: 'Start work' }).click()
    await there.getByRole('link', { name: 'Set up the shop' }).waitFor()
    await there.goto(`http://127.0.0.1:${other.port}/shop/file`)
    await there.getByLabel('Bring in a set-up').setInputFiles(file)
    await there.getByText(/^Zoë’s Interiors & Co: \d+ things would change/).waitFor()
    await there.getByText('Pim comes, and needs a PIN.').waitFor()
    expect(await axe(there)).toEqual([])
    await there.getByLabel(/^PIN for whoever is new/).fill('8642')
    await there.getByRole('button', { name: 'Take it over' }).click()
    await there.getByText('Taken over.').waitFor()
    const took = await (await there.request.get(`http://127.0.0.1:${other.port}/api/shop/set-up`)).json()
    expect(took).toEqual(JSON.parse(readFileSync(file, 'utf8')))
  } finally {
    await other.stop()
  }
})

it('nothing went wrong on the way', () => expect(troubles).toEqual([]))
