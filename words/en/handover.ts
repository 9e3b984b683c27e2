import type { RemainsMessages } from '#core/handover/messages.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'
import { reasons, titles } from './procedures.ts'

/** A place of the final check; what does not work in this car says it otherwise. */
export const placeToCheck = ({ id, function: dead }: { id: string; function?: string | undefined }, n: Names): string =>
  (dead ? n.of('functions', dead).said?.places?.[id] : undefined) ?? n.of('checkList', id).text

/** What was left. */
export const remainsWhat: WordsOf<RemainsMessages> = {
  skipped: ({ step }, n) => say(titles, step, n),
  residual: ({ surface }, n) => n.surface(surface),
  appeared: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  stays: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  'failed-check': ({ place, function: dead }, n) => placeToCheck({ id: place, function: dead }, n),
}
/** Why it was left. */
export const remainsWhy: WordsOf<RemainsMessages> = {
  skipped: ({ reason }) => reason,
  residual: ({ because }, n) => say(reasons, because, n),
  appeared: ({ damage, at, photo, note }, n) =>
    `${n.of('damages', damage).name}: appeared during cleaning, ${at}${photo ? ', with a photo' : ''}${note ? `. ${note}` : ''}`,
  stays: ({ note }) => `Judged dry, and left as it is: ${note}`,
  'failed-check': ({ note }) => note || 'failed the final check',
}
