import type { Locator } from 'playwright-core'

/**
 * Picks from a list by what is to be seen in it. The box is brought to the middle first: were the page scrolled while its list is open,
 * the list would follow a moment later, and the tap would go beside it.
 * @param typed what narrows a long list, which is drawn in part
 */
export async function pick(box: Locator, option: string | RegExp, typed?: string): Promise<void> {
  await box.evaluate((it) => it.scrollIntoView({ block: 'center' }))
  await box.click()
  if (typed) await box.page().keyboard.type(typed)
  await box.page().locator('.ant-select-item-option').filter({ hasText: option }).first().click()
}
