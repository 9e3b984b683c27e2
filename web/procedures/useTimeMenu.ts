import { useCallback, useEffect, useRef, useState } from 'react'
import type { Fitted, MenuEntry } from '#core/procedures/limit/time-limit.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { FitAnswer, FitAsked } from '#web/workers/fit.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

export type Weighing =
  | { state: 'idle' }
  | { state: 'busy'; share: number }
  | { state: 'done'; menu: MenuEntry[]; crew: number; closely?: { minutes: number; found: Fitted | undefined } }

/** Weighs up in a worker what fits into how much time; it can be cancelled, and what is out of date is thrown away. */
export function useTimeMenu(request: ProcedureRequest, catalogue: WordedCatalogue) {
  const [weighing, setWeighing] = useState<Weighing>({ state: 'idle' })
  const worker = useRef<Worker>(undefined)
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
    setWeighing({ state: 'idle' })
  }, [])
  // Another car, another setting: the old answer is none any more.
  const key = JSON.stringify({ ...request, rungs: undefined, timeLimit: undefined, crew: undefined })
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says when
  useEffect(() => stop, [key, stop])
  const ask = useCallback((asked: FitAsked) => worker.current?.postMessage(asked), [])
  const start = (crew: number) => {
    stop()
    const own = new Worker(new URL('../workers/fit.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setWeighing({ state: 'busy', share: 0 })
    own.onmessage = ({ data }: MessageEvent<FitAnswer>) => {
      if (worker.current !== own) return
      if ('share' in data) setWeighing({ state: 'busy', share: data.share })
      else if ('menu' in data) setWeighing({ state: 'done', menu: data.menu, crew })
      else {
        const closely = { minutes: data.minutes, found: data.closely }
        setWeighing((now) => (now.state === 'done' ? { ...now, closely } : now))
      }
    }
    ask({ request: { ...request, rungs: undefined, timeLimit: undefined }, crew, catalogue })
  }
  /** Looks at one time closely: the answer comes with the weighing. */
  const look = useCallback((minutes: number) => ask({ minutes }), [ask])
  return { weighing, start, stop, look }
}
