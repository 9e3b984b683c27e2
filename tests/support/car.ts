import type { Locator, Page } from 'playwright-core'
import { placeIdOf } from '#core/cabin/places.ts'

export const place = (page: Page, id: string): Locator => page.locator(`[data-place="${id}"]`)

/** A part of the car in its place, which is opened first; Enter opens with or without a brush in hand, and paints nothing. */
export async function part(page: Page, surface: string): Promise<Locator> {
  const target = page.locator(`[data-surface="${surface}"]`)
  if ((await target.count()) === 0) {
    const [id, kind] = [surface, surface.slice(surface.indexOf('.') + 1)]
    await place(page, placeIdOf({ id, kind })).focus()
    await page.keyboard.press('Enter')
  }
  await target.waitFor()
  return target
}
