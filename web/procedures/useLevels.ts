import { useEffect, useRef, useState } from 'react'
import type { LevelFigures } from '#core/procedures/limit/levels.ts'
import type { Way } from '#core/procedures/limit/promise.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { Asked } from '#web/workers/plans.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** The car as planned is later than promised: minutes on the clock, and what would be in time. */
export interface Late {
  clock: number
  ways: Way[]
}
interface Answer {
  id: number
  levels: LevelFigures[]
  /** Left out: still being looked for. */
  late?: Late | null
}

/** Figures of the finish levels and of the promise, worked out in a worker; while new ones are on their way the old ones stay. */
export function useLevels(
  request: ProcedureRequest,
  { crew, finish, promise }: Pick<Asked, 'crew' | 'finish' | 'promise'>,
  catalogue: WordedCatalogue,
): { levels: LevelFigures[] | undefined; late: Late | null } {
  const [levels, setLevels] = useState<LevelFigures[]>()
  const [late, setLate] = useState<Late | null>(null)
  const worker = useRef<Worker>(undefined)
  const asked = useRef(0)
  useEffect(() => {
    const own = new Worker(new URL('../workers/plans.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.id !== asked.current) return
      setLevels(data.levels)
      if (data.late !== undefined) setLate(data.late)
    }
    return () => own.terminate()
  }, [])
  useEffect(() => {
    asked.current++
    const question: Asked = { id: asked.current, request, crew, finish, promise, catalogue }
    worker.current?.postMessage(question)
  }, [request, crew, finish, promise, catalogue])
  return { levels, late }
}
