import type { Procedure, Step } from '#core/procedures/schema.ts'

/** Treatments that look at what was wet, now that it is dry. */
const judging: ReadonlySet<string> = new Set(['judge', 'groom'])

/** Whether a step judges dry what had been wet. */
export const isRecheck = ({ treatment }: Pick<Step, 'treatment'>): boolean => judging.has(treatment)

/** A stain that was said to come back as its surface dries, and how likely, in percent. */
export interface Foretold {
  surface: string
  stain: string
  chance: number
}

/** What was foretold of these surfaces: kept beside what happens, so that the shop sees how true it is. */
export const foretoldOf = (
  { expectations }: Pick<Procedure, 'expectations'>,
  surfaces: readonly string[],
): Foretold[] =>
  expectations.flatMap(({ of, surface, kind, comesBack }) =>
    of === 'stain' && comesBack !== undefined && surfaces.includes(surface)
      ? [{ surface, stain: kind, chance: comesBack }]
      : [],
  )
