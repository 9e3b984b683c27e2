// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { setTimeout } from 'node:timers/promises'
import type { Browser, Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { whole } from '../support/share.ts'
import { person } from '../support/watched-page.ts'

// What people see while the line is down, and when they walk away from a device.

let demo: DemoServer
let browser: Browser
let base: string
let jobs: Map<string, string>
let owner: Page | undefined

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
})
afterAll(async () => {
  await demo?.close()
})

/** Goes to an address inside the application, without fetching the page again. */
async function within(page: Page, path: string) {
  await page.evaluate(
    `history.pushState({}, '', ${JSON.stringify(path)}); dispatchEvent(new PopStateEvent('popstate'))`,
  )
}

const places = [
  ['/', 'day'],
  ['/check-in', 'day'],
  ['/mixing', 'mixing/containers'],
  ['/plan', 'plan'],
  ['/work', 'day'],
  ['/people', 'people'],
  ['/jobs/Brant Fennel/procedure', 'jobs/.*'],
  ['/jobs/Calder Slipware/check-in', 'jobs/.*'],
  ['/jobs/Osprey Longreach 7/work', 'jobs/.*'],
  ['/jobs/Brant Tendril/final', 'jobs/.*'],
  ['/jobs/Brant Tendril/report', 'jobs/.*'],
  ['/weather', String.raw`weather\?.*`],
  ['/jobs/Calder Slipware/drying', 'weather'],
  ['/week', 'week'],
  ['/outbox', 'messages'],
  ['/records/figures', 'records/figures.*'],
] as const

describe('without a line', () => {
  // A third of them, the others in the long run.
  it.each(places.filter((_, i) => whole || i % 3 === 0))(
    '%s says so, offers to try again, and is whole when the line is back',
    async (place, asks) => {
      owner ??= (await person(browser, base, 'odile', '7301')).page
      const page = owner
      jobs ??= new Map(
        (
          (await (await page.request.get(`${base}/api/day`)).json()) as { jobs: { id: string; vehicle: string }[] }
        ).jobs.map((j) => [j.vehicle, j.id]),
      )
      const path = place.replace(/^\/jobs\/([^/]+)/, (_, vehicle) => `/jobs/${jobs.get(vehicle)}`)
      // The page comes, then its questions go unanswered.
      const question = new RegExp(`/api/${asks}$`)
      await page.route(question, (route) => route.abort('internetdisconnected'))
      await page.goto(base + path)
      const told = page.getByRole('alert').filter({ hasText: 'No connection.' }).first()
      await told.waitFor({ timeout: 60_000 })
      expect(await page.getByRole('navigation', { name: 'Places' }).isVisible()).toBe(true)
      await page.unroute(question)
      await told.getByRole('button', { name: 'Try again' }).click()
      await told.waitFor({ state: 'detached' })
      await page.getByRole('status', { name: 'Fetching' }).waitFor({ state: 'detached' })
      expect(await page.getByRole('alert').count()).toBe(0)
    },
  )

  it('a screen not fetched yet is told in the page, and the places stay', async () => {
    const { page } = await person(browser, base, 'odile', '7301')
    await page.context().setOffline(true)
    await within(page, '/people')
    const told = page.getByRole('alert')
    await told.filter({ hasText: 'What was saved is safe' }).waitFor()
    expect(await page.getByRole('navigation', { name: 'Places' }).isVisible()).toBe(true)
    await page.context().setOffline(false)
    await told.getByRole('button', { name: 'Try again' }).click()
    await page.getByText('Wren').first().waitFor()
    await page.context().close()
  })

  it('a tap that cannot be sent is kept and shown as kept, survives a reload, and goes through by itself when the line is back', async () => {
    const { page } = await person(browser, base, 'odile', '7301', { width: 390, height: 844 })
    const job = jobs.get('Brant Fennel')!
    await page.goto(`${base}/jobs/${job}/work`)
    const start = page.getByRole('button', { name: 'Start', exact: true })
    await start.waitFor()
    const step = (await page.locator('[data-now]').getAttribute('data-now'))!
    const events = /\/events$/
    await page.route(events, (route) => route.abort('internetdisconnected'))
    await start.click()
    // It is shown as it is: done here, and not yet told to anybody.
    await page.getByText('you are on it').waitFor()
    const kept = page.getByRole('status', { name: 'Kept on this device' }).filter({ hasText: 'not sent yet' })
    await kept.first().waitFor()
    const stateOf = async () =>
      ((await (await page.request.get(`${base}/api/jobs/${job}/work`)).json()) as any).state.steps[step]?.status
    expect(await stateOf()).toBe(undefined)
    await page.reload()
    await page.getByText('you are on it').waitFor()
    await kept.first().waitFor()
    await page.unroute(events)
    // Nobody taps again.
    await kept.first().waitFor({ state: 'detached' })
    expect(await stateOf()).toBe('running')
    expect(await page.getByRole('alert').count()).toBe(0)
    await page.getByRole('button', { name: 'Pause', exact: true }).click()
    await page.getByRole('button', { name: 'Just pause' }).click()
    await page.getByRole('button', { name: 'Resume', exact: true }).waitFor()
    await page.context().close()
  })
})

