import type { Figures } from '#core/catalogue/figures.ts'
import { attendedMinutes, handMinutes } from '#core/procedures/attended.ts'
import { productsUsed } from '#core/procedures/products-used.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { fileUnder } from '#core/units/file-under.ts'
import type { Work } from './choose.ts'
import { jobP80, type SetUp } from './minutes.ts'
import { leftAfter, sum, unique } from './steps.ts'

/** The sums of a procedure. @param seed of the sampled sum that gives P80 */
export function totalsOf(
  steps: readonly Step[],
  works: readonly Work[],
  /** Of machines: those of hands are in their steps. */
  setUps: readonly SetUp[],
  soil: number,
  severe: boolean,
  seed: number,
  figures: Figures,
): Procedure['totals'] {
  const attended = steps.filter((s) => s.crew > 0 && !s.kept)
  const treatments = unique(
    steps.filter((s) => s.treatment !== 'dry' && s.stage !== 'kit' && s.treatment !== 'stop').map((s) => s.treatment),
  )
  const wet = works.filter((w) => w.treatment.wet && ['cloth', 'carpet'].includes(w.material.family))
  const wetSurfaces = new Map<string, Work[]>()
  for (const w of wet) fileUnder(wetSurfaces, w.surface.id, w)
  return {
    attended: attendedMinutes(attended),
    attendedP80: jobP80(attended.map(handMinutes), severe, seed),
    planned: sum(attended.map((s) => s.minutes * s.crew)),
    waterLeft: sum(
      [...wetSurfaces.values()]
        .filter((list) => list.some((w) => w.treatment.dries))
        .map((list) => leftAfter(list, figures) * list[0]!.surface.area * (list[0]!.condition.extent ?? 1)),
    ),
    carSoil: soil,
    byTreatment: treatments.map((treatment) => ({
      treatment,
      area: sum(steps.filter((s) => s.treatment === treatment).map((s) => s.area)),
      minutes:
        attendedMinutes(steps.filter((s) => s.treatment === treatment)) +
        sum(setUps.filter((u) => u.treatment === treatment).map((u) => u.minutes)),
    })),
    products: productsUsed(attended),
  }
}

/** Towels of a car by role: their faces are used up from step to step, but never fewer than one step has in hand, and what is thrown away never goes on. */
function towelsOf(used: Step['towels'], towelFaces: number): Procedure['kit']['towels'] {
  const roles = unique(used.map((t) => t.role)).sort()
  return roles.map((role) => {
    const there = used.filter((t) => t.role === role)
    const together = Math.ceil(sum(there.map((t) => t.faces ?? t.count * towelFaces)) / towelFaces)
    const count = role.endsWith('discard')
      ? sum(there.map((t) => t.count))
      : Math.max(together, ...there.map((t) => t.count))
    return { role, count }
  })
}

/** What is laid out for this car before the first stroke: machines, heads and tools, towels by role, what is worn. */
export function kitOf(steps: readonly Step[], { towelFaces }: Figures): Procedure['kit'] {
  const ahead = steps.filter((s) => !s.kept)
  const sorted = (list: string[]) => unique(list.filter(Boolean)).sort()
  return {
    machines: sorted(ahead.flatMap((s) => s.equipment)),
    tools: sorted(ahead.map((s) => s.tool)),
    towels: towelsOf(
      ahead.flatMap((s) => s.towels),
      towelFaces,
    ),
    wear: sorted(ahead.flatMap((s) => s.ppe)),
  }
}
