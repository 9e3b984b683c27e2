import { fractionOf } from '#core/mixing/fraction.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import type { ContainerView } from '#server/mixing/views.ts'

/** Bottles that hold this mix and are in date: they are used before anything is mixed. */
export const inDate = (containers: readonly ContainerView[], product: string, ratio: Ratio) =>
  containers.filter(
    ({ content }) =>
      content !== null &&
      !content.pastLife &&
      content.product === product &&
      fractionOf(content.ratio) === fractionOf(ratio),
  )

export const heldIn = (bottles: readonly ContainerView[]): number =>
  bottles.reduce((sum, b) => sum + (b.content?.ml ?? 0), 0)
