import { useCallback, useEffect, useRef, useState } from 'react'
import type { CheckIn } from '#core/procedures/schema.ts'
import type { JobView } from '#server/check-in/views.ts'
import { ApiError } from '#web/app/http.ts'
import { useSaveDraft } from './api.ts'

export type SaveState = 'saved' | 'saving' | 'unsaved'

/** A check-in being edited: autosaved after a short rest, with undo, and honest when somebody else saved first. */
export function useDraft(job: JobView) {
  const [checkIn, setCheckIn] = useState(job.checkIn)
  const [past, setPast] = useState<CheckIn[]>([])
  const [future, setFuture] = useState<CheckIn[]>([])
  const [state, setState] = useState<SaveState>('saved')
  const [conflict, setConflict] = useState<JobView | null>(null)
  const [error, setError] = useState<Error | null>(null)
  const version = useRef(job.version)
  const latest = useRef(checkIn)
  const save = useSaveDraft(job.id)
  const { mutateAsync } = save
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const running = useRef<Promise<void>>(Promise.resolve())

  const flush = useCallback(() => {
    clearTimeout(timer.current)
    timer.current = undefined
    // One save at a time: each carries the version the one before it got.
    running.current = running.current.then(async () => {
      const sent = latest.current
      setState('saving')
      try {
        const saved = await mutateAsync({ version: version.current, checkIn: sent, due: job.due })
        version.current = saved.version
        setError(null)
        setState(latest.current === sent ? 'saved' : 'unsaved')
      } catch (failure) {
        setState('unsaved')
        if (failure instanceof ApiError && failure.code === 'stale') setConflict(failure.current as JobView)
        else setError(failure as Error)
      }
    })
    return running.current
  }, [mutateAsync, job.due])

  const set = useCallback(
    (next: CheckIn) => {
      latest.current = next
      setCheckIn(next)
      setState('unsaved')
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void flush(), 600)
    },
    [flush],
  )
  /** Changes the check-in; `step` false joins the change to the one before it for undo. */
  const change = useCallback(
    (next: CheckIn, step = true) => {
      // Read now: the updater below runs later, when the newest state is already the next one.
      const before = latest.current
      if (step) setPast((p) => [...p.slice(-99), before])
      setFuture([])
      set(next)
    },
    [set],
  )
  const undo = useCallback(() => {
    const before = past.at(-1)
    if (!before) return
    setPast(past.slice(0, -1))
    setFuture([...future, latest.current])
    set(before)
  }, [past, future, set])
  const redo = useCallback(() => {
    const after = future.at(-1)
    if (!after) return
    setFuture(future.slice(0, -1))
    setPast([...past, latest.current])
    set(after)
  }, [past, future, set])
  const takeTheirs = () => {
    if (!conflict) return
    version.current = conflict.version
    latest.current = conflict.checkIn
    setCheckIn(conflict.checkIn)
    setConflict(null)
    setState('saved')
  }
  // Leaving the page loses nothing: what is still waiting is sent at once.
  useEffect(
    () => () => {
      if (timer.current !== undefined) void flush()
    },
    [flush],
  )
  return {
    checkIn,
    latest,
    change,
    undo,
    canUndo: past.length > 0,
    redo,
    canRedo: future.length > 0,
    state,
    error,
    conflict,
    takeTheirs,
    flush,
  }
}
