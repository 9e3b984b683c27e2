/// <reference lib="webworker" />

import { levelFigures } from '#core/procedures/limit/levels.ts'
import { waysToMeet } from '#core/procedures/limit/promise.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

export interface Asked {
  id: number
  request: ProcedureRequest
  crew: number
  finish: string
  /** Minutes to the promise; null where none was given. */
  promise: number | null
  catalogue: WordedCatalogue
}

/** Three procedures, each planned, and what would meet a promise: more than the main thread should do between two keystrokes. */
self.onmessage = ({ data }: MessageEvent<Asked>) => {
  const { id, request, crew, finish, promise, catalogue } = data
  const levels = levelFigures(request, crew, catalogue)
  const planned = levels.find((l) => l.id === finish)?.clock ?? 0
  const late = promise !== null && planned > promise
  self.postMessage({ id, levels, ...(late ? {} : { late: null }) })
  if (late)
    self.postMessage({
      id,
      levels,
      late: { clock: planned, ways: waysToMeet(request, { crew, finish }, promise, catalogue) },
    })
}
