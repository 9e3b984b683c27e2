import { afterEach } from 'vitest'
import { watched } from './watched-page.ts'

/** What every page showed when a test failed: the log of a machine that is gone has to be enough to understand it. */
afterEach(async ({ task }) => {
  if (task.result?.state !== 'fail') return
  for (const { page, troubles } of watched) {
    if (page.isClosed()) continue
    const shown = await page
      .locator('body')
      .ariaSnapshot({ timeout: 5_000 })
      .catch((error: Error) => error.message)
    console.error(`${task.name}: ${page.url()}\n${troubles.join('\n')}\n${shown.slice(0, 6_000)}`)
  }
})
