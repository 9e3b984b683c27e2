// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { speak } from '#words/en/speak.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { pick } from '../support/pick.ts'
import { axe, person, type WatchedPage } from '../support/watched-page.ts'

let demo: DemoServer
let browser: Browser
let base: string
let lead: WatchedPage
let page: Page
const folder = mkdtempSync(join(tmpdir(), 'chamomile-e2e-'))

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
  lead = await person(browser, base, 'tam', '4182')
  page = lead.page
})
afterAll(async () => {
  await demo?.close()
  rmSync(folder, { recursive: true, force: true })
})

const api = async (path: string): Promise<any> => (await page.request.get(base + path)).json()
const bench = async (product: string, ratio: string) => {
  await page.goto(`${base}/mixing?product=${product}&ratio=${ratio}`)
  await page.getByLabel('Fill to (ml)').waitFor()
}
const into = (name: string) => page.getByRole('radio', { name, exact: true }).locator('xpath=ancestor::label').click()
const figure = (name: string) => page.locator(`[data-figure=${name}]`).textContent()
const field = (name: string, value: string) => page.getByLabel(name).fill(value)

describe('the bench', () => {
  it('reads a dilution as it is written, and says what each reading does to this bottle', async () => {
    await bench('apc', '1:10')
    await into('Spray bottle')
    await field('Fill to (ml)', '900')
    await field('Dilution, as the label says', '1:9')
    await page.getByText('1 part concentrate to 9 of water: 90 ml').waitFor()
    await page.getByText('1 in 9 of the finished mix: 100 ml, 11 % more concentrate').click()
    expect(await figure('concentrate')).toBe('100 ml')
    await field('Dilution, as the label says', '110')
    await page.getByRole('button', { name: 'Did you mean 1:10?' }).click()
    expect(await figure('concentrate')).toBe('82 ml')
    await field('Dilution, as the label says', '1:2')
    await page.getByText('Stronger than the label’s maximum of 1:4').waitFor()
    await field('Dilution, as the label says', '3 capfuls per 5 l')
    await page.getByText('How many ml is a capful here?').waitFor()
    await field('One is (ml), measured', '20')
    await page.getByText(/3 capfuls added to 5 l of water: 11 ml/).waitFor()
    await field('Dilution, as the label says', '4 oz/gal')
    await page.getByText('4 oz added to 1 gal of water: 27 ml').waitFor()
    await page.getByText('imperial', { exact: true }).click()
    await page.getByText('4 oz added to 1 gal of water: 22 ml').waitFor()
    expect(await axe(page)).toEqual([])
  })
  it('rescues an overpour: stretch does not fit, taking back does, and the batch keeps what was really poured', async () => {
    await bench('apc', '1:10')
    await into('Spray bottle')
    await field('Fill to (ml)', '800')
    await field('Poured already (ml)', '120')
    const options = page.getByRole('region', { name: 'Too much was poured. What you can do' })
    expect(await options.locator('[data-option=stretch]').isDisabled()).toBe(true)
    expect(await options.locator('[data-option=take-back]').textContent()).toContain('Take back 47 ml')
    await page.getByText('How it is worked out').click()
    expect(await figure('sum')).toContain('800 ml × 1 ⁄ (1 + 10) = 72.7 ml')
    expect(await axe(page)).toEqual([])
    await options.locator('[data-option=keep-stronger]').click()
    await page.getByRole('button', { name: 'Log this batch' }).click()
    await page.getByText(/^Logged: Spray bottle holds/).waitFor()
    const [batch] = await api('/api/mixing/batches')
    expect(batch).toMatchObject({ poured: 120, fill: 800 })
    expect(batch.measuredFraction).toBeCloseTo(0.15, 6)
    expect(batch.lot).not.toBe(null)
  })
  it('counts what is left in a bottle of the same product', async () => {
    await into('Spray bottle')
    await page.getByText(/In it: Interior all-purpose cleaner/).waitFor()
    await field('Fill to (ml)', '900')
    await field('Left in it (ml)', '300')
    expect(await figure('concentrate')).toBe('55 ml')
    expect(await figure('water')).toBe('545 ml')
  })
  it('stops what must never meet, and asks for a recorded rinse before anything else', async () => {
    await bench('acid-rinse', '1:30')
    await into('Spray bottle')
    const stop = page.locator('[data-stop=stop]')
    await stop.getByText('Acid and alkali in one vessel heat up and spit.').waitFor()
    expect(await page.getByRole('button', { name: 'Log this batch' }).count()).toBe(0)
    await page.getByRole('button', { name: 'Emptied and rinsed' }).click()
    await page.getByText('It is empty and rinsed.').waitFor()
    await page.getByRole('button', { name: 'Log this batch' }).click()
    await page.getByRole('region', { name: 'Mixed lately' }).getByText('Mild acid rinse 1:30').waitFor()
  })
  it('says what the bottle holds now; a second log by a slip is taken back with one tap', async () => {
    const count = async () => (await api('/api/mixing/batches')).length
    await page.getByText(/^Logged: Spray bottle holds/).waitFor()
    const before = await count()
    const logged = page.waitForResponse(
      (r) => r.url().endsWith('/api/mixing/batches') && r.request().method() === 'POST',
    )
    await page.getByRole('button', { name: 'Log another like it' }).click()
    await logged
    expect(await count()).toBe(before + 1)
    await page.getByRole('button', { name: 'Take it back' }).click()
    await page.getByText(/^Logged:/).waitFor({ state: 'detached' })
    expect(await count()).toBe(before)
    await page.getByText(/In it: Mild acid rinse/).waitFor()
    expect(await axe(page)).toEqual([])
  })
  it('a machine that dilutes again: what comes out, and what to mix', async () => {
    await bench('pre-spray', '1:15')
    await into('Pump sprayer')
    await field('Dilution, as the label says', '1:6')
    await page.getByText('Drawn by a machine').click()
    await page.getByText('Out of the machine it comes at 1:62.').waitFor()
    await page.getByText(/even the neat product comes out weaker/).waitFor()
    await field('The machine draws 1 to', '2')
    await page.getByText('For 1:6 out of the machine, mix 1:1.3 in its tank.').waitFor()
  })
})

