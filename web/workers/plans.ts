/// <reference lib="webworker" />

import { levelFigures } from '#core/procedures/limit/levels.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** Three procedures, each planned: more than the main thread should do between two keystrokes. */
self.onmessage = ({
  data,
}: MessageEvent<{ id: number; request: ProcedureRequest; crew: number; catalogue: WordedCatalogue }>) => {
  const { id, request, crew, catalogue } = data
  self.postMessage({ id, levels: levelFigures(request, crew, catalogue) })
}
