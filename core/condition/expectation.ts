import type { Stain } from './schema.ts'

/** Chance in percent that a stain of this kind comes out fully, by age and earlier attempts (−15 points each; catalogue C3). */
export function removalChance(stain: Stain, chance: { fresh: number; old: number }): number {
  return Math.max(0, chance[stain.age] - 15 * stain.attempts)
}

/** The same in words, for the customer. */
export function chanceWords(percent: number): string {
  if (percent >= 85) return 'very likely comes out'
  if (percent >= 65) return 'likely comes out'
  if (percent >= 40) return 'may come out'
  if (percent >= 15) return 'will probably stay in part'
  return 'will stay'
}
