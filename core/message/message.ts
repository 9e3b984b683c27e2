/**
 * What core has to say: a code and the facts it is about, in no language. Words are made of it at the edge (`words/`), so that what was
 * stored can be read in another language later.
 */
export type MessageOf<M> = { [C in keyof M & string]: { code: C; facts: M[C] } }[keyof M & string]

/** Makes a capability's messages. */
export const saying =
  <M>() =>
  <C extends keyof M & string>(code: C, facts: M[C]): Extract<MessageOf<M>, { code: C }> =>
    ({ code, facts }) as unknown as Extract<MessageOf<M>, { code: C }>

/** Facts of a message that needs none. */
export type None = Record<never, never>
export const none: None = {}

interface AnyMessage {
  code: string
  facts: object
}

/** A fault of the input that is told by messages; its `message` is for those who write programs. */
export const faultOf = (pointer: string, ...said: AnyMessage[]) => ({
  pointer,
  code: said[0]!.code,
  message: said.map(({ code, facts }) => `${code} ${JSON.stringify(facts)}`).join('; '),
  said,
})
