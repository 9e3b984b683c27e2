import { useEffect, useMemo, useRef, useState } from 'react'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { blocks } from '#core/procedures/findings.ts'
import { reviewProcedure } from '#core/procedures/generate.ts'
import type { Edit, JobSettings, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { ApiError } from '#web/app/http.ts'
import { useKeepSettings } from './api.ts'

interface History {
  past: JobSettings[]
  now: JobSettings
  future: JobSettings[]
}

/** Typing and dragging come to rest for so long before it is saved, in ms. */
const rest = 500
/** Without a line it is tried again after so long, in ms. */
const whenOffline = 5000

/** The engine's input with other settings than the ones it was asked for with. */
export function requestWith(
  request: ProcedureRequest,
  houseRules: Record<string, string>,
  settings: JobSettings,
): ProcedureRequest {
  const { edits: _e, finish: _f, standard: _s, rungs: _r, timeLimit: _t, houseRules: _h, ...base } = request
  return { ...base, ...settings, houseRules: { ...houseRules, ...settings.houseRules } }
}

const remembered = (key: string, version: number): JobSettings | undefined => {
  try {
    const { version: of, settings } = JSON.parse(sessionStorage.getItem(key) ?? '{}')
    return of === version ? settings : undefined
  } catch {
    return undefined
  }
}

/**
 * Editing a job's procedure: every change is checked at once by the engine here and saved by itself as soon as nothing stands in the way.
 * What cannot be saved yet is kept in this browser, so that leaving the page loses nothing.
 */
export function useEditing(job: string, view: ProcedureView, houseRules: Record<string, string>, catalogue: Catalogue) {
  const key = `procedure-${job}`
  const [history, setHistory] = useState<History>(() => ({
    past: [],
    now: remembered(key, view.settingsVersion) ?? view.settings,
    future: [],
  }))
  const keep = useKeepSettings(job)
  const settings = history.now
  const draft = view.version === null
  const request = useMemo(
    () => (draft ? requestWith(view.request, houseRules, settings) : view.request),
    [draft, view.request, houseRules, settings],
  )
  const procedure: Procedure = useMemo(
    () => (draft ? reviewProcedure(request, catalogue) : view.procedure),
    [draft, request, view.procedure, catalogue],
  )
  const open = procedure.findings.filter(blocks)
  const saved = JSON.stringify(view.settings) === JSON.stringify(settings)
  // Another window, or an import: what is saved elsewhere and not touched here is taken over.
  const seen = useRef(view.settingsVersion)
  /** The version that one's own save will make: its answer must not undo what was typed meanwhile. */
  const own = useRef(0)
  useEffect(() => {
    if (view.settingsVersion === seen.current) return
    seen.current = view.settingsVersion
    if (view.settingsVersion === own.current) return
    setHistory((h) => ({ past: [...h.past, h.now], now: view.settings, future: [] }))
  }, [view.settingsVersion, view.settings])
  const { mutate, isPending } = keep
  // What the server has refused is not sent again as it is; when only the line was down, it is, by and by.
  const refused = keep.isError && keep.variables.settings === settings
  const offline = refused && keep.error instanceof ApiError && keep.error.status === 0
  const mayBeSaved = draft && !saved && open.length === 0 && !isPending && (!refused || offline)
  const pause = offline ? whenOffline : rest
  useEffect(() => {
    if (draft && !saved) sessionStorage.setItem(key, JSON.stringify({ version: view.settingsVersion, settings }))
    else sessionStorage.removeItem(key)
    if (!mayBeSaved) return
    const timer = setTimeout(() => {
      own.current = view.settingsVersion + 1
      mutate(
        { version: view.settingsVersion, settings },
        {
          onError: () => {
            own.current = 0
          },
        },
      )
    }, pause)
    return () => clearTimeout(timer)
  }, [mayBeSaved, pause, settings, view.settingsVersion, mutate, draft, saved, key])
  const change = (next: JobSettings) =>
    setHistory((h) => ({ past: [...h.past.slice(-99), h.now], now: next, future: [] }))
  return {
    settings,
    request,
    procedure,
    open,
    saved,
    saving: isPending,
    error: keep.error,
    change,
    edit: (edit: Edit) => change({ ...settings, edits: [...(settings.edits ?? []), edit] }),
    setEdits: (edits: Edit[]) => change({ ...settings, edits }),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    undo: () =>
      setHistory(({ past, now, future }) =>
        past.length > 0
          ? { past: past.slice(0, -1), now: past.at(-1)!, future: [now, ...future] }
          : { past, now, future },
      ),
    redo: () =>
      setHistory(({ past, now, future }) =>
        future.length > 0 ? { past: [...past, now], now: future[0]!, future: future.slice(1) } : { past, now, future },
      ),
  }
}
export type Editing = ReturnType<typeof useEditing>
