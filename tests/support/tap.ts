import type { Locator } from 'playwright-core'

/**
 * Taps as a person does who looks whether it was taken: on a busy machine the finger's going down and coming up arrive half a second
 * apart, which a browser takes for a long press and gives no click.
 * @param shows what is to be seen once it was taken
 */
export async function tap(target: Locator, shows: Locator): Promise<void> {
  for (let left = 2; ; left--) {
    await target.tap()
    try {
      return await shows.waitFor({ timeout: 10_000 })
    } catch (notTaken) {
      if (left === 0) throw notTaken
    }
  }
}

/** Chooses as a person does who looks whether it was taken: on a busy machine what is chosen from may move under the pointer while it opens. */
export async function check(target: Locator): Promise<void> {
  for (let left = 2; ; left--) {
    try {
      return await target.check({ timeout: 10_000 })
    } catch (notTaken) {
      if (left === 0) throw notTaken
    }
  }
}
