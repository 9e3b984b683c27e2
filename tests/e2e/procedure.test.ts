// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Page } from 'playwright-core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { carA } from '../fixtures/cars.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { pick } from '../support/pick.ts'
import { check } from '../support/tap.ts'
import { axe, person, type WatchedPage } from '../support/watched-page.ts'

let demo: DemoServer
let browser: Browser
let base: string
let lead: WatchedPage
let page: Page
let job: string
const folder = mkdtempSync(join(tmpdir(), 'chamomile-e2e-'))

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
  lead = await person(browser, base, 'tam', '4182')
  page = lead.page
  job = await takenIn()
})
afterAll(async () => {
  await demo?.close()
  rmSync(folder, { recursive: true, force: true })
})

const api = async (path: string): Promise<any> => (await page.request.get(base + path)).json()
/** A car with everything to do, taken in behind the screen. */
async function takenIn(due: string | null = null): Promise<string> {
  const id = uuidv7()
  const { checkIn } = carA()
  const data = { id, checkIn, arrives: new Date().toISOString(), due }
  const answer = await page.request.post(`${base}/api/jobs`, { data, headers: { origin: base } })
  expect(answer.status()).toBe(200)
  return id
}
const open = async (id: string) => {
  await page.goto(`${base}/jobs/${id}/procedure`)
  await page.locator('details.step').first().waitFor()
}
const step = (id: string) => page.locator(`details.step[data-step="${id}"]`)
const order = () => page.locator('details.step').evaluateAll((all) => all.map((x) => x.getAttribute('data-step')!))
const findings = () => page.locator('[data-grade]')
const saved = () => page.getByRole('status').filter({ hasText: 'Saved.' }).waitFor()
const settings = async (id = job) => (await api(`/api/jobs/${id}/procedure`)).settings
const figure = async (name: string) => await page.locator(`[data-figure=${name}]`).textContent()

