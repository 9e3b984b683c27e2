// A thread starts without the loader of its parent, so it registers its own before it reaches any TypeScript.
import { parentPort, workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { plan } = await import('#core/plan/plan.ts')
parentPort.postMessage(plan(workerData))
