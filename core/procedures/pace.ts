import type { Figures } from '#core/catalogue/figures.ts'

/** One finished step: what the catalogue says it takes and what it took, in minutes of work, with how many people on it. */
export interface Timing {
  treatment: string
  book: number
  took: number
  people: number
}
export interface Pace {
  treatment: string
  records: number
  /** What the records say alone, over the catalogue's minutes. */
  measured: number
  /** What to plan with: drawn towards the catalogue while records are few. */
  proposed: number
}

/** Records that weigh as much as the catalogue's own figure. */
const kappa = 12
/** A single record is believed no further than twice away from the middle of the others. */
const furthest = Math.log(2)

const median = (sorted: readonly number[]) => {
  const at = (sorted.length - 1) / 2
  return (sorted[Math.floor(at)]! + sorted[Math.ceil(at)]!) / 2
}

/**
 * A shop's own pace by treatment, from its finished steps: on the log scale, the mean of the records clipped around their median, shrunk by
 * n / (n + 12): 3 records move 20 % of the way, 300 at least 95 %.
 */
export function paceOf(timings: readonly Timing[], { pairShare }: Pick<Figures, 'pairShare'>): Pace[] {
  const byTreatment = new Map<string, number[]>()
  for (const { treatment, book, took, people } of timings) {
    if (book <= 0 || took <= 0) continue
    const work = took * (people > 1 ? people * pairShare : 1)
    byTreatment.set(treatment, [...(byTreatment.get(treatment) ?? []), Math.log(work / book)])
  }
  return [...byTreatment]
    .map(([treatment, logs]) => {
      const middle = median([...logs].sort((a, b) => a - b))
      const clipped = logs.map((x) => Math.min(middle + furthest, Math.max(middle - furthest, x)))
      const mean = clipped.reduce((a, b) => a + b, 0) / logs.length
      const weight = logs.length / (logs.length + kappa)
      return { treatment, records: logs.length, measured: Math.exp(mean), proposed: Math.exp(mean * weight) }
    })
    .sort((a, b) => b.records - a.records || (a.treatment < b.treatment ? -1 : 1))
}
