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
  },
  Strict,
)
export type CheckListPlace = Static<typeof CheckListPlace>

/** A place of one car's final check. */
export const PlaceToCheck = Type.Composite(
  [
    CheckListPlace,
    /** What does not work in this car says it otherwise. */
    Type.Object({ function: Type.Optional(Text) }),
  ],
  Strict,
)
export type PlaceToCheck = Static<typeof PlaceToCheck>
