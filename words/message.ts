import type { Names } from './names.ts'

/** The words of a capability's messages in one language: one function a code, made to the facts. A code without words does not compile. */
export type WordsOf<M> = { readonly [C in keyof M]: (facts: M[C], names: Names) => string }

interface Message {
  code: string
  facts: object
}

/** What an earlier release stored as text stands as it was written. */
export const asWritten = 'as-written'

/** Says a message. A code this release does not know (a newer one wrote it) is shown as it is, rather than nothing. */
export function say<M>(words: WordsOf<M>, message: Message, names: Names): string {
  if (message.code === asWritten) return (message.facts as { text: string }).text
  const table = words as unknown as Record<string, ((facts: object, names: Names) => string) | undefined>
  return table[message.code]?.(message.facts, names) ?? message.code
}
