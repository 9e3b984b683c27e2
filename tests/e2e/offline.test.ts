// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { carWorkedUpTo } from '../support/car-worked-up-to.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

// The application on a phone whose signal goes in the middle of the shift: it opens, it works, and nothing is lost when it is back.

let demo: DemoServer
let pages: string
const phone = { width: 390, height: 844 }

beforeAll(async () => {
  // A copy of the built pages: a newer version is put there later.
  pages = mkdtempSync(join(tmpdir(), 'chamomile-pages-'))
  cpSync('dist/web', pages, { recursive: true })
  demo = await demoServer(pages)
})
afterAll(async () => {
  await demo?.close()
  rmSync(pages, { recursive: true, force: true })
})

const api = async (page: Page, path: string): Promise<any> => (await page.request.get(demo.base + path)).json()

/** Waits until an expression, which may be a promise, holds on the page. */
async function holds(page: Page, expression: string, seconds = 40) {
  for (let i = 0; i < seconds * 4; i++) {
    try {
      if (await page.evaluate(expression)) return
    } catch (error) {
      // Asked while the page goes and comes anew.
      if (!/context was destroyed/.test((error as Error).message)) throw error
    }
    await page.waitForTimeout(250)
  }
  throw new Error(`Never came true: ${expression}`)
}

/** What is kept of one question on the page's device. */
const keptOf = (hash: string) =>
  `new Promise((resolve) => {
    const asked = indexedDB.open('chamomile-answers')
    asked.onerror = () => resolve(false)
    asked.onsuccess = () => {
      const db = asked.result
      if (!db.objectStoreNames.contains('answers')) { db.close(); return resolve(false) }
      const got = db.transaction('answers').objectStore('answers').get(${JSON.stringify(hash)})
      got.onsuccess = () => { db.close(); resolve(got.result !== undefined) }
    }
  })`

it('opens without a line, works a car nobody has looked at on it, keeps a photo, and gives all of it when the line is back', async () => {
  const { page } = await person(demo.browser, demo.base, 'ines', '2694', phone, 'allow')
  const { jobs } = await api(page, '/api/day')
  const { id } = jobs.find((j: any) => j.vehicle === 'Brant Fennel')
  await holds(page, 'navigator.serviceWorker.ready.then((r) => r.active?.state === "activated")')
  await holds(page, keptOf(JSON.stringify(['jobs', id, 'row'])))
  const running = (await api(page, `/api/jobs/${id}/work`)).state
  const [mine] = Object.entries<any>(running.steps).find(([, s]) => s.status === 'running')!

  await page.context().setOffline(true)
  await page.goto(`${demo.base}/work`)
  await page.getByText(/^No signal\./).waitFor()
  await page
    .getByRole('link', { name: /Brant Fennel/ })
    .first()
    .click()
  await page.getByText('you are on it').waitFor()
  expect(await page.locator('[data-now]').getAttribute('data-now')).toBe(mine)
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await page.locator(`[data-now]:not([data-now="${mine}"])`).waitFor()
  await page.getByRole('button', { name: 'Damage came to light' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Where' }).click()
  await page.keyboard.type('Driver seat base')
  await page.keyboard.press('Enter')
  const picture = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#664' } })
    .jpeg()
    .toBuffer()
  await dialog.getByLabel('Photo of it').setInputFiles({ name: 'seat.jpg', mimeType: 'image/jpeg', buffer: picture })
  await dialog.getByRole('button', { name: 'Write it down' }).click()
  await dialog.waitFor({ state: 'detached' })
  await page.getByText('1 photo kept on this device, not sent yet').waitFor()
  expect(await axe(page)).toEqual([])

  // The phone is put away and taken out again.
  await page.reload()
  await page.getByText('1 photo kept on this device, not sent yet').waitFor()
  await page.getByText('1 damage written down').waitFor()
  expect((await api(page, `/api/jobs/${id}/work`).catch(() => ({ state: running }))).state.found).toEqual([])

  await page.context().setOffline(false)
  await page.getByText('kept on this device, not sent yet').first().waitFor({ state: 'detached', timeout: 60_000 })
  const { state } = await api(page, `/api/jobs/${id}/work`)
  expect(state.steps[mine].status).toBe('finished')
  expect(state.found).toHaveLength(1)
  expect(state.conflicts).toEqual([])
  const photos = await api(page, `/api/jobs/${id}/photos`)
  expect(photos.map((p: any) => p.id)).toContain(state.found[0].photo)
  await page.context().close()
})

it('has the maker’s data sheet of what is in the hand, without a line', async () => {
  const lead = await person(demo.browser, demo.base, 'tam', '4182')
  const { request } = lead.page
  const sheet = Buffer.from('%PDF-1.4\n1 0 obj\n<< >>\nendobj\ntrailer\n<< >>\n%%EOF\n')
  const { id, step } = await carWorkedUpTo(request, demo.base, {
    plate: 'SHEET 1',
    upTo: (s) => s.product !== null && s.crew > 0,
  })
  const kept = await request.post(`${demo.base}/api/mixing/products/${step.product!.id}/sheet`, {
    data: sheet,
    headers: { origin: demo.base, 'content-type': 'application/pdf' },
  })
  expect(kept.status()).toBe(200)
  const { at } = ((await kept.json()) as any[]).find((s) => s.product === step.product!.id)
  const { page } = await person(demo.browser, demo.base, 'jory', '5560', phone, 'allow')
  await page.goto(`${demo.base}/jobs/${id}/work`)
  await page.getByRole('button', { name: /^If it splashes/ }).waitFor()
  await holds(page, 'navigator.serviceWorker.ready.then((r) => r.active?.state === "activated")')
  await holds(page, keptOf(JSON.stringify(['data-sheet', step.product!.id, at])))

  await page.context().setOffline(true)
  await page.reload()
  await page.getByRole('button', { name: /^If it splashes/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByText('Splash in eye or on skin').waitFor()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'The maker’s data sheet' }).click(),
  ])
  expect(file.suggestedFilename()).toMatch(/data sheet\.pdf$/)
  expect(readFileSync(await file.path()).equals(sheet)).toBe(true)
  await page.context().close()
  await lead.page.context().close()
})

