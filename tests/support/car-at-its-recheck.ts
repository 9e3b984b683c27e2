// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import type { Page } from 'playwright-core'
import { v7 as uuidv7 } from 'uuid'
import { expect } from 'vitest'
import { carA } from '../fixtures/cars.ts'
import { intent } from './intent.ts'

/** Where the milk was. */
export const seat = 'seat-1l.seat-base'

/** A car with old milk on its driver’s seat, issued by whoever is signed in on a page. */
export async function carAtItsRecheck(page: Page, base: string, plate: string) {
  const send = (method: 'post' | 'get', path: string, data?: object) =>
    page.request[method](base + path, { data, headers: { origin: base } })
  const id = uuidv7()
  const { checkIn } = carA()
  checkIn.vehicle.plate = plate
  checkIn.condition = { [seat]: { soil: 2, stains: [{ kind: 'milk-drink', age: 'old', attempts: 0 }] } }
  expect(
    (await send('post', '/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })).status(),
  ).toBe(200)
  expect((await send('post', `/api/jobs/${id}/procedure`)).status()).toBe(200)
  const steps = async () => (await (await send('get', `/api/jobs/${id}/procedure`)).json()).procedure.steps as any[]
  return {
    id,
    steps,
    send,
    /** All before the recheck is over: only the recheck is walked. */
    async toRecheck() {
      for (const step of await steps()) {
        if (step.treatment === 'judge' && !step.kept) return
        if (step.kept) continue
        const said = await send(
          'post',
          `/api/jobs/${id}/events`,
          intent('step-skipped', { step: step.id, reason: 'not part of what is shown' }),
        )
        expect([200, 409], `${step.id}: ${await said.text()}`).toContain(said.status())
      }
    },
  }
}
