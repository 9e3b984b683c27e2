import { isOver } from '#core/job/reduce.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import { byState } from './by-state.ts'

/** Ready mix of one product at one dilution, ml. */
export interface ToMix {
  product: string
  ratio: Ratio
  ml: number
}

/** What a job's steps that are not over still ask for, each product and dilution once. */
export const stillToMix = byState((procedure, state): readonly ToMix[] => {
  const found = new Map<string, ToMix>()
  for (const step of procedure.steps) {
    if (!step.product || isOver(state, step.id)) continue
    const { id, ratio, ml } = step.product
    const key = `${id} ${ratio.concentrate}:${ratio.water}`
    const entry = found.get(key)
    if (entry) entry.ml += ml
    else found.set(key, { product: id, ratio, ml })
  }
  return [...found.values()]
})
