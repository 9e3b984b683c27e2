/// <reference lib="webworker" />

import { timeMenu } from '#core/procedures/limit/time-limit.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** What fits into how much time, for every time at once. Away from the main thread: some dozens of procedures are made and planned. */
self.onmessage = ({ data }: MessageEvent<{ request: ProcedureRequest; crew: number; catalogue: WordedCatalogue }>) => {
  const { request, crew, catalogue } = data
  const menu = timeMenu(request, crew, catalogue, (share) => {
    self.postMessage({ share })
    return true
  })
  self.postMessage({ menu })
}
