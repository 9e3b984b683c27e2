// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import type { Browser, Page } from 'playwright-core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { placesOf } from '#core/cabin/places.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { catalogue } from '../../catalogue/catalogue.ts'
import { bodyNamed, requestFor } from '../fixtures/cars.ts'
import { place } from '../support/car.ts'
import { type DemoServer, demoServer } from '../support/demo-server.ts'
import { pick } from '../support/pick.ts'
import { axe, person } from '../support/watched-page.ts'

// The check-in as a talk with the customer, and what is said after it.

let demo: DemoServer
let base: string
let browser: Browser

beforeAll(async () => {
  demo = await demoServer()
  ;({ base, browser } = demo)
})
afterAll(() => demo?.close())

const api = async (page: Page, path: string): Promise<any> => (await page.request.get(base + path)).json()
const tab = (page: Page, name: string) => page.getByRole('tab', { name: new RegExp(`^${name}`) })

it('the plate comes first: a car that was here brings make, model, body, customer and condition, and says so', async () => {
  const { page } = await person(browser, base, 'bea', '3925')
  await page.goto(`${base}/check-in`)
  await page.getByLabel('Plate').fill('kln-3')
  await page.getByLabel('Plate').blur()
  await page.getByText('Here once before.').waitFor()
  expect(await page.getByText('Noted then: Clay dust in every seam', { exact: false }).isVisible()).toBe(true)
  expect(await page.getByLabel('Make').inputValue()).toBe('Calder')
  expect(await page.getByLabel('Customer').inputValue()).toBe('Ms Quill, pottery teacher')
  await page.getByText('As last time: Estate').waitFor()
  expect(await page.locator('input[type=file]').first().isVisible()).toBe(false)
  // A slip of the plate: what belongs to the other car goes again.
  await page.getByLabel('Plate').fill('KLN 33')
  await page.getByLabel('Plate').blur()
  await expect.poll(() => page.getByLabel('Customer').inputValue()).toBe('')
  await page.getByText('Hatchback, five seats').waitFor()
  await page.getByLabel('Plate').fill('kln-3')
  await page.getByLabel('Plate').blur()
  await page.getByText('As last time: Estate').waitFor()
  await page.getByRole('button', { name: 'Take a vehicle in' }).click()
  await page.waitForURL(/\/jobs\/.*\/check-in/)
  const { checkIn } = await api(page, `/api/jobs/${page.url().split('/')[4]}`)
  expect(checkIn.vehicle.body.driverSide).toBe('right')
  expect(checkIn.vehicle.body.features).toContain('heated-seats')
  expect(checkIn.condition['load.load-floor'].soil).toBe(2)
})

it('tabs say how many answers are missing, and fewer with each: keys, mileage, fuel, which window, what the driver needs', async () => {
  const { page, troubles } = await person(browser, base, 'bea', '3925')
  await page.goto(`${base}/check-in`)
  await page.getByLabel('Plate').fill('TALK 1')
  await page.getByLabel('Customer').fill('Nell Marl')
  await page.getByRole('button', { name: 'Take a vehicle in' }).click()
  await page.waitForURL(/\/jobs\/.*\/check-in/)
  const job = page.url().split('/')[4]!
  const missing = async (name: string) =>
    Number(/(\d+) answers? missing/.exec((await tab(page, name).textContent()) ?? '')?.[1] ?? 0)
  await tab(page, 'Car').click()
  expect(await missing('Car')).toBe(4)
  await page.getByLabel('Keys', { exact: true }).fill('2')
  await page.getByLabel('Hook').fill('7')
  await page.getByLabel('Mileage').fill('48210')
  await page.getByText('¾').click()
  await page.getByLabel('Where it stands').fill('bay 2')
  expect(await missing('Car')).toBe(0)
  const before = await missing('Works')
  await tab(page, 'Works').click()
  await page.getByRole('radiogroup', { name: 'Windows' }).getByText('does not').click()
  await pick(page.getByLabel('Which: windows'), 'Rear left door')
  await page.keyboard.press('Escape')
  expect(await missing('Works')).toBe(before - 1)
  await tab(page, 'Wishes').click()
  await page.getByLabel('Engine bay', { exact: true }).check()
  await page.getByLabel('Outside of the car', { exact: true }).check()
  await page.getByLabel('Outside of the car, minutes').fill('60')
  await page.getByLabel('Engine bay', { exact: true }).uncheck()
  await page.getByLabel('nothing scented').check()
  await page.getByText('Nothing scented in this car', { exact: false }).waitFor()
  expect(await axe(page)).toEqual([])
  await expect
    .poll(async () => (await api(page, `/api/jobs/${job}`)).checkIn)
    .toMatchObject({
      received: { keys: 2, hook: '7', mileage: 48_210, fuel: 75, stands: 'bay 2' },
      functions: { windows: { works: false, which: ['door-2l'] } },
      needs: ['no-scent'],
      blocks: { outside: 60 },
    })
  const { procedure } = await api(page, `/api/jobs/${job}/procedure`)
  expect(procedure.steps.find((s: { treatment: string }) => s.treatment === 'outside').minutes).toBe(60)
  expect(troubles).toEqual([])
})

