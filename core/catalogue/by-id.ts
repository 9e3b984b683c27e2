import { BadInput } from '#core/units/fault.ts'

const indices = new WeakMap<readonly { id: string }[], ReadonlyMap<string, { id: string }>>()

/**
 * The entry of a list by its id; each list is indexed once.
 * @param noun what is looked for, as people say it
 * @throws BadInput naming what is not there
 */
export function byId<T extends { id: string }>(list: readonly T[], id: string, noun: string): T {
  let index = indices.get(list)
  if (!index) {
    index = new Map(list.map((entry) => [entry.id, entry]))
    indices.set(list, index)
  }
  const found = index.get(id)
  if (!found) throw new BadInput([{ pointer: '', code: 'unknown', message: `Unknown ${noun} "${id}".` }])
  return found as T
}
