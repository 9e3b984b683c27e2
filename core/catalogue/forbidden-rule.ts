import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** What is never done, whatever is asked (trade.md §10): every part that is given has to hold, and any entry of a part does. */
export const ForbiddenRule = Type.Object(
  {
    id: Text,
    treatments: Type.Optional(Type.Array(Text)),
    techniques: Type.Optional(Type.Array(Text)),
    /** The step's product itself: what a shop's own can must stay off. */
    products: Type.Optional(Type.Array(Text)),
    /** Families of the step's product. */
    families: Type.Optional(Type.Array(Text)),
    flammable: Type.Optional(Type.Literal(true)),
    equipment: Type.Optional(Type.Array(Text)),
    features: Type.Optional(Type.Array(Text)),
    kinds: Type.Optional(Type.Array(Text)),
    materials: Type.Optional(Type.Array(Text)),
    exceptMaterials: Type.Optional(Type.Array(Text)),
    exceptGroups: Type.Optional(Type.Array(Text)),
    stains: Type.Optional(Type.Array(Text)),
    biohazard: Type.Optional(Type.Literal(true)),
    /** A stain that must stay cold, and no enzyme planned on it. */
    cold: Type.Optional(Type.Literal(true)),
    /** Allowed all the same where the permission is given and the house rule chosen. */
    unless: Type.Optional(
      Type.Object(
        {
          permission: Type.Optional(Text),
          house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type ForbiddenRule = Static<typeof ForbiddenRule>
