import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../fixtures/cars.ts'
import { carWorkedUpTo } from '../support/car-worked-up-to.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { pick } from '../support/pick.ts'
import { axe, person } from '../support/watched-page.ts'

let demo: DemoServer

beforeAll(async () => {
  demo = await demoServer()
})
afterAll(async () => {
  await demo?.close()
})

it('fuel in the load area stops the car: what to do, a refusal with words, and the lead’s clearing that begins the work', async () => {
  const { base, browser } = demo
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

it('found in the walk-round on a phone, fuel ends it: what to do, full screen, who was told, and nothing is tried', async () => {
  const { base, browser } = demo
  const { page, troubles } = await person(browser, base, 'bea', '3925', { width: 390, height: 844 })
  const id = uuidv7()
  const { checkIn } = carA()
  const post = (path: string, data?: object) => page.request.post(base + path, { data, headers: { origin: base } })
  expect((await post('/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })).status()).toBe(200)
  await page.goto(`${base}/jobs/${id}/check-in`)
  await page.getByRole('tab', { name: 'Found' }).click()
  await page.getByRole('button', { name: /^Fuel/ }).click()
  const stop = page.getByRole('dialog')
  await stop.getByRole('heading', { name: 'Stop: fuel' }).waitFor()
  expect(await stop.getByText('Nobody inside', { exact: false }).isVisible()).toBe(true)
  await expect.poll(async () => (await stop.boundingBox())?.y).toBe(0)
  expect(await stop.boundingBox()).toMatchObject({ x: 0, width: 390, height: 844 })
  expect(await axe(page)).toEqual([])
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/walk-stop-phone.png` }).catch(() => {})
  // Neither Escape nor a tap beside it gets past it.
  await page.keyboard.press('Escape')
  expect(await stop.isVisible()).toBe(true)
  expect(await stop.getByRole('button', { name: 'They are told' }).isDisabled()).toBe(true)
  await stop.getByRole('button', { name: 'Tam', exact: true }).click()
  await stop.getByRole('button', { name: 'They are told' }).click()
  await stop.waitFor({ state: 'hidden' })
  await page.getByText('The walk-round ended here: fuel.').waitFor()
  await page.getByRole('tab', { name: 'Works?' }).click()
  await page.getByText('Nothing is tried in this car', { exact: false }).waitFor()
  expect(await page.getByRole('radio').count()).toBe(0)
  expect(await axe(page)).toEqual([])
  await page.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/walk-stopped-phone.png` }).catch(() => {})
  await expect
    .poll(async () => (await (await page.request.get(`${base}/api/jobs/${id}`)).json()).checkIn.stopped?.fuel?.told)
    .toBe('Tam')
  await page.getByRole('button', { name: 'It was not that' }).click()
  await page.getByText('The walk-round ended here: fuel.').waitFor({ state: 'detached' })
  await page.getByText('does not', { exact: true }).first().waitFor()
  expect(troubles).toEqual([])
  await page.context().close()
})

it('found at work, needles stop the hands that are there; the lead sees who was told', async () => {
  const { base, browser } = demo
  const { page: lead } = await person(browser, base, 'tam', '4182')
  const id = uuidv7()
  const { checkIn } = carA()
  const post = (path: string, data?: object) => lead.request.post(base + path, { data, headers: { origin: base } })
  expect((await post('/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })).status()).toBe(200)
  expect((await post(`/api/jobs/${id}/procedure`)).status()).toBe(200)
  const { page: hand, troubles } = await person(browser, base, 'jory', '5560', { width: 390, height: 844 })
  await hand.goto(`${base}/jobs/${id}/work`)
  await hand.getByRole('button', { name: 'Start', exact: true }).click()
  await hand.getByRole('button', { name: 'Done', exact: true }).waitFor()
  await hand.getByRole('button', { name: 'Danger found' }).click()
  await hand.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/hazard-phone.png` }).catch(() => {})
  const ask = hand.getByRole('dialog')
  expect(await ask.getByRole('button', { name: 'Needles or sharps' }).isDisabled()).toBe(true)
  await pick(ask.getByRole('combobox', { name: 'Where' }), /^Driver seat base$/, 'Driver seat base')
  await ask.getByRole('button', { name: 'Needles or sharps' }).click()
  await expect
    .poll(async () => (await hand.getByRole('dialog').filter({ hasText: 'Who was told' }).boundingBox())?.y)
    .toBe(0)
  await hand.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/hazard-stop.png` }).catch(() => {})
  const stop = hand.getByRole('dialog').filter({ hasText: 'Who was told' })
  await stop.getByRole('button', { name: 'Tam', exact: true }).click()
  await stop.getByRole('button', { name: 'They are told' }).click()
  await stop.waitFor({ state: 'hidden' })
  await lead.goto(`${base}/jobs/${id}/work`)
  await lead.getByText('Told: Tam', { exact: false }).first().waitFor()
  await lead.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/hazard-lead.png` }).catch(() => {})
  expect(await axe(lead)).toEqual([])
  expect(troubles).toEqual([])
  await hand.context().close()
  await lead.context().close()
})

/** A needle where the next thing would be done, found on a phone that has just lost its signal and told to Tam. */
async function needleWithoutSignal(plate: string, onPhone?: string) {
  const { base, browser } = demo
  const { page: lead } = await person(browser, base, 'tam', '4182')
  const { id, procedure } = await carWorkedUpTo(lead.request, base, {
    plate,
    upTo: (s) => s.treatment.startsWith('vac_'),
  })
  const { page: hand } = await person(browser, base, 'jory', '5560', { width: 390, height: 844 })
  if (onPhone) await hand.addInitScript(onPhone)
  await hand.goto(`${base}/jobs/${id}/work`)
  const onCard = () => hand.locator('[data-now]').first().getAttribute('data-now')
  const onceThere = await onCard()
  const begun = procedure.steps.find((s) => s.id === onceThere)!
  const surfaces = surfacesOf(carA().checkIn.vehicle.body, catalogue.surfaces)
  const place = surfaces.find((s) => s.id === begun.surfaces[0])!
  const where = speak.surface(place.name)
  await hand.getByRole('button', { name: 'Danger found' }).click()
  const ask = hand.getByRole('dialog')
  await pick(ask.getByRole('combobox', { name: 'Where' }), new RegExp(`^${where}$`), where)
  await hand.context().setOffline(true)
  await ask.getByRole('button', { name: 'Needles or sharps' }).click()
  const stop = hand.getByRole('dialog').filter({ hasText: 'Who was told' })
  await stop.getByRole('button', { name: 'Tam', exact: true }).click()
  await stop.getByRole('button', { name: 'They are told' }).click()
  return { base, lead, hand, id, place, where, onCard, onceThere, stop }
}

it('where the phone cannot even keep what was found, it holds the place all the same', async () => {
  const { hand, lead, stop, onCard, onceThere } = await needleWithoutSignal(
    'NEEDLE 3',
    `
    const { open } = IDBFactory.prototype
    IDBFactory.prototype.open = function (name, version) {
      if (name === 'chamomile-requests') throw new DOMException('No room.', 'QuotaExceededError')
      return open.call(this, name, version)
    }`,
  )
  await stop.getByText('No room.', { exact: false }).waitFor()
  await expect.poll(onCard, { timeout: 20_000 }).not.toBe(onceThere)
  await hand.context().close()
  await lead.context().close()
})

it('found without a signal, the phone holds the place by itself, and all others until the lead has answered', async () => {
  const { base, lead, hand, id, place, where, onCard, onceThere } = await needleWithoutSignal('NEEDLE 2')
  const told = hand.getByRole('dialog').filter({ hasText: 'No signal: this phone holds the place' })
  await told.waitFor()
  expect(await axe(hand)).toEqual([])
  await hand.screenshot({ path: `${process.env.SHOTS ?? '/dev'}/hazard-kept.png` }).catch(() => {})
  await told.getByRole('button', { name: 'I have read it' }).click()
  await told.waitFor({ state: 'hidden' })
  expect(await onCard()).not.toBe(onceThere)
  // The phone says what is so: nobody has heard of it yet.
  await hand.getByText('The lead is told as soon as there is a signal').waitFor({ state: 'attached' })
  await hand.context().setOffline(false)
  await lead.goto(`${base}/jobs/${id}/work`)
  await lead.getByText(`Found without a signal: needles or sharps, ${where}`).waitFor()
  await lead.getByText('Nothing is begun there until you answer.', { exact: false }).waitFor()
  const work = async () =>
    (await (await lead.request.get(`${base}/api/jobs/${id}/work`)).json()) as {
      version: number
      state: { calls: { kind: string; holds: string[] }[] }
    }
  // The server makes the procedure anew; nothing is tapped again.
  await expect.poll(async () => (await work()).version, { timeout: 60_000 }).toBe(2)
  await lead.getByText('Told: Tam', { exact: false }).first().waitFor()
  const { calls } = (await work()).state
  expect(calls[0]!.holds).toContain(place.id)
  expect(calls).toHaveLength(1)
})
