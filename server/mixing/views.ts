import { type Static, Type } from '@sinclair/typebox'
import { Mix, Ratio } from '#core/mixing/schema.ts'

const Strict = { additionalProperties: false }
const Pair = Type.Tuple([Type.Number(), Type.Number()])

export const ContainerView = Type.Object(
  {
    id: Type.String(),
    name: Type.String(),
    capacity: Type.Number(),
    graduation: Type.Number(),
    outline: Type.Object({ profile: Type.Array(Pair), fill: Type.Array(Pair), sprayer: Type.Boolean() }, Strict),
  },
  Strict,
)
export type ContainerView = Static<typeof ContainerView>

export const BatchView = Type.Object(
  {
    id: Type.String(),
    product: Type.String(),
    ratio: Ratio,
    container: Type.String(),
    fill: Type.Number(),
    mix: Mix,
    author: Type.String(),
    made: Type.String(),
  },
  Strict,
)
export type BatchView = Static<typeof BatchView>

/** What the open jobs need of one product at one ratio. */
export const DemandView = Type.Object(
  {
    product: Type.String(),
    name: Type.String(),
    ratio: Ratio,
    ml: Type.Number(),
    jobs: Type.Array(Type.Object({ id: Type.String(), callSign: Type.String(), ml: Type.Number() }, Strict)),
  },
  Strict,
)
export type DemandView = Static<typeof DemandView>
