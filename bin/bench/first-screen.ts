import pino from 'pino'
import { seedDemo } from '#server/demo/day.ts'
import { demoShop } from '#server/demo/shop.ts'
import { start } from '#server/serve.ts'
import { launch } from '../../tests/support/browser.ts'
import { firstScreenScript } from '../budget.ts'
import { openPlace, percentile, rounded, signIn } from './place.ts'

/** Script of the first screen and its largest paint at 1.6 Mbit/s, 150 ms round trip, a fourth of the processor. */
export async function firstScreen() {
  const place = await openPlace()
  // The place comes with a shop of its own; the demonstration wants an empty database.
  const emptied = await place.connection.pool.getConnection()
  await emptied.query('set foreign_key_checks = 0')
  for (const table of ['equipment', 'containers', 'devices', 'sessions', 'people', 'shops'])
    await emptied.query(`delete from ${table}`)
  await emptied.query('set foreign_key_checks = 1')
  emptied.release()
  const running = await start({
    databaseUri: place.instance.uri,
    port: 0,
    pages: 'dist/web',
    log: pino({ level: 'silent' }),
  })
  await seedDemo(running.context)
  const base = `http://127.0.0.1:${running.port}`
  const cookie = await signIn(base, demoShop.people.find((p) => p.role === 'lead')!.name)
  const browser = await launch()
  const paints: number[] = []
  for (let i = 0; i < 5; i++) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
    await context.addCookies(
      cookie.split('; ').map((pair) => ({
        name: pair.slice(0, pair.indexOf('=')),
        value: pair.slice(pair.indexOf('=') + 1),
        url: base,
      })),
    )
    const page = await context.newPage()
    const session = await context.newCDPSession(page)
    await session.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 150,
      downloadThroughput: 200_000,
      uploadThroughput: 100_000,
    })
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await page.addInitScript(
      "window.__paints = []; new PerformanceObserver((list) => window.__paints.push(...list.getEntries().map((e) => e.startTime))).observe({ type: 'largest-contentful-paint', buffered: true })",
    )
    await page.goto(base)
    await page.locator('.job-card').first().waitFor({ timeout: 30_000 })
    await page.waitForTimeout(1000)
    paints.push((await page.evaluate<number[]>('window.__paints')).at(-1)!)
    await context.close()
  }
  await browser.close()
  await running.stop()
  await place.close()
  return {
    scriptBytes: firstScreenScript('dist/web').bytes,
    largestPaintMs: rounded(percentile(paints, 0.5), 0),
    paintsMs: paints.map((p) => rounded(p, 0)),
  }
}
