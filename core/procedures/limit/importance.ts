import type { Surface } from '#core/cabin/schema.ts'
import { looseAlone } from '#core/procedures/loose-alone.ts'
import type { Work } from '#core/procedures/make/choose.ts'
import type { Item, Option } from './knapsack.ts'

/** What the customer sees and touches first, what comes then, and what is done when there is time (judgement.md §7). */
export type Importance = 'must' | 'should' | 'extra'
export const importanceOf = ({ must, extra }: Surface): Importance =>
  must !== undefined ? 'must' : extra ? 'extra' : 'should'

/** An item of the choice with how much it matters. */
export interface Weighed extends Item {
  importance: Importance
  /** The least rung that is a first one: what somebody came for, and what smells, is not done by vacuuming alone. */
  least: number
}

/** So many times over the first rung of what should be done weighs. */
const shouldTimes = 20

/** Where a surface stands in the order of what must be done, the front row before those behind it; undefined where it need not be. */
export const placeInOrder = ({ must, row }: Surface): number | undefined =>
  must === undefined ? undefined : must + (row > 1 ? 0.5 : 0)

/**
 * What a surface gains from a rung: levels of soil it takes off, the first of them fourfold, because loose dirt is what everybody sees, and
 * what else is seen and felt there (hair, grit, stains); weighed by its area and by how much it is seen and touched. In proportion to area, so
 * that cutting a panel into patches changes nothing.
 */
export function worthOf(surface: Surface, condition: Work['condition'], rung: number): number {
  if (rung === 0) return 0
  const stains = rung === looseAlone ? 0 : (condition.stains ?? []).length
  const extras = (condition.hair ?? 0) + (condition.sand ?? 0) + stains
  const gain = (surface.visibility + surface.touch) * surface.area
  const worth = gain * (3 + Math.min(rung, condition.soil) + extras / 2)
  return importanceOf(surface) === 'should' ? worth + shouldTimes * gain : worth
}

/** Worths are kept in so many whole parts of one, so that their sums are exact. */
const parts = 100

/**
 * The items with what must be done in its order: one more of an earlier place is worth more than all of the later ones, whatever they come to. The
 * places are the digits of a number, each with as many values as its items can be worked, and the gains come below the last of them.
 * @param placeOf an item's place in that order
 * @param leastOf the least rung of an item that counts
 * @param mostOf what an item gains at the most, whichever options it has: choices among fewer of them are weighed on the same scale
 */
export function inOrder<T extends Item>(
  items: readonly T[],
  placeOf: (item: T) => number | undefined,
  mostOf: (item: T) => number,
  leastOf: (item: T) => number = () => looseAlone,
): T[] {
  const whole = (value: number) => Math.round(value * parts)
  const worked = new Map<number, number>()
  for (const item of items) {
    const place = placeOf(item)
    if (place !== undefined) worked.set(place, (worked.get(place) ?? 0) + 1)
  }
  let digit = 1 + items.reduce((sum, item) => sum + whole(mostOf(item)), 0)
  const worth = new Map<number, number>()
  for (const [place, count] of [...worked].sort(([a], [b]) => b - a)) {
    worth.set(place, digit)
    digit *= count + 1
  }
  return items.map((item) => {
    const first = worth.get(placeOf(item) ?? Number.NaN) ?? 0
    return {
      ...item,
      options: item.options.map((o) => ({ ...o, value: whole(o.value) + (o.rung >= leastOf(item) ? first : 0) })),
    }
  })
}

const works = (option: Option) => option.minutes > 0

/** An item with only some of its options; all of them where none is left. */
function only<T extends Item>(item: T, keep: (option: Option) => boolean): T {
  const options = item.options.filter(keep)
  return options.length > 0 ? { ...item, options } : item
}

/**
 * What may be chosen while something that must be done has not had its first rung (nothing extra), while something that should be done has not
 * (no more than the first rung of what is extra), and after that. What cannot be worked stands in nobody's way.
 */
export function phasesOf(items: readonly Weighed[]): Weighed[][] {
  const worked = (item: Weighed) => only(item, (o) => works(o) && o.rung >= item.least)
  const untouched = (item: Weighed) => only(item, (o) => !works(o))
  const atFirst = (item: Weighed) => {
    const first = Math.max(1, Math.min(...item.options.flatMap((o) => (works(o) ? [o.rung] : []))))
    return only(item, (o) => o.rung <= first)
  }
  const each = (by: Record<Importance, (item: Weighed) => Weighed>) => items.map((item) => by[item.importance](item))
  const any = (item: Weighed) => item
  return [
    each({ must: any, should: any, extra: untouched }),
    each({ must: worked, should: any, extra: atFirst }),
    each({ must: worked, should: worked, extra: any }),
  ]
}
