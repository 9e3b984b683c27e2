import type { Title } from '#core/procedures/messages.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { WorkEvent } from './schema.ts'

/** What a line of a job's history is about. */
export type HistoryKind = 'work' | 'checks' | 'found' | 'said' | 'job'

const kinds: Partial<Record<WorkEvent['type'], HistoryKind>> = {
  'check-passed': 'checks',
  'check-failed': 'checks',
  'signed-off': 'checks',
  'recheck-failed': 'checks',
  'recheck-left': 'checks',
  'damage-found': 'found',
  'hazard-found': 'found',
  incident: 'found',
  stuck: 'found',
  answered: 'found',
  'stop-cleared': 'found',
  'stop-refused': 'found',
  note: 'said',
  'customer-said': 'said',
  'extra-agreed': 'said',
  'checked-in': 'job',
  'procedure-issued': 'job',
  'condition-changed': 'job',
  'customer-erased': 'job',
  'handed-over': 'job',
}

/** One line of a job's history: who, when, what, and what was said with it. */
export interface HistoryLine {
  id: string
  at: string
  by: string
  type: WorkEvent['type']
  kind: HistoryKind
  /** The step or the place it is about. */
  step?: Title
  place?: string
  /** In somebody's own words. */
  words: string
  photo?: string
  /** Recorded without a line; and why it stands against the rest, where it does. */
  offline: boolean
  conflict?: string
}

const text = (data: object, ...names: string[]): string =>
  names
    .map((name) => (data as Record<string, unknown>)[name])
    .filter((value): value is string => typeof value === 'string' && value !== '')
    .join('. ')

/** A ledger as lines to be read, the latest first. @param events in any order, each once */
export function historyOf(events: readonly WorkEvent[], { steps }: Pick<Procedure, 'steps'>): HistoryLine[] {
  const titles = new Map(steps.map((s) => [s.id, s.title]))
  return [...events]
    .sort((a, b) => b.position - a.position)
    .map((event) => {
      const data = event.data as Record<string, unknown>
      const step = typeof data.step === 'string' ? titles.get(data.step) : undefined
      return {
        id: event.id,
        at: event.offline?.at ?? event.serverTime,
        by: event.author,
        type: event.type,
        kind: kinds[event.type] ?? 'work',
        ...(step ? { step } : {}),
        ...(typeof data.place === 'string' ? { place: data.place } : {}),
        words: text(data, 'what', 'note', 'reason', 'text', 'done', 'hurt', 'unfinished'),
        ...(typeof data.photo === 'string' ? { photo: data.photo } : {}),
        offline: event.offline !== undefined,
        ...(event.offline?.conflict ? { conflict: event.offline.conflict } : {}),
      }
    })
}
