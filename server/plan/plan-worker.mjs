// A thread starts without the loader of its parent, so it registers its own before it reaches any TypeScript.
import { parentPort, workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { what, of } = workerData
const answers = {
  plan: async () => (await import('#core/plan/plan.ts')).plan(of),
  odds: async () => (await import('#core/plan/forecast/forecast.ts')).forecast(of.request, of.assignments),
  promise: async () =>
    (await import('#core/plan/forecast/promise.ts')).promiseFor(of.request, of.assignments, of.wanted, of.mostPeople),
  help: async () => (await import('#core/plan/forecast/help.ts')).helpFor(of.request, of.assignments, of.job),
}
parentPort.postMessage(await answers[what]())
