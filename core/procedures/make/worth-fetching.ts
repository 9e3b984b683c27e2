import { byId } from '#core/catalogue/by-id.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { Work } from './choose.ts'
import { workMinutes } from './minutes.ts'
import type { Setting } from './setting.ts'
import { sum, unique } from './steps.ts'

/** Whether what stands in for a treatment goes through a machine that stands at the car for others anyway. */
function isStoodInFor(treatment: Treatment, used: readonly Treatment[], { catalogue }: Setting): boolean {
  const { equipment, orElse = [] } = treatment
  const [machine] = equipment
  const there = new Set(used.filter((t) => t.equipment[0] !== machine).map((t) => t.id))
  return (
    orElse.length > 0 &&
    orElse.every((id) => byId(catalogue.treatments, id, 'treatment').coveredBy?.some((other) => there.has(other)))
  )
}

/**
 * The setting without the machines that are not worth fetching for what is chosen: nobody sets up a second extractor for one seat back while the
 * hose of the first lies there.
 * @param kept steps of an earlier version: a machine that was fetched stands there
 * @returns the same setting where every machine is worth it
 */
export function withoutIdleMachines(works: readonly Work[], setting: Setting, kept: readonly Step[]): Setting {
  const used = unique(works.map((w) => w.treatment))
  const idle = used.flatMap((treatment) => {
    const [machine] = treatment.equipment
    if (machine === undefined || !treatment.ifWorth) return []
    const fetching = treatment.setUp + (byId(setting.catalogue.equipment, machine, 'machine').putAway ?? 0)
    const minutes = sum(works.filter((w) => w.treatment === treatment).map(workMinutes))
    const isThere = minutes >= fetching || kept.some((s) => s.equipment.includes(machine))
    return isThere || !isStoodInFor(treatment, used, setting) ? [] : [machine]
  })
  return idle.length > 0 ? without(idle, setting) : setting
}

function without(machines: readonly string[], setting: Setting): Setting {
  const { means, besides } = setting
  const equipment = new Set([...means.equipment].filter((id) => !machines.includes(id)))
  return {
    ...setting,
    means: { ...means, equipment },
    ...(besides ? { besides: { ...besides, setting: without(machines, besides.setting) } } : {}),
  }
}
