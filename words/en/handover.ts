import type { RemainsMessages } from '#core/handover/messages.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'
import { reasons, titles } from './procedures.ts'

/** A place of the final check; what does not work in this car says it otherwise. */
export const placeToCheck = ({ id, function: dead }: { id: string; function?: string | undefined }, n: Names): string =>
  (dead ? n.of('functions', dead).said?.places?.[id] : undefined) ?? n.of('checkList', id).text

/** The areas of a car as its owner calls them. */
const areas: Record<string, string> = {
  'clear-out': 'Clearing out',
  'dry-pass': 'Vacuuming and dry work',
  overhead: 'Headliner and overhead',
  seats: 'Seats',
  floor: 'Floor and mats',
  hard: 'Hard surfaces and leather',
  finish: 'Glass and finish',
}

/** What was left. */
export const remainsWhat: WordsOf<RemainsMessages> = {
  skipped: ({ step }, n) => say(titles, step, n),
  residual: ({ surface }, n) => n.surface(surface),
  appeared: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  stays: ({ surface, id }, n) => (surface ? n.surface(surface) : id),
  'not-done': ({ area }) => areas[area] ?? area,
  'still-wet': ({ step }, n) => say(titles, step, n),
  'found-open': ({ step }, n) => say(titles, step, n),
  'failed-check': ({ place, function: dead }, n) => placeToCheck({ id: place, function: dead }, n),
}
/** Why it was left. */
export const remainsWhy: WordsOf<RemainsMessages> = {
  skipped: ({ reason }) => reason,
  residual: ({ because }, n) => say(reasons, because, n),
  appeared: ({ damage, at, photo, note }, n) =>
    `${n.of('damages', damage).name}: appeared during cleaning, ${at}${photo ? ', with a photo' : ''}${note ? `. ${note}` : ''}`,
  stays: ({ note }) => `Judged dry, and left as it is: ${note}`,
  'not-done': ({ open, of }) =>
    open === of
      ? 'Not done: the car was taken before.'
      : `Done in part, ${of - open} of ${of} steps: the car was taken before.`,
  'still-wet': () =>
    'Still wet when the car was taken. Let air through it until it is dry, park it where windows can stay open, and keep off it; a stain can rise as it dries.',
  'found-open': () =>
    'Found, and not cleared. Nobody reaches or sits there before somebody trained, or a licensed service, has seen to it.',
  'failed-check': ({ note }) => note || 'failed the final check',
}
