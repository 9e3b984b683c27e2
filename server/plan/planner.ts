import { Worker } from 'node:worker_threads'
import type { Wanted } from '#core/plan/forecast/promise.ts'
import type { Forecast, Help, JobForecast } from '#core/plan/forecast/schema.ts'
import type { Assignment, PlanAnswer, PlanRequest } from '#core/plan/schema.ts'

/** What is asked of the planner off the main thread: seconds of search, or hundreds of days, must not keep anyone's step waiting. */
interface Asked {
  plan: { of: PlanRequest; answer: PlanAnswer }
  odds: { of: { request: PlanRequest; assignments: readonly Assignment[] }; answer: Forecast }
  promise: {
    of: { request: PlanRequest; assignments: readonly Assignment[]; wanted: Wanted; mostPeople: number }
    answer: { forecast: JobForecast; late: string[] } | undefined
  }
  help: { of: { request: PlanRequest; assignments: readonly Assignment[]; job: string }; answer: Help[] }
}

export function inWorker<K extends keyof Asked>(what: K, of: Asked[K]['of']): Promise<Asked[K]['answer']> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./plan-worker.mjs', import.meta.url), { workerData: { what, of } })
    worker.once('message', resolve)
    worker.once('error', reject)
    worker.once('exit', (code) => reject(new Error(`The planner ended with ${code} and no answer.`)))
  })
}
