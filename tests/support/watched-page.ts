import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Browser, Page } from 'playwright-core'
import { demoShop } from '#server/demo/shop.ts'

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

export interface WatchedPage {
  page: Page
  /** Console errors, page errors, and requests that left loopback. */
  troubles: string[]
}

/** Every page of this file, for what is told of a failure. */
export const watched: WatchedPage[] = []

/**
 * A signed-in person in a browser context of their own, with everything that goes wrong written down. The door itself is walked through where
 * it is looked at (start, away, kept): here it would be the same screen forty times.
 */
export async function person(
  browser: Browser,
  base: string,
  login: string,
  pin: string,
  viewport = { width: 1280, height: 800 },
  /** Putting the application on the device is a few hundred files more: only where that is looked at. */
  serviceWorkers: 'allow' | 'block' = 'block',
): Promise<WatchedPage> {
  const context = await browser.newContext({
    viewport,
    reducedMotion: 'reduce',
    hasTouch: viewport.width < 500,
    serviceWorkers,
  })
  // What a busy machine takes is no fault of the page; what never comes is.
  context.setDefaultTimeout(90_000)
  const page = await context.newPage()
  const troubles: string[] = []
  watched.push({ page, troubles })
  page.on('pageerror', (error) => troubles.push(`page error: ${error.message}`))
  page.on('console', (message) => {
    if (message.type() === 'error') troubles.push(`console: ${message.text()} ${message.location().url}`)
  })
  page.on('request', (request) => {
    const { protocol, hostname } = new URL(request.url())
    if (protocol.startsWith('http') && hostname !== '127.0.0.1') troubles.push(`left loopback: ${request.url()}`)
  })
  const owner = demoShop.people.find((p) => p.password)!
  await page.request.post(`${base}/api/devices`, {
    data: { shop: demoShop.code, login: owner.login, password: owner.password, deviceName: `${login}’s` },
  })
  const headers = { origin: base }
  const { people } = (await (await page.request.get(`${base}/api/sign-in`)).json()) as {
    people: { id: string; name: string }[]
  }
  const { name } = demoShop.people.find((p) => p.login === login)!
  const signedIn = await page.request.post(`${base}/api/session`, {
    data: { person: people.find((p) => p.name === name)!.id, pin },
    headers,
  })
  if (!signedIn.ok()) throw new Error(`${login} could not sign in: ${signedIn.status()} ${await signedIn.text()}`)
  await page.goto(base)
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  return { page, troubles }
}

/** What axe finds on the page once it has come to rest (half-faded words have half their contrast), one line a rule and place. */
export async function axe(page: Page): Promise<string[]> {
  await page.waitForFunction(() =>
    document.getAnimations().every((a) => a.playState !== 'running' || a.effect?.getTiming().iterations === Infinity),
  )
  await page.evaluate(axeSource)
  return page.evaluate<string[]>(
    `axe.run(document, { resultTypes: ['violations'] }).then((r) => r.violations.flatMap((v) => v.nodes.map((n) => v.id + ': ' + n.target.join(' ') + ' — ' + (n.failureSummary || '').split('\\n').slice(1, 2).join(' ').trim())))`,
  )
}
