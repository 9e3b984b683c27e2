import { useCallback, useEffect, useRef, useState } from 'react'
import type { MenuEntry } from '#core/procedures/limit/time-limit.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

export type Weighing =
  | { state: 'idle' }
  | { state: 'busy'; share: number }
  | { state: 'done'; menu: MenuEntry[]; crew: number }

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
  const start = (crew: number) => {
    stop()
    const own = new Worker(new URL('../workers/fit.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setWeighing({ state: 'busy', share: 0 })
    own.onmessage = ({ data }: MessageEvent<{ share?: number; menu?: MenuEntry[] }>) => {
      if (worker.current !== own) return
      if (data.menu) {
        setWeighing({ state: 'done', menu: data.menu, crew })
        own.terminate()
      } else setWeighing({ state: 'busy', share: data.share ?? 0 })
    }
    own.postMessage({ request: { ...request, rungs: undefined, timeLimit: undefined }, crew, catalogue })
  }
  return { weighing, start, stop }
}
