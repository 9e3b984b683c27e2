import { rounded } from './place.ts'

/** Mean milliseconds of so many runs, after a few that warm it up. */
export function mean(times: number, work: () => void): number {
  for (let i = 0; i < 10; i++) work()
  const start = performance.now()
  for (let i = 0; i < times; i++) work()
  return rounded((performance.now() - start) / times)
}
