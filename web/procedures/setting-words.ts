import type { Edit } from '#core/procedures/schema.ts'
import { words } from '#words/en/screens/procedures.ts'

/** What somebody set, short enough to stand beside what somebody else set. */
export function settingWords(found: unknown): string {
  if (found === undefined || found === null) return words.nothingSet
  if (Array.isArray(found))
    return (found as Edit[]).map((e) => `${words.edits[e.do] ?? e.do} ${'step' in e ? e.step : ''}`).join('; ')
  if (typeof found === 'object') {
    const { minutes } = found as { minutes?: number }
    return minutes === undefined ? Object.values(found).join(', ') : `${minutes} min`
  }
  return String(found)
}