describe('editing', () => {
  it('pointing at a step, or going to it by key, lights its places beside the list', async () => {
    await open(job)
    const where = page.getByRole('region', { name: 'Where it is' })
    const lit = (place: string) => where.locator(`[data-place="${place}"] .part.lit`).count()
    await step('vac_seat:seats-2').locator('summary').hover()
    await where.getByText('Rear seats: vacuum seats').first().waitFor()
    expect(await lit('seat-2l')).toBeGreaterThan(3)
    expect([await lit('seat-1l'), await lit('dash')]).toEqual([0, 0])
    await step('vac_carpet:floor-1').locator('summary').focus()
    await where.getByText('Front floor: vacuum carpet').first().waitFor()
    expect(await lit('foot-1l')).toBeGreaterThan(0)
    expect(await lit('seat-2l')).toBe(0)
  })
  it('a step moved by keyboard against the order asks for a reason, and is saved with it', async () => {
    await open(job)
    const handle = page.getByRole('button', { name: /Move “Glass inside/ })
    await handle.focus()
    // What is read out as it moves: each key is pressed when the one before it has been answered, or has only scrolled the page.
    const readOut = page.locator('[id^="DndLiveRegion"]')
    const press = async (key: string) => {
      const before = await readOut.textContent()
      await page.keyboard.press(key)
      const answered = readOut.filter({ hasNotText: before || /^$/ })
      await answered.waitFor({ state: 'attached', timeout: 1_000 }).catch(() => {})
    }
    await press('Space')
    // Up, until it would stand before the dressing.
    const told = page.locator('.hovering').getByText('Dressing leaves haze on glass')
    for (let i = 0; i < 15 && (await told.count()) === 0; i++) {
      await press('ArrowUp')
    }
    await told.waitFor()
    await page.keyboard.press('Space')
    await findings().first().waitFor()
    expect(await findings().first().textContent()).toContain('Against the order')
    await page.getByText(/Not saved: \d things? needs? you/).waitFor()
    expect(await page.getByRole('button', { name: 'Check in and issue' }).isDisabled()).toBe(true)
    expect(await settings()).toEqual({})
    expect(await axe(page)).toEqual([])
    // Leaving the page loses nothing.
    await page.reload()
    await findings().first().waitFor()
    await page.getByLabel('Why it is right for this car').first().fill('the customer waits for the glass')
    await page.getByRole('button', { name: 'Keep it so' }).first().click()
    await saved()
    const kept = await settings()
    expect(kept.edits).toHaveLength(1)
    expect(kept.edits[0]).toMatchObject({
      do: 'move',
      step: 'glass_in:glass',
      reason: 'the customer waits for the glass',
    })
    const now = await order()
    expect(now.indexOf('glass_in:glass')).toBeLessThan(now.indexOf('dress:car'))
  })
  it('what is forbidden is told with its reason and cannot be saved; one tap mends it', async () => {
    await step('final_check:car').locator('summary').click()
    await step('final_check:car').getByRole('button', { name: 'Take out' }).click()
    const finding = page.locator('[data-grade=forbidden]')
    await finding.getByText('The final check is a safety check.').waitFor()
    await page.getByText('Not saved: 1 thing needs you').waitFor()
    await finding.getByRole('button', { name: 'Take it back' }).click()
    await finding.waitFor({ state: 'detached' })
    await saved()
    expect(await order()).toContain('final_check:car')
    expect((await settings()).edits).toHaveLength(1)
  })
  it('the checker answers while a step is dragged by mouse', async () => {
    const handle = page.getByRole('button', { name: /Move “Refit mats/ })
    await handle.scrollIntoViewIfNeeded()
    const box = (await handle.boundingBox())!
    await page.mouse.move(box.x + 20, box.y + 20)
    await page.mouse.down()
    await page.mouse.move(box.x + 20, box.y - 160, { steps: 12 })
    await page.locator('.hovering').getByText('Mats and belongings return to a finished car').waitFor()
    await page.keyboard.press('Escape')
    await page.mouse.up()
    expect((await settings()).edits).toHaveLength(1)
  })
  it('minutes, ratio, rung and a step more change the figures, and undo takes them back', async () => {
    const before = await figure('attended')
    const seat = step('lm:seats-1')
    await seat.locator('summary').click()
    await seat.getByLabel('Water to 1 part of product').fill('10')
    await seat.getByLabel('Minutes').click()
    await page.keyboard.press('Tab')
    await saved()
    await pick(seat.getByRole('combobox', { name: 'How firmly' }), 'Hot-extract')
    await step('hotx:seats-1').waitFor()
    await saved()
    expect(await figure('attended')).not.toBe(before)
    await page.getByRole('button', { name: 'Undo' }).click()
    await step('lm:seats-1').waitFor()
    await page.getByRole('button', { name: 'Undo' }).click()
    await saved()
    expect(await figure('attended')).toBe(before)
    expect((await settings()).edits).toHaveLength(1)
    await page.getByRole('button', { name: 'Add a step' }).click()
    const dialog = page.getByRole('dialog')
    await pick(dialog.getByRole('combobox', { name: 'What' }), 'clear water', 'clear water')
    await pick(dialog.getByRole('combobox', { name: 'Where' }), 'Dash and console')
    await dialog.getByRole('button', { name: 'Add a step' }).click()
    await step('rinse:dash').waitFor()
    await saved()
  })
})

