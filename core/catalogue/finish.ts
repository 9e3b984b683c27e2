import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'
import { Added, Swap } from './swap.ts'

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
    /** From this soil on a rung further is worked. */
    furtherFrom: Type.Optional(Type.Integer({ minimum: 1, maximum: 4 })),
    swap: Type.Optional(Type.Array(Swap)),
    /** What is done beside the rung, by group of surface, where it may be. */
    adds: Type.Optional(Type.Array(Added)),
    checks: Type.Union([Type.Literal('all'), Type.Literal('shown')]),
  },
  Strict,
)
export type Finish = Static<typeof Finish>
