import { useEffect, useRef, useState } from 'react'
import type { LevelFigures } from '#core/procedures/limit/levels.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** Figures of the finish levels, worked out in a worker; while new ones are on their way the old ones stay. */
export function useLevels(
  request: ProcedureRequest,
  crew: number,
  catalogue: WordedCatalogue,
): LevelFigures[] | undefined {
  const [levels, setLevels] = useState<LevelFigures[]>()
  const worker = useRef<Worker>(undefined)
  const asked = useRef(0)
  useEffect(() => {
    const own = new Worker(new URL('../workers/plans.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.onmessage = ({ data }: MessageEvent<{ id: number; levels: LevelFigures[] }>) => {
      if (data.id === asked.current) setLevels(data.levels)
    }
    return () => own.terminate()
  }, [])
  useEffect(() => {
    asked.current++
    worker.current?.postMessage({ id: asked.current, request, crew, catalogue })
  }, [request, crew, catalogue])
  return levels
}