describe('plans', () => {
  it('three finish levels stand side by side; choosing one is kept', async () => {
    await page.getByRole('button', { name: /^Trade/ }).click()
    await saved()
    expect((await settings()).finish).toBe('trade')
    expect(await order()).not.toContain('dress:car')
    await page.getByRole('button', { name: /^Standard/ }).click()
    await saved()
    expect(await order()).toContain('dress:car')
  })
  it('a time limit says what fits, what is left out and what more would buy, as the slider moves', async () => {
    await page.getByRole('button', { name: 'See what fits' }).click()
    const slider = page.getByRole('slider')
    await slider.waitFor({ timeout: 60_000 })
    await slider.press('Home')
    const least = await page.getByRole('region', { name: 'Fit it to a time' }).getByRole('listitem').count()
    await slider.press('End')
    await page.getByText('Nothing is left out.').waitFor()
    for (let i = 0; i < 42; i++) await slider.press('ArrowLeft')
    await page.getByText(/Takes .* on the clock/).waitFor()
    expect(least).toBeGreaterThan(2)
    expect(await axe(page)).toEqual([])
    await page.getByRole('button', { name: 'Work to this' }).click()
    await saved()
    const { timeLimit, rungs } = await settings()
    expect(timeLimit).toEqual({ minutes: 180, crew: 1 })
    expect(Object.values(rungs as Record<string, number>).some((rung) => rung < 2)).toBe(true)
    await page.getByRole('button', { name: 'Undo' }).click()
    await saved()
  })
})

describe('a promise', () => {
  it('that one person cannot keep is said before it is issued, with what would keep it; one tap takes it', async () => {
    const promised = await takenIn(new Date(Date.now() + 225 * 60_000).toISOString())
    await open(promised)
    const said = page.getByRole('alert', { name: 'The promise' })
    await said.getByText(/^Promised for .*; as planned it is ready about/).waitFor()
    expect(await axe(page)).toEqual([])
    await said.getByRole('button', { name: /^Standard, [23] people: about/ }).click()
    await said.waitFor({ state: 'detached' })
    await saved()
    expect((await settings(promised)).crew).toBeGreaterThan(1)
    await open(job)
  })
})

describe('standards', () => {
  it('a procedure’s changes are kept under a name and used for another car; versions are told apart', async () => {
    await page.getByRole('button', { name: 'Save as a standard' }).click()
    await page.getByLabel('Its name').fill('Glass early')
    await page.getByLabel('What is different about it').fill('for people who wait')
    await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
    await page.getByRole('dialog').waitFor({ state: 'hidden' })
    await saved()
    const other = await takenIn()
    await open(other)
    await pick(page.getByRole('combobox', { name: 'Standard' }), 'Glass early, version 1')
    await saved()
    const now = await order()
    expect(now.indexOf('glass_in:glass')).toBeLessThan(now.indexOf('dress:car'))
    await page.goto(`${base}/standards?part=named`)
    await page.getByRole('heading', { name: 'Glass early' }).waitFor()
    await page.getByText('for people who wait').waitFor()
    await page.getByText('Against version 1, on a sample car').waitFor()
    expect(await axe(page)).toEqual([])
  })
  it('travels as a file; what is forbidden in it is refused with its place', async () => {
    const section = page.getByRole('region', { name: 'Glass early' })
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      section.getByRole('button', { name: 'Keep as a file' }).click(),
    ])
    const path = join(folder, 'standard.json')
    await download.saveAs(path)
    const file = JSON.parse(readFileSync(path, 'utf8'))
    expect(file.format).toBe('chamomile-standard')
    const bring = async (content: object) => {
      writeFileSync(path, JSON.stringify(content))
      await page.getByLabel('Bring in a file').setInputFiles(path)
    }
    await bring({ ...file, name: 'Glass early, from a friend' })
    await page.getByRole('heading', { name: 'Glass early, from a friend' }).waitFor()
    await bring({ ...file, name: 'Bad', settings: { edits: [{ do: 'remove', step: 'final_check:car' }] } })
    await page.getByText(/is never dropped/).waitFor()
    await bring({ some: 'thing' })
    await page.getByText('This is not a standard file of ours.').waitFor()
  })
  it('the shop’s own pace stands beside the catalogue’s', async () => {
    await page.getByText('Our pace').click()
    await page.getByRole('button', { name: 'Plan with our own pace' }).click()
    await page.getByRole('button', { name: 'Back to the catalogue’s' }).click()
    await page.getByText(/A sample car: .* as planned now/).waitFor()
    expect((await api('/api/pace')).rates).toEqual({})
    expect(await axe(page)).toEqual([])
  })
})

