import { afterAll, beforeAll, expect, it } from 'vitest'
import { carAtItsRecheck, seat } from '../support/car-at-its-recheck.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { check } from '../support/tap.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

it('what comes back as it dries, on a phone: a mist, then it stays, and the customer’s paper says why', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'tam', '4182', { width: 390, height: 844 })
  const { id, steps, toRecheck } = await carAtItsRecheck(page, base, 'WICK 2')
  await toRecheck()
  await page.goto(`${base}/jobs/${id}/work`)
  const card = page.getByRole('region', { name: 'Now' })
  await card.getByRole('heading', { name: /Judge dry/ }).waitFor()
  await card.getByText(/milk.*comes back [1-9] in 10/i).waitFor()
  expect(await axe(page)).toEqual([])
  await card.getByRole('button', { name: 'Start' }).click()
  await card.getByRole('button', { name: 'All dry and right' }).waitFor()

  await card.getByRole('button', { name: 'Not right: Driver seat base' }).click()
  const dialog = page.getByRole('dialog', { name: 'Judged dry and not good enough' })
  const treat = dialog.getByRole('button', { name: 'Treat it again' })
  expect(await treat.isDisabled()).toBe(true)
  await check(dialog.getByRole('radio', { name: /came back as it dried/ }))
  await dialog.getByLabel('What is to be seen').fill('a ring came up')
  expect(await axe(page)).toEqual([])
  await treat.click()
  await dialog.getByText(/Added: .*mist on what came back/).waitFor()
  await dialog.getByRole('button', { name: 'OK' }).click()
  expect((await steps()).filter((s) => s.treatment === 'wick_mist').map((s) => s.surfaces)).toEqual([[seat]])

  // A protein is never steamed: the second time nothing more is done to it.
  await toRecheck()
  await page.reload()
  await card.getByText('came back', { exact: false }).first().waitFor()
  await card.getByRole('button', { name: 'Not right: Driver seat base' }).click()
  await check(dialog.getByRole('radio', { name: /came back as it dried/ }))
  await dialog.getByLabel('What is to be seen').fill('and again')
  await treat.click()
  await dialog.getByText(/came back twice as it dried: no more is done/).waitFor()
  await dialog.getByRole('button', { name: 'OK' }).click()
  expect((await steps()).some((s) => s.treatment === 'steam')).toBe(false)

  await card.getByRole('button', { name: 'Not right: Driver seat base' }).click()
  await check(dialog.getByRole('radio', { name: /stays as it is/ }))
  await dialog.getByLabel('What is to be seen').fill('A faint ring; more water would spread it.')
  await dialog.getByRole('button', { name: 'Record it' }).click()
  await dialog.waitFor({ state: 'hidden' })
  await card.getByText(/stays as it is/).waitFor()
  const again = card.getByRole('button', { name: /^(Start|Resume)$/ })
  if (await again.isVisible()) await again.click()
  await card.getByRole('button', { name: 'All dry and right' }).click()

  await page.goto(`${base}/jobs/${id}/report`)
  await page.getByText(/Judged dry, and left as it is: A faint ring/).waitFor()
  await page
    .getByText(/came back twice as it dried/)
    .first()
    .waitFor()

  // What was foretold stands beside what happened.
  await page.goto(`${base}/standards?part=pace`)
  await page.getByRole('heading', { name: 'What comes back as it dries' }).waitFor()
  await page.getByText('1 of 1 (100 %)').waitFor()
  expect(await axe(page)).toEqual([])
  expect(troubles).toEqual([])
})
