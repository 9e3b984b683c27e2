import { type Static, Type } from '@sinclair/typebox'
import { stepState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'

/** The car as its owner knows it, in the order it is told. */
export const areas = ['seats', 'floor', 'load', 'dash', 'doors', 'overhead', 'glass'] as const
export type Area = (typeof areas)[number]

/** What was done there, as its owner would say it, in the order it is told. */
export const deeds = [
  'dusted',
  'vacuumed',
  'stains-treated',
  'washed',
  'washed-wet',
  'cleaned',
  'disinfected',
  'protected',
] as const
export type Deed = (typeof deeds)[number]

const oneOf = <T extends string>(ids: readonly T[]) => Type.Union(ids.map((id) => Type.Literal(id)))
/** `washed-wet` is what is washed and, as far as anybody knows, not dry yet. */
export const AreaDone = Type.Object(
  { area: oneOf(areas), did: Type.Array(oneOf(deeds)) },
  { additionalProperties: false },
)
export type AreaDone = Static<typeof AreaDone>

const areaByZone: Record<string, Area> = {
  seat: 'seats',
  foot: 'floor',
  load: 'load',
  cargo: 'load',
  dash: 'dash',
  console: 'dash',
  door: 'doors',
  pillar: 'doors',
  overhead: 'overhead',
  glass: 'glass',
}
/** "door-1l.glass-side" is glass, "seat-1l.seat-base" a seat. */
export function areaOf(surface: string): Area | undefined {
  const [zone = '', kind = ''] = surface.split('.')
  return kind.startsWith('glass-') ? 'glass' : areaByZone[zone.replace(/-?\d.*$/, '')]
}

const byStage: Record<string, Deed> = {
  dust: 'dusted',
  vacuum: 'vacuumed',
  'final-vacuum': 'vacuumed',
  loosen: 'vacuumed',
  spots: 'stains-treated',
  hard: 'cleaned',
  jambs: 'cleaned',
  screens: 'cleaned',
  leather: 'cleaned',
  dress: 'protected',
  glass: 'cleaned',
}
/** What a step is called otherwise than its stage would have it. */
const byTreatment: Record<string, Deed> = {
  leather_protect: 'protected',
  disinfect: 'disinfected',
  disinfect_spot: 'disinfected',
  biocide: 'disinfected',
  vac_mat: 'vacuumed',
}
const wetWork = new Set(['mats', 'overhead', 'seats', 'floor'])

function deedOf(step: Step, wet: ReadonlySet<string>): Deed | undefined {
  const named = byTreatment[step.treatment]
  if (named) return named
  if (!wetWork.has(step.stage)) return byStage[step.stage]
  if (step.dryIn === undefined) return 'cleaned'
  return step.surfaces.some((s) => wet.has(s)) ? 'washed-wet' : 'washed'
}

/** Whether its owner would say of a step that something was done there: not of a round, a cover or a check. */
export const isDeed = (step: Step): boolean => step.crew > 0 && deedOf(step, new Set()) !== undefined

/** Surfaces that were wetted and that nobody has found dry. */
function stillWet({ steps }: Procedure, state: WorkState): Set<string> {
  const dries = steps.filter((s) => s.treatment === 'dry' && stepState(state, s.id).status !== 'finished')
  return new Set(dries.flatMap((s) => s.surfaces))
}

/** What was done, by area and in words its owner uses: no step, no product, nothing that was only prepared. */
export function areasDone(procedure: Procedure, state: WorkState): AreaDone[] {
  const wet = stillWet(procedure, state)
  const did = new Map<Area, Set<Deed>>()
  for (const step of procedure.steps) {
    if (step.crew === 0 || stepState(state, step.id).status !== 'finished') continue
    const deed = deedOf(step, wet)
    if (!deed) continue
    for (const surface of step.surfaces) {
      const area = areaOf(surface)
      if (area) did.set(area, (did.get(area) ?? new Set()).add(deed))
    }
  }
  return areas.flatMap((area) => {
    const there = did.get(area)
    if (!there) return []
    // What is washed is clean; of what is wet in part the rest goes without saying.
    if (there.has('washed-wet')) there.delete('washed')
    if (area === 'seats' || area === 'floor' || area === 'overhead')
      if (there.has('washed') || there.has('washed-wet')) there.delete('cleaned')
    return [{ area, did: deeds.filter((d) => there.has(d)) }]
  })
}
