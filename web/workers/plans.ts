/// <reference lib="webworker" />
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { levelFigures } from '#core/procedures/limit/levels.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'

/** Three procedures, each planned: more than the main thread should do between two keystrokes. */
self.onmessage = ({
  data,
}: MessageEvent<{ id: number; request: ProcedureRequest; crew: number; catalogue: Catalogue }>) => {
  const { id, request, crew, catalogue } = data
  self.postMessage({ id, levels: levelFigures(request, crew, catalogue) })
}
