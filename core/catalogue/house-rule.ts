import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'
import { Added, Swap } from './swap.ts'

/** One school of a house rule: its reason, and what it changes. What only changes the order is said by order rules that name it. */
export const HouseChoice = Type.Object(
  {
    id: Text,
    swap: Type.Optional(Type.Array(Swap)),
    /** What is done beside the rung, where it may be. */
    adds: Type.Optional(Type.Array(Added)),
    /** Whether product goes on the tool or on the surface, by treatment. */
    on: Type.Optional(Type.Record(Text, Type.Union([Type.Literal('tool'), Type.Literal('surface')]))),
    /** Treatments it moves otherwise. */
    motions: Type.Optional(Type.Array(Text)),
    /** Treatments done with water alone. */
    noProduct: Type.Optional(Type.Array(Text)),
    /** What is put on a spot is rinsed out over the whole panel, so that it dries even. */
    even: Type.Optional(Type.Literal(true)),
    /** Every surface of a kind is worked as its most soiled one. */
    uniform: Type.Optional(Type.Boolean()),
    /** Its note is said with the procedure. */
    noted: Type.Optional(Type.Literal(true)),
  },
  Strict,
)
export type HouseChoice = Static<typeof HouseChoice>

export const HouseRule = Type.Object({ id: Text, default: Text, choices: Type.Array(HouseChoice) }, Strict)
export type HouseRule = Static<typeof HouseRule>
