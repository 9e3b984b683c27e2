import { afterAll, beforeAll, expect, it } from 'vitest'
import { carWorkedUpTo } from '../support/car-worked-up-to.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { axe, person } from '../support/watched-page.ts'

// Whoever leaves a dwell running in a car and goes elsewhere in the application is called back to it.

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

it('a dwell that may be worked calls from any screen, leads back to its car, and is known after a reload', async () => {
  const { base } = demo
  const lead = await person(demo.browser, base, 'tam', '4182')
  const { id, step } = await carWorkedUpTo(lead.page.request, base, {
    plate: 'DWELL 1',
    upTo: (s) => s.dwell !== null && s.skills.length === 0,
  })
  const { page, troubles } = await person(demo.browser, base, 'wren', '8137', { width: 390, height: 844 })
  await page.clock.install()
  // What sounds is made by the browser: here it is written down.
  await page.addInitScript(
    `Navigator.prototype.vibrate = (how) => { (window.shaken ??= []).push(how.length); return true }`,
  )
  await page.goto(`${base}/jobs/${id}/work`)
  await page.locator(`[data-now="${step.id}"]`).waitFor()
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('button', { name: /^Start dwell/ }).click()
  await page.getByRole('timer').waitFor()
  await page.getByRole('link', { name: 'Mixing' }).click()
  await page.getByRole('heading', { name: 'Mixing' }).waitFor()
  const called = page.getByRole('region', { name: /^Dwelling in / })
  expect(await called.count()).toBe(0)

  await page.clock.fastForward(step.dwell!.min * 60_000 + 1000)
  await called.getByRole('timer', { name: /dries on in/ }).waitFor()
  expect(await page.evaluate('window.shaken')).toEqual([4])
  expect(await axe(page)).toEqual([])
  expect(await page.evaluate<number>('document.documentElement.scrollWidth - innerWidth')).toBeLessThanOrEqual(0)

  await page.goto(`${base}/stock`)
  await called.getByRole('timer').waitFor()
  await called.getByRole('link').click()
  await page.locator(`[data-now="${step.id}"]`).waitFor()
  expect(await called.count()).toBe(0)
  await page.getByRole('button', { name: 'Dwell over' }).click()
  await page.getByRole('timer').waitFor({ state: 'detached' })
  expect(troubles).toEqual([])
})
