// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { replay } from '#core/job/reduce.ts'
import { part, place } from '../support/car.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

// What a person's hand has done survives a bad line, a reload, a hand-over of the device and another person's save.

let demo: DemoServer
let browser: Browser
let base: string
let jobs: Map<string, string>
let lead: Page

const api = async (page: Page, path: string): Promise<any> => (await page.request.get(base + path)).json()
const phone = { width: 390, height: 844 }
const soil = async (page: Page, surface: string) => await (await part(page, surface)).getAttribute('aria-label')
const saved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()
const keptTaps = (page: Page) =>
  page.getByRole('status', { name: 'Kept on this device' }).filter({ hasText: 'not sent yet' }).first()

/** The line to the server is cut or mended for one device; pages themselves still come, as a browser that has them would show them. */
const cut = (page: Page) => page.context().route('**/api/**', (route) => route.abort('internetdisconnected'))
const mend = (page: Page) => page.context().unroute('**/api/**')

/** A draft of its own, opened on its sheet. */
async function draftOf(page: Page, plate: string): Promise<string> {
  await page.goto(`${base}/check-in`)
  await page.getByLabel('Plate').fill(plate)
  await page.getByRole('button', { name: 'Take a vehicle in' }).click()
  await page.waitForURL(/\/jobs\/.*\/check-in/)
  await page.locator('[data-place]').first().waitFor()
  return page.url().split('/')[4]!
}

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
  lead = (await person(browser, base, 'tam', '4182')).page
  jobs = new Map((await api(lead, '/api/day')).jobs.map((j: any) => [j.vehicle, j.id]))
})
afterAll(async () => {
  await demo?.close()
})

it('two phones without a line for a while, both reloaded, both back: every tap once, in order, one state', async () => {
  const job = jobs.get('Brant Fennel')!
  const before = (await api(lead, `/api/jobs/${job}/events`)).length
  const hands = [
    { page: (await person(browser, base, 'jory', '5560', phone)).page, taps: [] as string[] },
    { page: (await person(browser, base, 'wren', '8137', phone)).page, taps: [] as string[] },
  ]
  for (const { page } of hands) {
    await page.goto(`${base}/jobs/${job}/work`)
    await page.locator('[data-now]').waitFor()
  }
  for (const hand of hands) await cut(hand.page)
  for (const hand of hands) {
    const { page, taps } = hand
    for (let i = 0; i < 3; i++) {
      const step = (await page.locator('[data-now]').getAttribute('data-now'))!
      await page.getByRole('button', { name: /^(Start|Resume)$/ }).click()
      taps.push(`step-started ${step}`)
      await page.getByText('you are on it').waitFor()
      await page.getByRole('button', { name: 'Done', exact: true }).click()
      taps.push(`step-finished ${step}`)
      // Where the next waits for what somebody else has in hand there is none.
      const none = page.getByText('Nothing you can start yet')
      await page.locator(`[data-now]:not([data-now="${step}"])`).or(none).first().waitFor()
      if (await none.isVisible()) break
    }
    await keptTaps(page).waitFor()
    expect(await page.getByText('Kept on this device, not sent yet').first().isVisible()).toBe(true)
  }
  expect((await api(lead, `/api/jobs/${job}/events`)).length).toBe(before)
  // Both are loaded anew while there is still no line, then both come back.
  for (const { page } of hands) {
    await page.reload()
    await page.getByText(/^No signal\./).waitFor()
  }
  for (const { page } of hands) await mend(page)
  for (const { page } of hands) await page.reload()
  for (const { page } of hands) {
    await page.locator('.now-card, .job-head').first().waitFor()
    await keptTaps(page).waitFor({ state: 'detached' })
  }
  const events = (await api(lead, `/api/jobs/${job}/events`)).slice(before)
  expect(events.map((e: any) => e.position)).toEqual(events.map((_: any, i: number) => before + i + 1))
  const people = new Map((await api(lead, '/api/people')).map((p: any) => [p.name, p.id]))
  for (const [i, name] of ['Jory', 'Wren'].entries())
    expect(
      events.filter((e: any) => e.author === people.get(name)).map((e: any) => `${e.type} ${e.data.step}`),
      name,
    ).toEqual(hands[i]!.taps)
  expect(events.every((e: any) => e.offline)).toBe(true)
  // One state: folded anew from the ledger it is what the server says and what both phones show.
  const view = await api(lead, `/api/jobs/${job}/work`)
  const all = await api(lead, `/api/jobs/${job}/events`)
  const { procedure } = await api(lead, `/api/jobs/${job}/issued`)
  expect(JSON.parse(JSON.stringify(replay(all, procedure)))).toEqual(view.state)
  for (const { page, taps } of hands) {
    for (const tap of taps) expect(['finished']).toContain(view.state.steps[tap.split(' ')[1]!].status)
    await page.reload()
    await page.locator('.work').waitFor()
    // They began at the same step: that it was done twice is not lost, and both see it.
    expect(await page.getByRole('region', { name: 'Recorded without a line, and against the rest' }).isVisible()).toBe(
      view.state.conflicts.length > 0,
    )
    expect(await axe(page)).toEqual([])
    await page.context().close()
  }
  expect(view.state.conflicts.length).toBeGreaterThan(0)
})