describe('bottles', () => {
  it('a code on the label leads to what is in it', async () => {
    const [batch] = await api('/api/mixing/batches')
    await page.goto(`${base}/mixing/batch/${batch.id}`)
    await page.getByText('Mild acid rinse').first().waitFor()
    await page.getByText('DANGER').waitFor()
    expect(await page.getByAltText('corrosive').count()).toBe(1)
    expect(await axe(page)).toEqual([])
  })
  it('one of mine is measured by pouring, and stands on the bench', async () => {
    await page.goto(`${base}/mixing?part=bottles`)
    await page.getByRole('button', { name: 'Measure one of mine' }).click()
    await field('Its name', 'Odd jug')
    await field('Where it stands', 'rack by the door')
    await field('Filled to (ml)', '1200')
    await page.getByRole('button', { name: 'Keep it' }).click()
    await page.getByText(/measure up to where it is filled/).waitFor()
    await page.getByRole('button', { name: 'One more point' }).click()
    await field('Point 4: Volume (ml)', '1200')
    expect(await axe(page)).toEqual([])
    await page.getByRole('button', { name: 'Keep it' }).click()
    await page.getByRole('heading', { name: 'Odd jug' }).waitFor()
    await page.getByText('Stands: rack by the door').waitFor()
    await bench('apc', '1:10')
    await into('Odd jug')
    await page.getByText('It is empty and rinsed.').waitFor()
  })
})

describe('the day and the shelf', () => {
  it('says which bottles to fill and what to buy', async () => {
    await page.goto(`${base}/mixing?part=day`)
    const day = await api('/api/mixing/day')
    for (const f of day.fills)
      await page
        .getByText(`${f.containerName}: ${speak.names.of('products', f.product).name}`)
        .first()
        .waitFor()
    const glass = page.getByRole('row', { name: /Foaming glass cleaner/ })
    expect(await glass.textContent()).toContain('40 ml')
  })
  it('a delivery, a count with its reason, a CSV looked at first', async () => {
    await page.goto(`${base}/stock`)
    await pick(page.getByRole('combobox', { name: 'Item' }), 'Ready-made peroxide spotter', 'peroxide')
    await field('Lot code', 'PX-5')
    await field('Amount (ml or pieces)', '1000')
    await page.getByRole('button', { name: 'Put it on the shelf' }).click()
    await page.getByText('Ready-made peroxide spotter').first().click()
    await field('Counted: PX-5', '900')
    await field('Why it differs: PX-5', 'a broken cap')
    await page.getByRole('button', { name: 'Correct the count' }).click()
    await page.getByText('PX-5: 900 ml of 1.00 l').waitFor()
    const path = join(folder, 'stock.csv')
    writeFileSync(path, 'item,lot,amount,left,price,best_before\nswabs,S-1,200,,900,\nsoup,X,5,,,\n')
    await page.getByLabel('Bring in a CSV').setInputFiles(path)
    await page.getByText('1 good lines, 1 that are not.').waitFor()
    await page.getByRole('button', { name: 'Take the good lines' }).click()
    await page.getByText('1 line taken.').waitFor()
    expect((await api('/api/stock')).items.find((i: any) => i.item === 'swabs').left).toBe(200)
  })
  it('ten pours of the drill are judged one by one, with their reasons', async () => {
    await page.goto(`${base}/mixing?part=drill`)
    for (let i = 0; i < 10; i++) {
      await field('Concentrate (ml)', String(10 * (i + 1)))
      await page.getByRole('button', { name: 'Pour', exact: true }).click()
      await page
        .getByRole('status')
        .filter({ hasText: /Right\.|Not this one\./ })
        .waitFor()
      await page.getByRole('button', { name: 'Next pour' }).click()
    }
    await page
      .getByText(/\d+ of 10 right\./)
      .first()
      .waitFor()
    expect(await page.locator('ol > li').count()).toBe(10)
    expect(await axe(page)).toEqual([])
  })
  it('nothing went wrong on the way', () => expect(lead.troubles.filter((t) => !t.includes('400'))).toEqual([]))
})