it('takes a newer version with things waiting to be sent: none of them is lost', async () => {
  const { page } = await person(demo.browser, demo.base, 'wren', '8137', phone, 'allow')
  const { jobs } = await api(page, '/api/day')
  const { id } = jobs.find((j: any) => j.vehicle === 'Osprey Longreach 7')
  await holds(page, 'navigator.serviceWorker.ready.then((r) => r.active?.state === "activated")')
  await page.goto(`${demo.base}/jobs/${id}/work`)
  await page.locator('[data-now]').waitFor()
  // The lines of the ledger fail; the pages still come.
  await page.context().route('**/api/jobs/*/events', (route) => route.abort('internetdisconnected'))
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  const step = await page.locator('[data-now]').getAttribute('data-now')
  await page.getByText('you are on it').waitFor()
  appendFileSync(join(pages, 'sw.js'), '\n// a newer version\n')
  await holds(page, 'navigator.serviceWorker.ready.then((r) => r.update()).then(() => true)')
  await page.getByText('A newer version is on this device').waitFor({ timeout: 60_000 })
  expect(await axe(page)).toEqual([])
  // Whatever this page holds is gone once it came anew.
  await page.evaluate('window.stillOld = true')
  await page.getByRole('button', { name: 'Take it now' }).click()
  await holds(page, '!window.stillOld')
  await page.getByText('you are on it').waitFor()
  await page.getByRole('status', { name: 'Kept on this device' }).filter({ hasText: 'not sent yet' }).first().waitFor()
  await page.context().unroute('**/api/jobs/*/events')
  await expect
    .poll(async () => (await api(page, `/api/jobs/${id}/work`)).state.steps[step!]?.status, { timeout: 60_000 })
    .toBe('running')
  await page.context().close()
})

it('whoever comes next on the device sees nothing that was told to somebody else, with a line or without', async () => {
  const { page } = await person(demo.browser, demo.base, 'tam', '4182', phone, 'allow')
  await holds(page, 'navigator.serviceWorker.ready.then((r) => r.active?.state === "activated")')
  await holds(page, keptOf('["session"]'))
  await page.locator('.who-menu summary').click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: 'Bea', exact: true }).waitFor()
  expect(await page.evaluate(keptOf('["session"]'))).toBe(false)
  await page.context().setOffline(true)
  await page.goto(demo.base)
  await page.getByText(/No connection/).waitFor()
  expect(await page.getByRole('navigation', { name: 'Places' }).count()).toBe(0)
  await page.context().close()
})
