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

/** The setting in which the package stands whose work is offered beside the one that was sold. */
function fullerThan({ sold, catalogue, swaps, ...setting }: Setting): Setting | undefined {
  if (!sold?.offers) return undefined
  const other = byId(catalogue.packages, sold.offers, 'package')
  const own = new Set(sold.swap)
  return {
    ...setting,
    catalogue,
    besides: undefined,
    sold: other,
    swaps: [...(other.swap ?? []), ...swaps.filter((s) => !own.has(s))],
  }
}

/** What the fuller package does to each of its surfaces, and the stage it is mostly worked in: its judging and its last vacuum belong to that. */
function fullerWork(surfaces: readonly Surface[], condition: Condition, fuller: Setting) {
  return surfaces
    .filter((s) => fuller.sold!.groups.includes(s.group))
    .map((surface) => {
      const { work } = chooseWork(surface, condition[surface.id] ?? { soil: 0 }, fuller)
      const [main] = [...work].sort((a, b) => workMinutes(b) - workMinutes(a)).filter((w) => !w.treatment.together)
      return { surface, stage: main?.stage ?? work[0]?.stage, minutes: minutesBySurface(work).get(surface.id) ?? 0 }
    })
}

/** The setting with what the customer took besides the package: those surfaces are worked as the fuller one works them. */
export function withExtras(
  setting: Setting,
  extras: readonly string[],
  surfaces: readonly Surface[],
  condition: Condition,
): Setting {
  const fuller = extras.length > 0 ? fullerThan(setting) : undefined
  if (!fuller) return setting
  const taken = fullerWork(surfaces, condition, fuller).filter((f) => f.stage && extras.includes(f.stage))
  return { ...setting, besides: { surfaces: new Set(taken.map((f) => f.surface.id)), setting: fuller } }
}

/** Whether a surface is in what was sold or taken besides. */
export const isSold = (surface: Surface, { sold, besides }: Setting): boolean =>
  !sold || sold.groups.includes(surface.group) || (besides?.surfaces.has(surface.id) ?? false)

/**
 * What the package that was sold leaves of a fuller one's work, by the stage it belongs to, with the minutes it would take beside it
 * (judgement.md §8): offers to the customer, whole minutes, setting up not counted. What was taken already stays in the list.
 * @param works what is done
 */
export function offersOf(
  surfaces: readonly Surface[],
  condition: Condition,
  setting: Setting,
  works: readonly Work[],
): NonNullable<Procedure['offers']> {
  const fuller = fullerThan(setting)
  if (!fuller || setting.held.car) return []
  const { besides, catalogue } = setting
  const done = minutesBySurface(works.filter((w) => !besides?.surfaces.has(w.surface.id)))
  const plain = { ...setting, besides: undefined }
  // What a taken surface would have had all the same.
  const without = (surface: Surface) =>
    besides?.surfaces.has(surface.id) && setting.sold!.groups.includes(surface.group)
      ? (minutesBySurface(chooseWork(surface, condition[surface.id] ?? { soil: 0 }, plain).work).get(surface.id) ?? 0)
      : (done.get(surface.id) ?? 0)
  const byStage = new Map<string, number>()
  for (const { surface, stage, minutes } of fullerWork(surfaces, condition, fuller)) {
    const more = minutes - without(surface)
    if (stage && more > 0) byStage.set(stage, (byStage.get(stage) ?? 0) + more)
  }
  const order = catalogue.stages.map((s) => s.id)
  return [...byStage]
    .map(([stage, minutes]) => ({ stage, minutes: Math.round(minutes) }))
    .filter((offer) => offer.minutes > 0)
    .sort((a, b) => order.indexOf(a.stage) - order.indexOf(b.stage))
}
