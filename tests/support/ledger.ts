import type { WorkEvent } from '#core/job/schema.ts'

export const minute = (m: number): string => new Date(m * 60_000).toISOString()

/** Who, type, step or data, conflict: left out is an intent made with a line, null a fact that contradicts nothing. */
export type Line = [who: string, type: WorkEvent['type'], about: string | object, conflict?: string | null]

/** A ledger written by hand, one event a minute. @param heard minute at which the server heard each; the one it was said in where left out */
export function ledgerOf(lines: readonly Line[], heard?: number): WorkEvent[] {
  return lines.map(([author, type, about, conflict], i) => ({
    id: `e${i + 1}`,
    job: 'j',
    position: i + 1,
    author,
    device: author,
    deviceSeq: i,
    deviceTime: '',
    serverTime: minute(heard ?? i),
    type,
    data: typeof about === 'string' ? { step: about } : about,
    ...(conflict === undefined ? {} : { offline: { at: minute(i), conflict } }),
  })) as WorkEvent[]
}