describe('a check-in stroke', () => {
  it('made in the same moment as a tap beside the sheet is not lost to what the screen last drew', async () => {
    const { page } = await person(browser, base, 'bea', '3925')
    const job = await draftOf(page, 'MOMENT 1')
    await page.getByRole('button', { name: '3 heavy' }).click()
    await page.getByLabel('take photos?').getByText('no', { exact: true }).waitFor()
    // The stroke is not drawn yet when the tap comes: a busy machine does this with real fingers.
    await page.evaluate(`(() => {
      const at = (id) => { const r = document.querySelector('[data-place="' + id + '"] .rim').getBoundingClientRect(); return { clientX: r.x + r.width / 2, clientY: r.y + r.height / 2 } }
      const svg = document.querySelector('svg.car')
      svg.setPointerCapture = () => {}
      const fire = (type, id) => document.querySelector('[data-place="' + id + '"] .rim').dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, isPrimary: true, ...at(id) }))
      fire('pointerdown', 'seat-1l')
      fire('pointermove', 'seat-1r')
      const label = document.getElementById('ask-photos')
      label.parentElement.querySelector('input[value="no"]').click()
      fire('pointerup', 'seat-1r')
    })()`)
    await saved(page)
    const { checkIn } = await api(page, `/api/jobs/${job}`)
    expect(checkIn.permissions.photos).toBe(false)
    expect(checkIn.condition['seat-1l.seat-base'].soil).toBe(3)
    expect(checkIn.condition['seat-1r.seat-back'].soil).toBe(3)
    await page.context().close()
  })

  it('made while the line is down is kept, shown as kept, there after a reload, and saved when it is back', async () => {
    const { page } = await person(browser, base, 'bea', '3925')
    const job = await draftOf(page, 'LINE 1')
    await page.getByRole('button', { name: '4 severe' }).click()
    await page
      .context()
      .route('**/check-in', (route) =>
        route.request().method() === 'PUT' ? route.abort('internetdisconnected') : route.continue(),
      )
    await place(page, 'seat-1l').click()
    await page.getByText('Kept on this device, not saved yet.').waitFor()
    await page.reload()
    await place(page, 'seat-1l').waitFor()
    expect(await soil(page, 'seat-1l.seat-base')).toContain('severe')
    await page.context().unroute('**/check-in')
    await saved(page)
    expect((await api(page, `/api/jobs/${job}`)).checkIn.condition['seat-1l.seat-base'].soil).toBe(4)
    await page.context().close()
  })

  it('made just before someone else takes over is saved in the name of whoever made it', async () => {
    const { page } = await person(browser, base, 'bea', '3925')
    const job = await draftOf(page, 'OVER 1')
    await page.getByRole('button', { name: '2 used' }).click()
    await place(page, 'seat-1l').click()
    await page.locator('.who-menu summary').click()
    await page.getByRole('button', { name: 'Someone else takes over' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: 'Tam', exact: true }).click()
    await dialog.getByLabel('PIN').fill('0000')
    await page.keyboard.press('Enter')
    // A wrong PIN ends nothing.
    await dialog.getByRole('alert').waitFor()
    expect(await page.locator('.who-menu summary').textContent()).toContain('Bea')
    await dialog.getByLabel('PIN').fill('4182')
    await page.keyboard.press('Enter')
    await page.locator('.who-menu summary').filter({ hasText: 'Tam' }).waitFor()
    expect((await api(page, `/api/jobs/${job}`)).checkIn.condition['seat-1l.seat-base'].soil).toBe(2)
    await page.context().close()
  })

  it('made on a device that was sent away is kept for the person, told at the door, and saved when they are back', async () => {
    const owner = (await person(browser, base, 'odile', '7301')).page
    const { page } = await person(browser, base, 'bea', '3925')
    const job = await draftOf(page, 'AWAY 1')
    await page.getByRole('button', { name: '4 severe' }).click()
    const mine = (await api(owner, '/api/sessions')).find((s: any) => s.person === 'Bea')
    const devices = await api(owner, '/api/devices')
    const device = devices.find((d: any) => d.name === mine.device && d.revoked === null)
    // The stroke is made while the line is down, and the device is sent away before it is up again.
    await page
      .context()
      .route('**/check-in', (route) =>
        route.request().method() === 'PUT' ? route.abort('internetdisconnected') : route.continue(),
      )
    await place(page, 'seat-1l').click()
    await page.getByText('Kept on this device, not saved yet.').waitFor()
    await owner.request.delete(`${base}/api/devices/${device.id}`, { headers: { origin: base } })
    await page.getByText('Let this device in').first().waitFor()
    await page.context().unroute('**/check-in')
    // The owner lets it in again, and the person comes back.
    await page.request.post(`${base}/api/devices`, {
      data: { shop: 'reedmere', login: 'odile', password: 'lakeside-heron', deviceName: 'again' },
    })
    await page.reload()
    await page.getByText('Kept on this device until they sign in here:').waitFor()
    await page.getByRole('button', { name: 'Bea', exact: true }).click()
    await page.getByLabel('PIN').fill('3925')
    await page.keyboard.press('Enter')
    await page.getByRole('navigation', { name: 'Places' }).waitFor()
    await expect
      .poll(async () => (await api(page, `/api/jobs/${job}`)).checkIn.condition['seat-1l.seat-base']?.soil, {
        timeout: 60_000,
      })
      .toBe(4)
    await page.context().close()
    await owner.context().close()
  })

  it.each([
    ['mine', 'Keep mine', { mine: 'severe', theirs: 'clean' }],
    ['theirs', 'Take theirs', { mine: 'clean', theirs: 'heavy' }],
    ['both', /^Both/, { mine: 'severe', theirs: 'heavy' }],
  ] as const)(
    'that meets another’s save is shown beside it; %s stands, and can be undone',
    async (_, choice, stands) => {
      const { page } = await person(browser, base, 'bea', '3925')
      const job = await draftOf(page, `TWO ${String(choice).length}`)
      // Somebody else marks another surface while this one's save is on its way.
      const row = await api(lead, `/api/jobs/${job}`)
      let first = true
      await page.context().route('**/check-in', async (route) => {
        if (route.request().method() !== 'PUT' || !first) return route.continue()
        first = false
        await lead.request.put(`${base}/api/jobs/${job}/check-in`, {
          data: {
            version: row.version,
            due: row.due,
            checkIn: { ...row.checkIn, condition: { ...row.checkIn.condition, 'seat-1r.seat-base': { soil: 3 } } },
          },
        })
        return route.continue()
      })
      await page.getByRole('button', { name: '4 severe' }).click()
      await place(page, 'seat-1l').click()
      const conflict = page.getByRole('alert', { name: 'Somebody else saved this too.' })
      await conflict.waitFor()
      expect(await conflict.textContent()).toContain('severe')
      expect(await conflict.textContent()).toContain('heavy')
      expect(await axe(page)).toEqual([])
      await conflict.getByRole('button', { name: choice }).click()
      await saved(page)
      expect(await soil(page, 'seat-1l.seat-base')).toContain(stands.mine)
      expect(await soil(page, 'seat-1r.seat-base')).toContain(stands.theirs)
      const { condition } = (await api(page, `/api/jobs/${job}`)).checkIn
      const words = ['clean', 'dust', 'used', 'heavy', 'severe']
      expect(words[condition['seat-1l.seat-base']?.soil ?? 0]).toBe(stands.mine)
      expect(words[condition['seat-1r.seat-base']?.soil ?? 0]).toBe(stands.theirs)
      await page.getByRole('button', { name: 'Undo' }).click()
      await saved(page)
      const undone = (await api(page, `/api/jobs/${job}`)).checkIn.condition
      expect(undone).not.toEqual(condition)
      await page.context().close()
    },
  )
})
