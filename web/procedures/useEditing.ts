import { useEffect, useMemo } from 'react'
import { blocks } from '#core/procedures/edit/findings.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Edit, JobSettings, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { savedSettings } from '#web/client/draft-kinds.ts'
import { useVersionedDraft } from '#web/client/useVersionedDraft.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** The engine's input with other settings than the ones it was asked for with. */
export function requestWith(
  request: ProcedureRequest,
  houseRules: Record<string, string>,
  settings: JobSettings,
): ProcedureRequest {
  const { edits: _e, finish: _f, standard: _s, rungs: _r, timeLimit: _t, houseRules: _h, crew: _c, ...base } = request
  return { ...base, ...settings, houseRules: { ...houseRules, ...settings.houseRules } }
}

/**
 * Editing a job's procedure: every change is checked at once by the engine here and saved by itself as soon as nothing stands in the way.
 * What cannot be saved yet is kept in this browser, so that leaving the page loses nothing.
 */
export function useEditing(
  job: string,
  view: ProcedureView,
  houseRules: Record<string, string>,
  catalogue: WordedCatalogue,
) {
  const draft = view.version === null
  const title = view.request.checkIn.vehicle.plate
  const { draft: held, value: settings, ...shown } = useVersionedDraft('settings', job, title, savedSettings(view))
  const request = useMemo(
    () => (draft ? requestWith(view.request, houseRules, settings) : view.request),
    [draft, view.request, houseRules, settings],
  )
  const procedure: Procedure = useMemo(
    () => (draft ? reviewProcedure(request, catalogue) : view.procedure),
    [draft, request, view.procedure, catalogue],
  )
  const open = procedure.findings.filter(blocks)
  const ready = draft && open.length === 0
  useEffect(() => held.setReady(ready), [held, ready])
  const change = (update: (now: JobSettings) => JobSettings) => held.change(update)
  return {
    ...shown,
    held,
    settings,
    request,
    procedure,
    open,
    saved: shown.status === 'saved',
    change,
    edit: (edit: Edit) => change((now) => ({ ...now, edits: [...(now.edits ?? []), edit] })),
    setEdits: (edits: Edit[]) => change((now) => ({ ...now, edits })),
    undo: held.undo,
    redo: held.redo,
  }
}
export type Editing = ReturnType<typeof useEditing>
