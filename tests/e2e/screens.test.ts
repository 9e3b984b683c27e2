import type { Browser } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { whole } from '../support/share.ts'
import { axe, person, type WatchedPage } from '../support/watched-page.ts'

let browser: Browser
let demo: DemoServer
let base: string
let jobs: Map<string, string>

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
})
afterAll(async () => {
  await demo?.close()
})

const screens = [
  '/',
  '/check-in',
  '/mixing',
  '/mixing?part=day',
  '/mixing?part=bottles',
  '/mixing?part=drill',
  '/stock',
  '/plan',
  '/work',
  '/week',
  '/standards',
  '/standards?part=named',
  '/standards?part=pace',
  '/customers',
  '/jobs/Brant Fennel/procedure',
  '/jobs/Calder Slipware/check-in',
  '/jobs/Calder Slipware/procedure',
  '/jobs/Osprey Longreach 7/work',
  '/jobs/Brant Tendril/final',
  '/jobs/Brant Tendril/report',
  '/weather',
  '/outbox',
  '/records/figures',
  '/jobs/Brant Tendril/record',
  '/jobs/Brant Fennel/history',
  '/jobs/Calder Slipware/drying',
  '/nowhere',
]

const looks = [
  ['paper theme, desk', { width: 1280, height: 800 }, 'paper'],
  ['bay theme, phone', { width: 390, height: 844 }, 'bay'],
  ['bay theme, desk', { width: 1280, height: 800 }, 'bay'],
  ['paper theme, phone', { width: 390, height: 844 }, 'paper'],
  ['bay theme, tablet upright', { width: 768, height: 1024 }, 'bay'],
  ['paper theme, narrow phone', { width: 320, height: 640 }, 'paper'],
  // 1280 × 800 at 200 per cent.
  ['paper theme, desk at twice the size', { width: 640, height: 400 }, 'paper'],
] as const

describe.each(whole ? looks : looks.slice(0, 2))('the demonstration day, %s', (name, viewport, theme) => {
  let watched: WatchedPage
  it('signs in', async () => {
    const context = await browser.newContext({ viewport })
    const door = await context.newPage()
    await door.goto(base)
    await door.evaluate(`localStorage.setItem('theme', '${theme}')`)
    await door.reload()
    await door.getByRole('button', { name: 'Let this device in' }).waitFor()
    expect(await axe(door)).toEqual([])
    await context.close()
    watched = await person(browser, base, 'odile', '7301', viewport)
    await watched.page.evaluate(`localStorage.setItem('theme', '${theme}')`)
    const day = (await (await watched.page.request.get(`${base}/api/day`)).json()) as {
      jobs: { id: string; vehicle: string }[]
    }
    jobs = new Map(day.jobs.map((j) => [j.vehicle, j.id]))
    expect(jobs.size).toBe(5)
  })
  // In `npm test` each screen in two of the four, desk and phone or tablet; in the long run in all.
  const turn = name.includes('desk') === name.includes('paper') ? 0 : 1
  it.each(screens.filter((_, i) => whole || i % 2 === turn))(
    '%s: axe finds nothing, nothing scrolls sideways',
    async (screen) => {
      const path = screen.replace(/^\/jobs\/([^/]+)/, (_, vehicle) => `/jobs/${jobs.get(vehicle)}`)
      await watched.page.goto(base + path)
      // A screen may fetch several things at once.
      const fetching = watched.page.getByRole('status', { name: 'Fetching' })
      await expect.poll(() => fetching.count(), { timeout: 60_000 }).toBe(0)
      expect(await axe(watched.page)).toEqual([])
      expect(
        await watched.page.evaluate<number>('document.documentElement.scrollWidth - innerWidth'),
      ).toBeLessThanOrEqual(0)
    },
  )
  it('nothing went wrong on the way', () => expect(watched.troubles).toEqual([]))
})
