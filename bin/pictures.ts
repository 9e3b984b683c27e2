// Takes the README's pictures from the demo data, each view once: tsx bin/pictures.ts [name …]
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import type { Page } from 'playwright-core'
import { startInstance } from '#server/database/instance.ts'
import { seedDemo } from '#server/demo/day.ts'
import { start } from '#server/serve.ts'
import { standInSource } from '#server/weather/source.ts'
import { launch } from '../tests/support/browser.ts'
import { carWorkedUpTo } from '../tests/support/car-worked-up-to.ts'
import { person } from '../tests/support/watched-page.ts'

const only = process.argv.slice(2)
const folder = mkdtempSync(join(tmpdir(), 'chamomile-pictures-'))
const database = await startInstance({ folder, throwAway: true })
const running = await start({ databaseUri: database.uri, port: 0, pages: 'dist/web', log: pino({ level: 'error' }) })
await seedDemo(running.context, standInSource('mild'), true)
const browser = await launch()
const watched: string[][] = []
const base = `http://127.0.0.1:${running.port}`

async function signedIn(
  login: string,
  pin: string,
  viewport: { width: number; height: number },
  theme = 'paper',
): Promise<Page> {
  const { page, troubles } = await person(browser, base, login, pin, viewport)
  await page.evaluate(`localStorage.setItem('theme', '${theme}')`)
  watched.push(troubles)
  return page
}

const desk = { width: 1280, height: 800 }
const phone = { width: 390, height: 844 }
const lead = await signedIn('tam', '4182', desk)
const day = (await (await lead.request.get(`${base}/api/day`)).json()) as {
  jobs: { id: string; callSign: string; vehicle: string }[]
}
const job = (vehicle: string) => day.jobs.find((j) => j.vehicle === vehicle)!.id
const [fleet, pottery, florist] = ['Brant Fennel', 'Calder Slipware', 'Brant Tendril'].map(job)

async function shoot(page: Page, name: string, path: string, prepare?: (page: Page) => Promise<void>) {
  if (only.length > 0 && !only.includes(name)) return
  await page.goto(base + path)
  await page.waitForLoadState('load')
  await page
    .locator('[role=status][aria-label=Fetching]')
    .waitFor({ state: 'detached', timeout: 10_000 })
    .catch(() => {})
  await page.waitForTimeout(500)
  await prepare?.(page)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
  const wide = await page.evaluate<number>('document.documentElement.scrollWidth - innerWidth')
  if (wide > 0) console.error(`${name} is ${wide} px too wide`)
}

await shoot(lead, 'day', '/')
await shoot(lead, 'check-in', `/jobs/${pottery}/check-in`, async (page) => {
  await page.locator('[data-place="seat-1r"]').click()
})
const frontPhone = await signedIn('bea', '3925', phone)
await shoot(frontPhone, 'walk-round-phone', `/jobs/${pottery}/check-in`, async (page) => {
  await page.getByRole('button', { name: /^Walk/ }).tap()
  const begin = page.getByRole('button', { name: 'Begin at the driver’s door' })
  if (await begin.isVisible()) await begin.tap()
  await page.getByRole('button', { name: /^Next: Driver’s seat/ }).tap()
  await page.getByRole('button', { name: /^Driver seat back,/ }).tap()
})
await shoot(lead, 'procedure', `/jobs/${fleet}/procedure`, async (page) => {
  await page.locator('details.step').nth(16).locator('summary').click()
  await page.locator('details.step').nth(13).scrollIntoViewIfNeeded()
})
await shoot(lead, 'plans', `/jobs/${pottery}/procedure`, async (page) => {
  await page.getByRole('button', { name: 'See what fits' }).click()
  const slider = page.getByRole('slider')
  await slider.waitFor({ timeout: 30_000 })
  for (let i = 0; i < 4; i++) await slider.press('ArrowLeft')
  await page.getByRole('button', { name: 'Work to this' }).waitFor({ timeout: 60_000 })
})
await shoot(lead, 'drying', `/jobs/${pottery}/drying`, async (page) => {
  await page.locator('.curve .main-svg').first().waitFor()
})
await shoot(lead, 'standards', '/standards', async (page) => {
  await page.getByRole('radio').nth(17).focus()
})
await shoot(lead, 'mixing', '/mixing?product=apc&ratio=1:10', async (page) => {
  await page.getByText('Spray bottle', { exact: true }).click()
  await page.getByLabel('Fill to (ml)').fill('800')
  await page.getByLabel('Poured already (ml)').fill('120')
  await page.getByRole('heading', { name: 'Too much was poured. What you can do' }).scrollIntoViewIfNeeded()
})
await shoot(lead, 'stock', '/stock', async (page) => {
  await page.getByText('Interior all-purpose cleaner').first().click()
})
await shoot(lead, 'plan', '/plan', async (page) => {
  // A block in hand, on its way to somebody else, an hour earlier or later: what breaks and what it costs is said.
  const block = page.locator('.lanes .block.ahead', { hasText: 'Teasel' }).first()
  await block.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowDown')
  await page.locator('[data-moving] li').first().waitFor({ timeout: 20_000 })
  await page.waitForTimeout(1500)
})
await shoot(lead, 'final-check', `/jobs/${florist}/final`)
await shoot(lead, 'handover', `/jobs/${florist}/report`)
const boss = await signedIn('odile', '7301', desk)
await shoot(boss, 'records', '/records/figures', (page) => page.locator('.bars .point').first().waitFor())
await shoot(boss, 'first-day', '/shop')
await shoot(boss, 'products', '/shop/products', async (page) => {
  await page.getByRole('button', { name: /^Heron hide cream/ }).click()
})
const hand = await signedIn('ines', '2694', phone)
await shoot(hand, 'work-phone', `/jobs/${fleet}/work`, (page) => page.locator('[data-now]').waitFor())
await shoot(hand, 'day-phone', '/')
if (only.length === 0 || only.includes('recheck-phone')) {
  const car = await carWorkedUpTo(lead.request, base, {
    plate: 'RM 512 F',
    condition: { 'seat-1l.seat-base': { soil: 2, stains: [{ kind: 'milk-drink', age: 'old', attempts: 0 }] } },
    upTo: (s) => s.treatment === 'judge' && s.surfaces.includes('seat-1l.seat-base'),
  })
  await shoot(hand, 'recheck-phone', `/jobs/${car.id}/work`, (page) =>
    page
      .getByRole('button', { name: /^Not right/ })
      .first()
      .waitFor({ timeout: 20_000 }),
  )
}
const night = await signedIn('bea', '3925', phone, 'bay')
await shoot(night, 'stop-phone', `/jobs/${pottery}/check-in`, async (page) => {
  await page.getByRole('tab', { name: 'Found' }).click()
  await page.getByRole('button', { name: /^Fuel/ }).click()
  await page.getByRole('button', { name: 'Tam', exact: true }).click()
  await page.waitForTimeout(600)
})
await browser.close()
for (const trouble of watched.flat()) console.error(trouble)
await running.stop()
await database.stop()
rmSync(folder, { recursive: true, force: true })
