import { fileUnder } from '#core/units/file-under.ts'
/** One finished step: what the catalogue says it takes and what it took, in minutes, each of all the people on it. */
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
/** A record is believed no further than this from the catalogue, on the log scale: one odd record moves nothing by 8 %. */
const furthest = 0.9

/**
 * A shop's own pace by treatment, from its finished steps: on the log scale, the mean of the records, clipped, shrunk by
 * n / (n + 12): 3 records move 20 % of the way, 300 at least 95 %.
 */
export function paceOf(timings: readonly Timing[]): Pace[] {
  const byTreatment = new Map<string, number[]>()
  for (const { treatment, book, took } of timings) {
    if (book <= 0 || took <= 0) continue
    fileUnder(byTreatment, treatment, Math.log(took / book))
  }
  return [...byTreatment]
    .map(([treatment, logs]) => {
      const clipped = logs.map((x) => Math.min(furthest, Math.max(-furthest, x)))
      const mean = clipped.reduce((a, b) => a + b, 0) / logs.length
      const weight = logs.length / (logs.length + kappa)
      return { treatment, records: logs.length, measured: Math.exp(mean), proposed: Math.exp(mean * weight) }
    })
    .sort((a, b) => b.records - a.records || (a.treatment < b.treatment ? -1 : 1))
}