it('a device on which a step or a timer of its person runs is not signed out, however long it lies there', async () => {
  const { page } = await person(browser, base, 'ines', '2694')
  const day = (await (await page.request.get(`${base}/api/day`)).json()) as { jobs: { hands: string[] }[] }
  const { person: me } = (await (await page.request.get(`${base}/api/session`)).json()) as { person: string }
  expect(day.jobs.some((job) => job.hands.includes(me))).toBe(true)
  await page.clock.install()
  await page.goto(`${base}/work`)
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  // Each time it asks who is at work, which a device that was signed out would not do again.
  for (let i = 0; i < 4; i++) {
    const asked = page.waitForResponse((answer) => answer.url().endsWith('/api/day'))
    const answered = asked.then((answer) => answer.finished()).then(() => true)
    // A busy machine may not have set its clock's next ring yet: the minutes pass once more then.
    for (let tries = 0; tries < 6; tries++) {
      await page.clock.fastForward('10:30')
      if (await Promise.race([answered, setTimeout(4_000, false)])) break
    }
    await answered
  }
  expect(await page.getByRole('navigation', { name: 'Places' }).isVisible()).toBe(true)
  await page.context().close()
})

/** Everything a page would be known by at the server. */
const cookiesOf = async (page: Page) =>
  (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ')

/** Whom the server takes for the one who brings these. */
const whoIs = async (cookie: string) =>
  ((await (await fetch(`${base}/api/session`, { headers: { cookie } })).json()) as { name: string } | null)?.name ??
  null

it('a device left alone for ten minutes is at the door again; the next person takes over with one tap and a PIN', async () => {
  const { page, troubles } = await person(browser, base, 'bea', '3925', { width: 390, height: 844 })
  const beas = await cookiesOf(page)
  expect(await whoIs(beas)).toBe('Bea')
  await page.clock.install()
  await page.goto(`${base}/work`)
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  await page.clock.fastForward('09:00')
  await page.keyboard.press('Shift')
  await page.clock.fastForward('09:00')
  expect(await page.getByRole('navigation', { name: 'Places' }).isVisible()).toBe(true)
  // The server's word that they left is long on its way: nothing is asked in their name meanwhile, which it would refuse.
  let deliver = () => {}
  const delivered = new Promise<void>((resolve) => {
    deliver = resolve
  })
  const removed = new Promise<void>((resolve) => {
    void page.route('**/api/session', async (route) => {
      if (route.request().method() !== 'DELETE') return route.fallback()
      const response = await route.fetch()
      resolve()
      await delivered
      await route.fulfill({ response })
    })
  })
  await page.clock.fastForward('01:30')
  await removed
  await page.clock.fastForward('00:10')
  await page.evaluate(`dispatchEvent(new Event('visibilitychange'))`)
  await setTimeout(1_000)
  deliver()
  await page.getByRole('button', { name: 'Wren', exact: true }).click()
  await page.getByLabel('PIN').fill('8137')
  await page.keyboard.press('Enter')
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  expect(await page.locator('.who-menu summary').textContent()).toContain('Wren')
  // The first person's session is over, not only out of sight.
  expect(await whoIs(beas)).toBe(null)
  expect(troubles).toEqual([])
  await page.context().close()
})

it('whoever leaves without a line is told of at the server before the next person is let in, who stays', async () => {
  const { page } = await person(browser, base, 'bea', '3925')
  const beas = await cookiesOf(page)
  expect(await whoIs(beas)).toBe('Bea')
  await page.goto(`${base}/work`)
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  await page.route('**/api/session', (route) =>
    route.request().method() === 'DELETE' ? route.abort('internetdisconnected') : route.fallback(),
  )
  await page.locator('.who-menu summary').click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: 'Wren', exact: true }).click()
  await page.unroute('**/api/session')
  await page.getByLabel('PIN').fill('8137')
  await page.keyboard.press('Enter')
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  expect(await whoIs(beas)).toBe(null)
  await page.reload()
  await page.locator('.who-menu summary').filter({ hasText: 'Wren' }).waitFor()
  await page.context().close()
})
