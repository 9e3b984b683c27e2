import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** On the way round the car, from the driver’s door back to it; *first* is as the doors open, *round* is at each door on the way. */
export const Stand = Type.Union([
  Type.Literal('first'),
  Type.Literal('driver'),
  Type.Literal('round'),
  Type.Literal('rear'),
  Type.Literal('boot'),
  Type.Literal('passenger'),
  Type.Literal('front'),
  Type.Literal('last'),
])
export type Stand = Static<typeof Stand>

export const CheckListPlace = Type.Object(
  {
    id: Text,
    kinds: Type.Optional(Type.Array(Text)),
    doorKind: Type.Optional(Text),
    rowKind: Type.Optional(Text),
    /** Neither seen nor touched in daily use: a trade finish does not look. */
    hidden: Type.Optional(Type.Literal(true)),
    /** Where one stands to look at it; a shop’s own place is looked at last where left out. */
    stand: Type.Optional(Stand),
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
