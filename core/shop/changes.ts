import type { Own } from './schema.ts'

/** One field of one thing that is otherwise than before, as text: for people to read and for the audit. */
export interface OwnChange {
  /** The list or table it stands in. */
  part: keyof Own
  id: string
  /** What the shop calls it, where it has a name. */
  name: string
  /** Empty: the whole thing came or went. */
  field: string
  from: string | null
  to: string | null
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/** A value as people write it: a strength as its label has it, a list with commas. */
function text(value: unknown): string | null {
  if (value === undefined || value === null) return null
  if (Array.isArray(value)) return value.map(text).join(', ')
  if (!isRecord(value)) return String(value)
  const { purpose, by, label, ...rest } = value
  if (label !== undefined) return [purpose, by, label].filter(Boolean).join(' ')
  return Object.entries(rest)
    .map(([key, v]) => `${key} ${text(v)}`)
    .join(' ')
}

type Entry = Record<string, unknown>
const parts: readonly (keyof Own)[] = ['products', 'uses', 'treatments', 'kit', 'made', 'packages', 'checks', 'chances']

/** A part as things by their id: a list by the ids in it, a table by its keys. */
function things(part: Own[keyof Own] = {}): Map<string, Entry> {
  const all: [string, Entry][] = Array.isArray(part)
    ? part.map((thing) => [thing.id, thing as unknown as Entry])
    : Object.entries(part).map(([id, value]) => [id, Array.isArray(value) ? { used: value } : (value as Entry)])
  return new Map(all)
}

const nameIn = (thing: Entry | undefined) => String(thing?.name ?? thing?.text ?? '')

/** What is otherwise in `after`, thing by thing and field by field. */
export function ownChanges(before: Own, after: Own): OwnChange[] {
  return parts.flatMap((part) => {
    const [was, is] = [things(before[part]), things(after[part])]
    return [...new Set([...was.keys(), ...is.keys()])].flatMap((id): OwnChange[] => {
      const [old, now] = [was.get(id), is.get(id)]
      const name = nameIn(now) || nameIn(old)
      if (!old || !now)
        return [{ part, id, name, field: '', from: old ? name || id : null, to: now ? name || id : null }]
      return [...new Set([...Object.keys(old), ...Object.keys(now)])].flatMap((field) => {
        const [from, to] = [text(old[field]), text(now[field])]
        return from === to ? [] : [{ part, id, name, field, from, to }]
      })
    })
  })
}

/** Things with a history: they are retired, never taken away. */
const kept = ['products', 'made', 'packages', 'checks'] as const

/** Ids that `after` no longer has though something may refer to them. */
export const goneFrom = (before: Own, after: Own): string[] =>
  kept.flatMap((part) => before[part].map((t) => t.id).filter((id) => !after[part].some((t) => t.id === id)))