it('each belonging begins empty, and cash is no cash without its amount', async () => {
  const { page } = await person(browser, base, 'bea', '3925')
  const id = uuidv7()
  const { checkIn } = requestFor(bodyNamed('hatchback'), {})
  await page.request.post(`${base}/api/jobs`, {
    data: { id, checkIn, arrives: new Date().toISOString(), due: null },
    headers: { origin: base },
  })
  await page.goto(`${base}/jobs/${id}/check-in`)
  await tab(page, 'Found').click()
  await page.getByLabel('Belonging', { exact: true }).fill('Sunglasses')
  await page.getByLabel('Where it was').fill('glovebox')
  await page.getByLabel('Bag tag').fill('12')
  await page.getByRole('button', { name: 'Add', exact: true }).first().click()
  await page.getByText('Sunglasses').waitFor()
  expect(await page.getByLabel('Where it was').inputValue()).toBe('')
  expect(await page.getByLabel('Bag tag').inputValue()).toBe('')
  await page.getByLabel('Belonging', { exact: true }).fill('Coins')
  await pick(page.getByLabel('What becomes of it'), 'cash')
  await page.getByLabel('Counted by').fill('Tam')
  await page.getByLabel('And by').fill('Bea')
  const add = page.getByRole('button', { name: 'Add', exact: true }).first()
  expect(await add.isDisabled()).toBe(true)
  await page.getByLabel('Amount').fill('3.40')
  await page.getByLabel('Amount').blur()
  expect(await add.isDisabled()).toBe(false)
})

it('after issue a lead records what the customer says by phone; it stands in the record, and a hand cannot', async () => {
  const { page: lead, troubles } = await person(browser, base, 'tam', '4182')
  const fleet = (await api(lead, '/api/day')).jobs.find((j: any) => j.vehicle === 'Brant Fennel').id
  await lead.goto(`${base}/jobs/${fleet}/check-in`)
  await tab(lead, 'Wishes').click()
  const record = lead.getByRole('button', { name: 'Add to the record' })
  expect(await record.isDisabled()).toBe(true)
  await lead.getByLabel('Who says it').fill('Mr Hale, by phone')
  await pick(lead.getByRole('combobox', { name: 'May we …' }), 'free stuck drain plugs?')
  await lead.getByRole('radiogroup', { name: 'Their answer' }).getByText('yes').click()
  await lead.getByLabel('What was said').fill('He comes at four.')
  await record.click()
  await lead
    .getByText('Mr Hale, by phone: may we free stuck drain plugs? Yes. He comes at four.', { exact: false })
    .waitFor()
  expect(await axe(lead)).toEqual([])
  await lead.reload()
  await tab(lead, 'Wishes').click()
  await lead.getByText('He comes at four.', { exact: false }).waitFor()
  const { page: hand } = await person(browser, base, 'ines', '2694')
  await hand.goto(`${base}/jobs/${fleet}/check-in`)
  await tab(hand, 'Wishes').click()
  await hand.getByText('He comes at four.', { exact: false }).waitFor()
  expect(await hand.getByRole('button', { name: 'Add to the record' }).count()).toBe(0)
  const said = { type: 'customer-said', data: { from: 'me', text: 'all is allowed' } }
  const refused = await hand.request.post(`${base}/api/jobs/${fleet}/events`, {
    data: { ...said, id: uuidv7(), device: 'x', deviceSeq: 0, deviceTime: new Date().toISOString() },
    headers: { origin: base },
  })
  expect([refused.status(), (await refused.json()).code]).toEqual([409, 'lead-records'])
  expect(troubles).toEqual([])
})

describe('places and parts are under a finger', () => {
  const sizes = [
    ['desk', { width: 1280, height: 800 }],
    ['phone', { width: 390, height: 844 }],
  ] as const
  it.each(sizes.flatMap((s) => (['hatchback', 'carrier', 'crew-cab'] as const).map((b) => [s[0], b, s[1]] as const)))(
    'on a %s, %s: 44 px at least, each',
    async (_, body, viewport) => {
      const { page } = await person(browser, base, 'bea', '3925', viewport)
      const id = uuidv7()
      const { checkIn } = requestFor(bodyNamed(body), {})
      await page.request.post(`${base}/api/jobs`, {
        data: { id, checkIn, arrives: new Date().toISOString(), due: null },
        headers: { origin: base },
      })
      await page.goto(`${base}/jobs/${id}/check-in`)
      await page.locator('[data-place]').first().waitFor()
      const small = (selector: string) =>
        page.evaluate<string[]>(`[...document.querySelectorAll('${selector}')]
          .map((e) => [e.dataset.place ?? e.dataset.surface, e.getBoundingClientRect()])
          .filter(([, r]) => r.width < 43.5 || r.height < 43.5)
          .map(([id, r]) => id + ' ' + Math.round(r.width) + '×' + Math.round(r.height))`)
      expect(await small('[data-place]')).toEqual([])
      const places = placesOf(checkIn.vehicle.body, surfacesOf(checkIn.vehicle.body, catalogue.surfaces))
      for (const { id: opened } of places) {
        await place(page, opened).focus()
        await page.keyboard.press('Enter')
        await page.locator('[data-surface]').first().waitFor()
        expect(await small('[data-surface]'), opened).toEqual([])
        await page.keyboard.press('Escape')
      }
    },
  )
})
