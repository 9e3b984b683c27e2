// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { afterAll, beforeAll, expect, it } from 'vitest'
import { carAtItsRecheck, seat } from '../support/car-at-its-recheck.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { check } from '../support/tap.ts'
import { axe, person } from '../support/watched-page.ts'

// What only the server can work out, said on a phone without a line.

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

const phone = { width: 390, height: 844 }
const withoutLine = (troubles: readonly string[]) => troubles.filter((t) => !/ERR_INTERNET_DISCONNECTED/.test(t))

it('a failed recheck waits on the phone, is not judged good there, and is worked out once when the line is back', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'tam', '4182', phone)
  const { id, steps, toRecheck, send } = await carAtItsRecheck(page, base, 'WICK 3')
  await toRecheck()
  await page.goto(`${base}/jobs/${id}/work`)
  const card = page.getByRole('region', { name: 'Now' })
  await card.getByRole('button', { name: 'Start' }).click()
  await card.getByRole('button', { name: 'All dry and right' }).waitFor()
  const failures = async () => {
    const events = (await (await send('get', `/api/jobs/${id}/events?after=0`)).json()) as any[]
    return events.filter((e) => e.type === 'recheck-failed')
  }

  await page.context().setOffline(true)
  await card.getByRole('button', { name: 'Not right: Driver seat base' }).click()
  const dialog = page.getByRole('dialog', { name: 'Judged dry and not good enough' })
  await check(dialog.getByRole('radio', { name: /came back as it dried/ }))
  await dialog.getByLabel('What is to be seen').fill('a ring came up')
  await dialog.getByRole('button', { name: 'Treat it again' }).click()
  await dialog.getByText('No signal: it is kept on this phone.', { exact: false }).waitFor()
  await dialog.getByRole('button', { name: 'OK' }).click()
  await dialog.waitFor({ state: 'hidden' })
  const kept = page.getByRole('region', { name: /^Failed when dry; what comes next/ })
  await kept.getByText('Driver seat base: a ring came up').waitFor()
  expect(await axe(page)).toEqual([])
  // On this phone nothing there is judged good meanwhile.
  await card.getByRole('button', { name: 'All dry and right' }).click()
  await card.getByText('It is written down on this phone', { exact: false }).first().waitFor()

  await page.context().setOffline(false)
  await expect.poll(async () => (await failures()).length, { timeout: 60_000 }).toBe(1)
  await kept.waitFor({ state: 'hidden' })
  const [failed] = await failures()
  expect(failed.data).toMatchObject({ surfaces: [seat], wicked: true, note: 'a ring came up' })
  expect(Date.parse(failed.offline.at)).toBeLessThan(Date.parse(failed.serverTime))
  expect((await steps()).filter((s) => s.treatment === 'wick_mist').map((s) => s.surfaces)).toEqual([[seat]])
  // The same thing once more, as after an answer that was lost: it is the same revision.
  const again = await send('post', `/api/jobs/${id}/recheck`, {
    surfaces: [seat],
    wicked: true,
    note: 'a ring came up',
    id: failed.id,
  })
  expect(again.status()).toBe(200)
  expect((await again.json()).version).toBe(2)
  expect(await failures()).toHaveLength(1)
  expect(withoutLine(troubles)).toEqual([])
})

it('a batch mixed without a line is listed there, and logged when the line is back as of when it was mixed', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'ines', '2694', phone)
  await page.goto(`${base}/mixing?product=apc&ratio=1:10`)
  await page.getByRole('radio', { name: 'Spray bottle', exact: true }).locator('xpath=ancestor::label').click()
  await page.getByLabel('Fill to (ml)').fill('700')
  const batches = async () => (await (await page.request.get(`${base}/api/mixing/batches`)).json()) as any[]
  const before = await batches()
  await page.context().setOffline(true)
  await page.getByRole('button', { name: 'Log this batch' }).click()
  await page.getByText('No signal: kept on this device, with the time it was mixed.', { exact: false }).waitFor()
  const kept = page.getByRole('region', { name: 'Mixed here, not in the log yet' })
  await kept.getByText(/^700 ml .* 1:10, /).waitFor()
  await page.getByText('1 thing to be worked out kept on this device', { exact: false }).waitFor()
  expect(await axe(page)).toEqual([])
  // A second one, by mistake, is taken back here: nobody else has heard of it.
  await page.getByRole('button', { name: 'Log another like it' }).click()
  await page.getByText('2 things to be worked out kept on this device', { exact: false }).waitFor()
  await kept.getByRole('button', { name: 'Take it back' }).last().click()
  await page.getByText('1 thing to be worked out kept on this device', { exact: false }).waitFor()
  await page.context().setOffline(false)
  await expect.poll(async () => (await batches()).length, { timeout: 60_000 }).toBe(before.length + 1)
  await kept.waitFor({ state: 'hidden' })
  const [batch] = (await batches()).filter((b) => !before.some((known) => known.id === b.id))
  expect(batch.fill).toBe(700)
  expect(withoutLine(troubles)).toEqual([])
})
