import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** What a kind of surface of a material family gets at each soil level 0–4. Where a level's rung may not be used, the next lower one is. */
export const Programme = Type.Object(
  {
    id: Text,
    groups: Type.Array(Text),
    /** Only these kinds of surface; it goes before one for their whole group. */
    kinds: Type.Optional(Type.Array(Text)),
    families: Type.Array(Text),
    stage: Text,
    soil: Type.Array(Type.Array(Text), { minItems: 5, maxItems: 5 }),
    /** Another rung of a soil level where less water is worth more than most lift: the first whose machine is there and whose work may be done. */
    rather: Type.Optional(
      Type.Array(
        Type.Object(
          {
            soil: Type.Integer({ minimum: 1, maximum: 4 }),
            /** Where a stain comes back up while it dries, and nothing has to be rinsed out; or where electrics lie under the surface. */
            where: Type.Union([Type.Literal('wicks'), Type.Literal('electrics')]),
            rung: Type.Array(Text, { minItems: 1 }),
          },
          Strict,
        ),
      ),
    ),
    /** From this rung on it is dusted first: a lower one takes the dust off by itself. */
    dustFrom: Type.Optional(Type.Integer({ minimum: 1, maximum: 4 })),
    dress: Type.Optional(Type.Boolean()),
    groom: Type.Optional(Type.Union([Type.Literal('always'), Type.Literal('extracted')])),
    /** From this soil level on, what remains is recorded as well. */
    recordFrom: Type.Optional(Type.Integer()),
    /** From this soil level on the rest is a specialist's; the gentle work is still done. */
    specialistFrom: Type.Optional(Type.Integer()),
  },
  Strict,
)
export type Programme = Static<typeof Programme>
