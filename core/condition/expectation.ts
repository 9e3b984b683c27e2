import type { Stain } from './schema.ts'

/**
 * Chance in percent that a stain comes out fully: the kind's on colourfast cloth by age (between fresh and old: their mean), shifted by
 * the material and by earlier attempts (catalogue C3, C4).
 * @param earlierAttempt points taken off for each earlier attempt
 * @param shift points for the material; null where the stain is only recorded there
 */
export function removalChance(
  stain: Pick<Stain, 'age' | 'attempts'>,
  chance: { fresh: number; old: number },
  { earlierAttempt }: { earlierAttempt: number },
  shift: number | null = 0,
): number {
  if (shift === null) return 0
  const byAge = { ...chance, days: (chance.fresh + chance.old) / 2 }[stain.age]
  return Math.min(99, Math.max(0, Math.round(byAge + shift - earlierAttempt * stain.attempts)))
}

/** How likely a chance in percent is, in bands that people tell apart. */
export type ChanceBand = 'very-likely' | 'likely' | 'may' | 'partly-stays' | 'stays'
export function chanceBand(percent: number): ChanceBand {
  if (percent >= 85) return 'very-likely'
  if (percent >= 65) return 'likely'
  if (percent >= 40) return 'may'
  if (percent >= 15) return 'partly-stays'
  return 'stays'
}
