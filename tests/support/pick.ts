import type { Locator } from 'playwright-core'

/**
 * Picks from a list by what is to be seen in it. A list finds its place beside its box a moment after it is open, later on a busy machine: a
 * tap by coordinates would go down on the option and come up beside it, so the option itself is told.
 * @param typed what narrows a long list, which is drawn in part
 */
export async function pick(box: Locator, option: string | RegExp, typed?: string): Promise<void> {
  await box.click()
  if (typed) await box.page().keyboard.type(typed)
  const there = box.page().locator('.ant-select-item-option').filter({ hasText: option }).first()
  await there.waitFor()
  await there.dispatchEvent('click')
}
