import { useEffect, useRef, useState } from 'react'
import type { DryAnswer } from '#core/drying/schema.ts'
import type { Asked } from '#web/workers/dry.ts'

/** A car's drying by a worker; while a new answer is on its way the old one stays. */
export function useDrying(question: Omit<Asked, 'id'> | undefined): DryAnswer | undefined {
  const [answer, setAnswer] = useState<DryAnswer>()
  const worker = useRef<Worker>(undefined)
  const asked = useRef(0)
  useEffect(() => {
    const own = new Worker(new URL('../workers/dry.ts', import.meta.url), { type: 'module' })
    worker.current = own
    own.onmessage = ({ data }: MessageEvent<{ id: number; answer: DryAnswer }>) => {
      if (data.id === asked.current) setAnswer(data.answer)
    }
    return () => own.terminate()
  }, [])
  useEffect(() => {
    if (!question) return
    asked.current++
    worker.current?.postMessage({ id: asked.current, ...question } satisfies Asked)
  }, [question])
  return answer
}