describe('at work', () => {
  it('is issued as edited, printed, and kept as a file', async () => {
    await open(job)
    const edited = await order()
    await page.getByRole('button', { name: 'Check in and issue' }).click()
    await page.waitForURL(/\/plan/)
    await open(job)
    expect(await order()).toEqual(edited)
    const sheet = await page.request.get(`${base}/api/jobs/${job}/procedure/sheet`)
    expect(sheet.headers()['content-type']).toBe('application/pdf')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Keep as a file' }).click(),
    ])
    const path = join(folder, 'procedure.json')
    await download.saveAs(path)
    const next = await takenIn()
    await open(next)
    await page.getByLabel('Bring in a file').setInputFiles(path)
    await step('rinse:dash').waitFor()
    expect((await settings(next)).edits.length).toBeGreaterThan(1)
  })
  it('a condition that turned out different shows what it changes before the next version is issued', async () => {
    await open(job)
    await page.getByRole('combobox', { name: 'Where' }).click()
    await page.keyboard.type('driver seat base')
    await page.keyboard.press('Enter')
    await page.getByText(/min more hands-on/).waitFor()
    await page.getByLabel('What was seen').fill('a spill under the cover')
    await page.getByRole('button', { name: 'Issue the next version' }).click()
    await page.getByText('Issued, version 2').waitFor()
    await page.getByText('Version 2 against 1').waitFor()
    expect(await order()).toContain('hotx:seats-1')
  })
  it('a failed recheck on a technician’s phone brings the next rung', async () => {
    const say = async (type: string, id: string) => {
      const data = {
        id: uuidv7(),
        type,
        data: { step: id, reason: 'for the test' },
        device: 'e2e',
        deviceSeq: 1,
        deviceTime: '',
      }
      if (type !== 'step-skipped') data.data = { step: id } as never
      const answer = await page.request.post(`${base}/api/jobs/${job}/events`, { data, headers: { origin: base } })
      expect(answer.status(), await answer.text()).toBe(200)
    }
    const { procedure } = await api(`/api/jobs/${job}/procedure`)
    const wet = procedure.steps.findIndex((s: any) => s.id === 'lm:seats-2')
    for (const s of procedure.steps.slice(0, wet)) if (s.crew > 0) await say('step-skipped', s.id)
    await say('step-started', 'lm:seats-2')
    await say('step-finished', 'lm:seats-2')
    const hand = await person(browser, base, 'ines', '2694', { width: 390, height: 844 })
    await hand.page.goto(`${base}/jobs/${job}/work`)
    await hand.page.getByRole('button', { name: 'Failed when dry' }).click()
    await hand.page.getByRole('combobox', { name: 'Which surfaces' }).click()
    await hand.page.keyboard.type('rear left seat base')
    await hand.page.keyboard.press('Enter')
    await hand.page.keyboard.press('Tab')
    await check(hand.page.getByRole('radio', { name: 'It has not come clean.' }))
    await hand.page.getByLabel('What is to be seen').fill('a ring stayed')
    await hand.page.locator('.ant-select-dropdown').waitFor({ state: 'hidden' })
    expect(await axe(hand.page)).toEqual([])
    await hand.page.getByRole('button', { name: 'Treat it again' }).click()
    await hand.page.getByText(/Added: .*Rear seats: /).waitFor()
    const after = await api(`/api/jobs/${job}/procedure`)
    expect(after.version).toBe(3)
    expect(after.procedure.steps.find((s: any) => s.id === 'hotx:seats-2').surfaces).toEqual(['seat-2l.seat-base'])
    expect(hand.troubles).toEqual([])
  })
  it('nothing went wrong on the way', () => expect(lead.troubles.filter((t) => !t.includes('400'))).toEqual([]))
})
