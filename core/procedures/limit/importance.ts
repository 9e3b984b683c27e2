import type { Surface } from '#core/cabin/schema.ts'
import type { Work } from '#core/procedures/make/choose.ts'
import type { Item, Option } from './knapsack.ts'

/** What the customer sees and touches first, what comes then, and what is done when there is time (judgement.md §7). */
export type Importance = 'must' | 'should' | 'extra'
export const importanceOf = ({ must, extra }: Surface): Importance =>
  must !== undefined ? 'must' : extra ? 'extra' : 'should'

/** An item of the choice with how much it matters. */
export interface Weighed extends Item {
  importance: Importance
}

/** What the first rung of all that must be done is worth beyond any other gain, halved with each place in its order. */
const mustWorth = 1e6
/** So many times over the first rung of what should be done weighs. */
const shouldTimes = 20

/**
 * What a surface gains from a rung: levels of soil it takes off, the first of them fourfold, because loose dirt is what everybody sees, and
 * what else is seen and felt there (hair, grit, stains); weighed by its area and by how much it is seen and touched. In proportion to area, so
 * that cutting a panel into patches changes nothing. The first rung of what must be done outweighs all that comes after it in its order.
 * @param ofIts how many surfaces share its place in that order
 */
export function worthOf(surface: Surface, condition: Work['condition'], rung: number, ofIts: number): number {
  if (rung === 0) return 0
  const extras = (condition.hair ?? 0) + (condition.sand ?? 0) + (condition.stains ?? []).length
  const gain = (surface.visibility + surface.touch) * surface.area
  const worth = gain * (3 + Math.min(rung, condition.soil) + extras / 2)
  // The front row before those behind it.
  const place = (surface.must ?? 0) + (surface.row > 1 ? 0.5 : 0)
  if (surface.must !== undefined) return mustWorth / 2 ** place / ofIts + worth
  return surface.extra ? worth : worth + shouldTimes * gain
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
  const worked = (item: Weighed) => only(item, works)
  const untouched = (item: Weighed) => only(item, (o) => !works(o))
  const atFirst = (item: Weighed) => {
    const first = Math.min(...item.options.flatMap((o) => (works(o) ? [o.rung] : [])))
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
