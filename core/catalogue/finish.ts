import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A set finish level: which rungs it works, what it leaves out, and how much is checked. */
export const Finish = Type.Object(
  {
    id: Text,
    rungAtMost: Type.Integer({ minimum: 0, maximum: 4 }),
    /** Soiled surfaces get at least this rung. */
    rungAtLeast: Type.Optional(Type.Integer({ minimum: 0, maximum: 4 })),
    /** Surfaces neither seen nor touched more than this are worked no further. */
    hidden: Type.Optional(
      Type.Object({ visibility: Type.Integer(), touch: Type.Integer(), rungAtMost: Type.Integer() }, Strict),
    ),
    /** Added to the level of hair worked: −1 leaves the last of it. */
    hair: Type.Integer(),
    drop: Type.Array(Text),
    checks: Type.Union([Type.Literal('all'), Type.Literal('shown')]),
  },
  Strict,
)
export type Finish = Static<typeof Finish>
