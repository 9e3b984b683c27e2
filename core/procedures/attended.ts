import type { Step } from './schema.ts'

/** Median minutes of work in a step, the minutes of all its hands added up; 0 for a passive one. */
export const handMinutes = (step: Pick<Step, 'p50' | 'crew'>): number => step.p50 * step.crew

/** Median minutes of work in several steps: what totals, progress and the report all say. */
export const attendedMinutes = (steps: readonly Pick<Step, 'p50' | 'crew'>[]): number =>
  steps.reduce((sum, step) => sum + handMinutes(step), 0)
