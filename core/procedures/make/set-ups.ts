import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'
import { title } from '#core/procedures/messages.ts'
import { plannedMinutes, type SetUp, stepP80 } from './minutes.ts'
import { bareStep, type Draft, type Drafting, sum, unique } from './steps.ts'

const machineOf = (treatment: string, { treatments }: Catalogue): string | undefined =>
  byId(treatments, treatment, 'treatment').equipment[0]

/**
 * Where a heavier machine stands at the car anyway, what is only sucked up, and needs no set-up of its own beside it (`coveredBy`), goes
 * through that one: nobody fetches the wet vacuum while the extractor's hose lies there.
 */
export function withMachinesAtHand(
  steps: readonly Draft[],
  used: ReadonlySet<Treatment>,
  { equipment }: Catalogue,
): Draft[] {
  const there = new Map([...used].map((t) => [t.id, t]))
  const onlySucks = (machine: string) => byId(equipment, machine, 'machine').tank?.draws === false
  const standingIn = (treatment: Treatment): string | undefined => {
    const [own] = treatment.equipment
    if (own === undefined || !onlySucks(own)) return own
    const covering = treatment.coveredBy?.map((id) => there.get(id)).find((t) => t?.equipment[0] !== undefined)
    return covering ? standingIn(covering) : own
  }
  return steps.map((step) => {
    const treatment = there.get(step.treatment)
    const [own, ...rest] = step.equipment
    const machine = treatment && own !== undefined ? standingIn(treatment) : own
    return machine === own || machine === undefined ? step : { ...step, equipment: [machine, ...rest] }
  })
}

/** Minutes of setting up by machine. */
function byMachine(setUps: readonly SetUp[], catalogue: Catalogue): Map<string, number> {
  const minutes = new Map<string, number>()
  for (const { treatment, minutes: more } of setUps) {
    const machine = machineOf(treatment, catalogue)
    if (machine) minutes.set(machine, (minutes.get(machine) ?? 0) + more)
  }
  return minutes
}

/** Those of machines, which are steps of their own. */
export const ofMachines = (setUps: readonly SetUp[], catalogue: Catalogue): SetUp[] =>
  setUps.filter((u) => machineOf(u.treatment, catalogue) !== undefined)

/** What stands at the car before the first stroke of a machine: setting it up, and its getting warm, which nobody waits beside. */
export function setUpSteps(setUps: readonly SetUp[], drafting: Drafting): Draft[] {
  const { catalogue } = drafting.setting
  return [...byMachine(setUps, catalogue)].flatMap(([machine, p50]) => {
    const shared = {
      stage: 'kit',
      zoneGroup: 'car',
      zones: [],
      surfaces: [],
      rows: new Set<number>(),
      equipment: [machine],
    }
    const setUp = bareStep(
      {
        ...shared,
        id: `set_up:${machine}`,
        treatment: 'set_up',
        title: title('set-up', { machine }),
        p50,
        minutes: plannedMinutes(p50),
        crew: 1,
      },
      drafting,
    )
    const { warmUp } = byId(catalogue.equipment, machine, 'machine')
    if (warmUp === undefined) return [setUp]
    const warm = bareStep(
      {
        ...shared,
        id: `warm_up:${machine}`,
        treatment: 'warm_up',
        title: title('warm-up', { machine }),
        p50: 0,
        minutes: warmUp,
        crew: 0,
      },
      drafting,
    )
    return [setUp, warm]
  })
}

/** Machines are cleaned and put away when they have been used, by whoever has a hand free: one step of the closing. */
export function putAwaySteps(used: readonly Draft[], drafting: Drafting): Draft[] {
  const { catalogue } = drafting.setting
  const machines = unique(used.flatMap((s) => s.equipment))
  const p50 = sum(machines.map((id) => byId(catalogue.equipment, id, 'machine').putAway ?? 0))
  if (p50 === 0) return []
  return [
    bareStep(
      {
        id: 'put_away:car',
        stage: 'put-away',
        treatment: 'put_away',
        title: title('put-away', { machines }),
        zoneGroup: 'car',
        zones: [],
        surfaces: [],
        rows: new Set<number>(),
        equipment: machines,
        p50,
        minutes: plannedMinutes(p50),
        crew: 1,
      },
      drafting,
    ),
  ]
}

/**
 * Brushes, bottles and cloths are fetched by the steps that use them: what laying them out takes is shared among those.
 * @param laidOut treatments of an earlier version, whose kit already lies there
 */
export function withHandSetUps(
  steps: readonly Draft[],
  setUps: readonly SetUp[],
  laidOut: ReadonlySet<Treatment['id']>,
  { setting, severe }: Drafting,
): Draft[] {
  const shares = new Map(
    setUps
      .filter((u) => machineOf(u.treatment, setting.catalogue) === undefined && !laidOut.has(u.treatment))
      .map((u) => [u.treatment, u.minutes / steps.filter((s) => s.treatment === u.treatment).length]),
  )
  return steps.map((step) => {
    const more = shares.get(step.treatment)
    if (more === undefined) return step
    const p50 = step.p50 + more
    return { ...step, p50, p80: stepP80(p50, severe), minutes: plannedMinutes(p50) }
  })
}
