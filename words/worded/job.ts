import type { Refusal } from '#core/job/messages.ts'
import type { Need, WorkState } from '#core/job/schema.ts'
import type { Title } from '#core/procedures/messages.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'

export const titleInWords = (title: Title, { procedures, names }: Language): string =>
  say(procedures.titles, title, names)

export const refusalInWords = (refusal: Refusal, { job, names }: Language): string => say(job.refusals, refusal, names)

/** What somebody is needed for, with its words. */
export type NeedInWords = Omit<Need, 'of' | 'places'> & { title: string }
export const needInWords = (need: Need, { job, names }: Language): NeedInWords => {
  const { of: _of, places: _places, ...rest } = need
  return { ...rest, title: job.need(need, names) }
}

/** The lines of a job's log with their words. */
export const logInWords = (state: WorkState, { job, names }: Language) =>
  state.notes.map(({ said, ...line }) => ({ ...line, text: say(job.log, said, names) }))
