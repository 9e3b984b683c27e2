import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

export const CheckListPlace = Type.Object(
  {
    id: Text,
    kinds: Type.Optional(Type.Array(Text)),
    doorKind: Type.Optional(Text),
    rowKind: Type.Optional(Text),
    /** Neither seen nor touched in daily use: a trade finish does not look. */
    hidden: Type.Optional(Type.Literal(true)),
    text: Text,
  },
  Strict,
)
export type CheckListPlace = Static<typeof CheckListPlace>
