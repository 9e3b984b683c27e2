import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { carA } from '../fixtures/cars.ts'
import { type DemoHouse, demoHouse } from '../support/demo-house.ts'
import { axe, person } from '../support/watched-page.ts'

let house: DemoHouse

beforeAll(async () => {
  house = await demoHouse(inject('database'))
})
afterAll(async () => {
  await house?.close()
})

it('fuel in the load area stops the car: what to do, a refusal with words, and the lead’s clearing that begins the work', async () => {
  const { base, browser } = house
  const { page, troubles } = await person(browser, base, 'tam', '4182')
  const id = uuidv7()
  const { checkIn } = carA()
  checkIn.condition['load.load-floor'] = {
    ...checkIn.condition['load.load-floor']!,
    soil: 2,
    stains: [{ kind: 'fuel', age: 'fresh', attempts: 0 }],
  }
  const post = (path: string, data?: object) => page.request.post(base + path, { data, headers: { origin: base } })
  expect((await post('/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })).status()).toBe(200)
  expect((await post(`/api/jobs/${id}/procedure`)).status()).toBe(200)

  const hand = (await person(browser, base, 'jory', '5560', { width: 390, height: 844 })).page
  await hand.goto(`${base}/jobs/${id}/work`)
  const seen = hand.getByRole('region', { name: 'Stop', exact: true })
  await seen.waitFor()
  expect(await seen.getByText('Nobody inside', { exact: false }).isVisible()).toBe(true)
  expect(await axe(hand)).toEqual([])
  await hand.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/stop-phone.png` }).catch(() => {})
  await seen.getByRole('button', { name: 'I refuse' }).click()
  await hand.getByRole('dialog').getByRole('textbox').fill('I smell it from here')
  await hand.getByRole('dialog').getByRole('button', { name: 'I refuse' }).click()
  await hand.getByRole('dialog').waitFor({ state: 'detached' })

  await page.goto(`${base}/jobs/${id}/work`)
  const card = page.getByRole('region', { name: 'Stop', exact: true })
  await card.waitFor()
  expect(await page.getByText('I smell it from here').first().isVisible()).toBe(true)
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/stop.png` }).catch(() => {})
  // Nothing of the work can be begun while it stands.
  expect(await page.getByRole('button', { name: 'Start', exact: true }).count()).toBe(0)
  await card.getByRole('button', { name: 'Cleared' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Cleared' }).click()
  await dialog.getByText('The log asks for it.').waitFor()
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/stop-clear.png` }).catch(() => {})
  expect(await axe(page)).toEqual([])
  await dialog.getByLabel('Waste reference').fill('W-17')
  await dialog.getByLabel('What was done').fill('absorbed, hose mended, no smell after ten minutes shut')
  await dialog.getByRole('button', { name: 'Cleared' }).click()
  await page.locator('[data-now="walk_round:car"]').waitFor()
  expect(await card.count()).toBe(0)
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/stop-after.png` }).catch(() => {})
  expect(troubles).toEqual([])
})
