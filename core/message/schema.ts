import { Type } from '@sinclair/typebox'
import type { MessageOf } from './message.ts'

const shape = Type.Object(
  { code: Type.String(), facts: Type.Record(Type.String(), Type.Unknown()) },
  { additionalProperties: false, description: 'A code and its facts; words are made of it where it is read.' },
)

/** The schema of a capability's messages; their facts are typed, their words' table is checked by the compiler. */
export const messageSchema = <M>() => Type.Unsafe<MessageOf<M>>(shape)
