import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { type DraftValues, draftKinds, type KindName } from './draft-kinds.ts'
import { draftOf } from './kept-drafts.ts'
import { useSignedIn } from './session.ts'
import type { Saved } from './versioned-draft.ts'

/**
 * A document being edited: saved by itself, with undo, kept in this browser from the first stroke, and honest when somebody else saved
 * first. What was not saved when its screen was left is there again when the person comes back.
 * @param saved what the server is seen to have
 */
export function useVersionedDraft<K extends KindName>(
  kind: K,
  id: string,
  title: string,
  saved: Saved<DraftValues[K]>,
) {
  const { person } = useSignedIn()
  const { version } = saved
  // biome-ignore lint/correctness/useExhaustiveDependencies: a draft begins once with what is there; what comes later is `seen`.
  const draft = useMemo(() => draftOf({ person, kind, id }, title, saved), [person, kind, id])
  const shown = useSyncExternalStore(draft.subscribe, draft.snapshot)
  // biome-ignore lint/correctness/useExhaustiveDependencies: a version's value never changes.
  useEffect(() => draft.seen(saved), [draft, version])
  // Leaving the screen does not wait for the rest.
  useEffect(() => () => void draft.flush(), [draft])
  return { ...shown, draft, place: draftKinds[kind].place(id) }
}
