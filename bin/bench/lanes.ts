import { v7 as uuidv7 } from 'uuid'
import { carA } from '../../tests/fixtures/cars.ts'
import { launch } from '../../tests/support/browser.ts'
import { startServer } from '../../tests/support/server-process.ts'
import { person } from '../../tests/support/watched-page.ts'
import { openPlace, percentile, rounded, signIn } from './place.ts'

/** A usual day, a day of a shop with sixty cars a week, and as many as one plan holds. */
const sizes = [4, 12, 40]
const seconds = 4

/** In the page: scrolls the lanes to their end and back like a slow hand. @returns the milliseconds between frames */
const scrolled = (ms: number) => `new Promise((resolve) => {
  const box = document.querySelector('.lanes-scroll')
  const far = box.scrollWidth - box.clientWidth
  const list = []
  const begun = performance.now()
  let before = begun
  const frame = (now) => {
    list.push(now - before)
    before = now
    if (now - begun > ${ms}) return resolve(list.slice(1))
    box.scrollLeft = (far / 2) * (1 - Math.cos((now - begun) / 400))
    requestAnimationFrame(frame)
  }
  requestAnimationFrame(frame)
})`

/**
 * Frames of the lanes while a day is scrolled through at quarter-hour zoom, back and forth, and while it is zoomed. The machine has no
 * graphics: all of it is drawn by the processor.
 */
export async function lanes() {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const post = async (path: string, body?: object) => {
    const headers = { cookie, ...(body ? { 'content-type': 'application/json' } : {}) }
    const init = { method: 'POST', headers, ...(body ? { body: JSON.stringify(body) } : {}) }
    const answer = await fetch(`${server.base}/api/${path}`, init)
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
  }
  const browser = await launch()
  const figures: Record<string, object> = {}
  let open = 0
  for (const cars of sizes) {
    for (; open < cars; open++) {
      const id = uuidv7()
      const { checkIn } = carA()
      checkIn.vehicle.plate = `LANE ${open}`
      await post('jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })
      await post(`jobs/${id}/procedure`)
    }
    await post('plan')
    const { page } = await person(browser, server.base, 'tam', '4182')
    await page.goto(`${server.base}/plan`)
    await page.locator('.lanes .block').first().waitFor({ timeout: 30_000 })
    const scroll = page.locator('.lanes-scroll')
    const closer = page.locator('.lanes .zoom button', { hasText: '+' })
    for (let i = 0; i < 6 && (await closer.isEnabled()); i++) await closer.click()
    // The odds of the day are sampled meanwhile, by the same two processors.
    await page.waitForTimeout(8000)
    const gaps = await page.evaluate<number[]>(scrolled(seconds * 1000))
    figures[cars] = {
      blocks: await page.locator('.lanes .block').count(),
      widthPx: await scroll.evaluate((box) => box.scrollWidth),
      frames: gaps.length,
      fps: rounded(gaps.length / seconds),
      medianMs: rounded(percentile(gaps, 0.5)),
      p95Ms: rounded(percentile(gaps, 0.95)),
    }
    await page.context().close()
  }
  await browser.close()
  await server.stop()
  await place.close()
  return { cars: figures }
}
