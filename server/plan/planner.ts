import { Worker } from 'node:worker_threads'
import type { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'

/** Plans off the main thread: seconds of search must not keep anyone's step waiting. */
export function planInWorker(request: PlanRequest): Promise<PlanAnswer> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./plan-worker.mjs', import.meta.url), { workerData: request })
    worker.once('message', resolve)
    worker.once('error', reject)
    worker.once('exit', (code) => reject(new Error(`The planner ended with ${code} and no answer.`)))
  })
}
