import { percentile, rounded } from './place.ts'

/** Mean milliseconds of so many runs, after a few that warm it up. */
export function mean(times: number, work: () => void): number {
  for (let i = 0; i < 10; i++) work()
  const start = performance.now()
  for (let i = 0; i < times; i++) work()
  return rounded((performance.now() - start) / times)
}

/** Milliseconds of so many runs: the least is what it takes where nothing else wants the processor, the median what it took here. */
export function took(times: number, work: () => void): { least: number; median: number } {
  for (let i = 0; i < 10; i++) work()
  const runs = Array.from({ length: times }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  })
  return { least: rounded(percentile(runs, 0)), median: rounded(percentile(runs, 0.5)) }
}
