import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Condition } from '#core/condition/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { chooseWork, type Work } from './choose.ts'
import { workMinutes } from './minutes.ts'
import type { Setting } from './setting.ts'

const minutesBySurface = (works: readonly Work[]) => {
  const minutes = new Map<string, number>()
  for (const w of works) minutes.set(w.surface.id, (minutes.get(w.surface.id) ?? 0) + workMinutes(w))
  return minutes
}

/**
 * What the package that was sold leaves of a fuller one's work, by the stage it belongs to, with the minutes it would take beside it
 * (judgement.md §8): offers to the customer, whole minutes, setting up not counted.
 * @param works what is done
 */
export function offersOf(
  surfaces: readonly Surface[],
  condition: Condition,
  setting: Setting,
  works: readonly Work[],
): NonNullable<Procedure['offers']> {
  const { sold, catalogue } = setting
  if (!sold?.offers || setting.held.car) return []
  const other = byId(catalogue.packages, sold.offers, 'package')
  const own = new Set(sold.swap)
  const fuller = {
    ...setting,
    sold: other,
    swaps: [...(other.swap ?? []), ...setting.swaps.filter((s) => !own.has(s))],
  }
  const done = minutesBySurface(works)
  const byStage = new Map<string, number>()
  for (const surface of surfaces.filter((s) => other.groups.includes(s.group))) {
    const { work } = chooseWork(surface, condition[surface.id] ?? { soil: 0 }, fuller)
    const more = (minutesBySurface(work).get(surface.id) ?? 0) - (done.get(surface.id) ?? 0)
    // What it is mostly worked in: its judging and its last vacuum belong to that.
    const [main] = [...work].sort((a, b) => workMinutes(b) - workMinutes(a)).filter((w) => !w.treatment.together)
    const stage = main?.stage ?? work[0]?.stage
    if (stage && more > 0) byStage.set(stage, (byStage.get(stage) ?? 0) + more)
  }
  const order = catalogue.stages.map((s) => s.id)
  return [...byStage]
    .map(([stage, minutes]) => ({ stage, minutes: Math.round(minutes) }))
    .filter((offer) => offer.minutes > 0)
    .sort((a, b) => order.indexOf(a.stage) - order.indexOf(b.stage))
}
