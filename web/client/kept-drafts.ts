import { type DraftKind, type DraftValues, draftKinds, type KindName } from './draft-kinds.ts'
import type { Saved, Stored } from './versioned-draft.ts'
import { VersionedDraft } from './versioned-draft.ts'

// Every draft of this browser: those a screen shows, and those whose person is not here now. They are kept in the browser's storage
// from the first stroke until the server has them, by the person whose hand it was.

export interface DraftName {
  person: string
  kind: KindName
  /** The job. */
  id: string
}
/** Each kind's own functions make and take it; here it is only kept. */
type Value = DraftValues[KindName]
interface Kept extends Stored<Value> {
  /** What people call it. */
  title: string
}

const prefix = 'draft'
const keyOf = ({ person, kind, id }: DraftName) => `${prefix} ${person} ${kind} ${id}`
const open = new Map<string, { name: DraftName; draft: VersionedDraft<Value> }>()
const listeners = new Set<() => void>()
let list: readonly KeptDraft[] | undefined

const changed = () => {
  list = undefined
  for (const listener of listeners) listener()
}

function readRecord(key: string): Kept | undefined {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') ?? undefined
  } catch (error) {
    console.error(`What this browser kept under “${key}” cannot be read.`, error)
    return undefined
  }
}

/** Keeps one draft in the browser's storage. A full or forbidden storage is told by the draft, not hidden. */
const keeperOf = (key: string, title: string) => ({
  read: () => readRecord(key),
  write(stored: Stored<Value>) {
    try {
      localStorage.setItem(key, JSON.stringify({ ...stored, title }))
      return true
    } catch {
      return false
    }
  },
  clear: () => localStorage.removeItem(key),
})

/** The draft of a name: the one that is open, or a new one, going on from what the browser kept. */
export function draftOf<K extends KindName>(
  name: DraftName & { kind: K },
  title: string,
  start: Saved<DraftValues[K]>,
): VersionedDraft<DraftValues[K]> {
  const key = keyOf(name)
  const there = open.get(key)
  if (there) return there.draft as unknown as VersionedDraft<DraftValues[K]>
  const kind = draftKinds[name.kind] as unknown as DraftKind<Value>
  const draft = new VersionedDraft<Value>({
    start,
    save: (saved, parting) => kind.save(name.id, saved, parting),
    whole: kind.whole,
    keeper: keeperOf(key, title),
    onChange: () => {
      // Nobody looks at it and the server has all of it: the next screen starts from what the server says.
      if (!draft.watched && !draft.dirty) {
        draft.close()
        open.delete(key)
      }
      changed()
    },
  })
  open.set(key, { name, draft })
  return draft as unknown as VersionedDraft<DraftValues[K]>
}

/** Takes up what this person left behind here: it is sent as far as nobody else's save stands against it. */
export async function resumeDrafts(person: string): Promise<void> {
  for (const { name, title } of keptDrafts().filter((k) => k.name.person === person)) {
    // What its screen has to judge first stays kept and listed, one tap away.
    if (open.has(keyOf(name)) || !draftKinds[name.kind].unseen) continue
    try {
      // What was sent as the page went may have arrived: the server is looked at first.
      await draftOf(name, title, await draftKinds[name.kind].load(name.id)).flush()
    } catch (error) {
      // Without a line, or when the job is gone, it stays kept and listed; its own screen says more.
      console.warn(`“${title}” stays kept in this browser.`, error)
    }
  }
}

/** Sends what is open of a person. @returns whether the server has all of it */
export async function flushDrafts(person: string): Promise<boolean> {
  const theirs = [...open.values()].filter((o) => o.name.person === person)
  return (await Promise.all(theirs.map((o) => o.draft.flush()))).every(Boolean)
}

/** The person is not here any more: what is kept stays kept for them. */
export function closeDrafts(person: string): void {
  for (const [key, { name, draft }] of open)
    if (name.person === person) {
      draft.close()
      open.delete(key)
    }
  changed()
}

export const retryDrafts = (): void => {
  for (const { draft } of open.values()) draft.retry()
}
/** The page is going away. */
export const partFromDrafts = (): void => {
  for (const { draft } of open.values()) draft.part()
}
/** Whether leaving the page would lose something that this browser could not keep. */
export const wouldLose = (): boolean => [...open.values()].some(({ draft }) => draft.dirty && !draft.snapshot().durable)

export interface KeptDraft {
  name: DraftName
  title: string
}

/** What the browser keeps of drafts the server does not have, whoever made them. */
export function keptDrafts(): readonly KeptDraft[] {
  if (list) return list
  const found: KeptDraft[] = []
  try {
    for (const key of Object.keys(localStorage)) {
      const [first, person, kind, id] = key.split(' ')
      if (first !== prefix || !person || !id || !kind || !(kind in draftKinds)) continue
      found.push({ name: { person, kind: kind as KindName, id }, title: readRecord(key)?.title ?? '' })
    }
  } catch {
    // A browser that forbids storage keeps nothing: then there is nothing to list, and each draft says so itself.
  }
  list = found
  return found
}

export function subscribeDrafts(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
