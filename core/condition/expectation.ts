import type { Stain } from './schema.ts'

/** Points taken off for each earlier attempt, whoever made it (catalogue C3). */
const attempt = 15

/**
 * Chance in percent that a stain comes out fully: the kind's on colourfast cloth by age (between fresh and old: their mean), shifted by
 * the material and by earlier attempts (catalogue C3, C4).
 * @param shift points for the material; null where the stain is only recorded there
 */
export function removalChance(
  stain: Pick<Stain, 'age' | 'attempts'>,
  chance: { fresh: number; old: number },
  shift: number | null = 0,
): number {
  if (shift === null) return 0
  const byAge = { ...chance, days: (chance.fresh + chance.old) / 2 }[stain.age]
  return Math.min(99, Math.max(0, Math.round(byAge + shift - attempt * stain.attempts)))
}

/** The same in words, for the customer. */
export function chanceWords(percent: number): string {
  if (percent >= 85) return 'very likely comes out'
  if (percent >= 65) return 'likely comes out'
  if (percent >= 40) return 'may come out'
  if (percent >= 15) return 'will probably stay in part'
  return 'will stay'
}
