import { useMemo, useSyncExternalStore } from 'react'
import { outbox } from './device-outbox.ts'
import { draftKinds } from './draft-kinds.ts'
import { keptDrafts, subscribeDrafts } from './kept-drafts.ts'

interface Counted extends KeptHere {
  taps: string[]
}
export interface KeptHere {
  /** Taps that are not sent yet, by job. */
  taps: readonly string[]
  drafts: { key: string; title: string; kind: keyof typeof draftKinds; place: string }[]
}

/** What this browser keeps of each person that the server does not have. */
export function useKept(): ReadonlyMap<string, KeptHere> {
  const events = useSyncExternalStore(outbox.subscribe, outbox.snapshot)
  const drafts = useSyncExternalStore(subscribeDrafts, keptDrafts)
  return useMemo(() => {
    const all = new Map<string, Counted>()
    const of = (person: string): Counted => {
      const there = all.get(person) ?? { taps: [], drafts: [] }
      all.set(person, there)
      return there
    }
    for (const e of events) if (e.refused === undefined) of(e.person).taps.push(e.job)
    for (const { name, title } of drafts)
      of(name.person).drafts.push({
        key: `${name.kind} ${name.id}`,
        title,
        kind: name.kind,
        place: draftKinds[name.kind].place(name.id),
      })
    return all
  }, [events, drafts])
}
