import { type Static, Type } from '@sinclair/typebox'
import { Mix, Ratio } from '#core/mixing/schema.ts'

const Strict = { additionalProperties: false }
const Pair = Type.Tuple([Type.Number(), Type.Number()])
const Maybe = <T extends import('@sinclair/typebox').TSchema>(schema: T) => Type.Union([schema, Type.Null()])

export const Outline = Type.Object(
  {
    profile: Type.Array(Pair, { minItems: 2, maxItems: 60 }),
    fill: Type.Array(Pair, { minItems: 2, maxItems: 60 }),
    sprayer: Type.Boolean(),
  },
  Strict,
)

/** What stands in a container now: its last batch, unless it was rinsed since. */
export const ContentView = Type.Object(
  {
    batch: Type.String(),
    product: Type.String(),
    ratio: Ratio,
    ml: Type.Number(),
    made: Type.String(),
    by: Type.String(),
    useBy: Maybe(Type.String()),
    pastLife: Type.Boolean(),
  },
  Strict,
)
export type ContentView = Static<typeof ContentView>

export const ContainerView = Type.Object(
  {
    id: Type.String(),
    name: Type.String(),
    /** Where it stands; null where nobody said. */
    place: Maybe(Type.String()),
    capacity: Type.Number(),
    graduation: Type.Number(),
    outline: Outline,
    version: Type.Integer(),
    content: Maybe(ContentView),
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
    containerName: Type.String(),
    fill: Type.Number(),
    mix: Mix,
    author: Type.String(),
    made: Type.String(),
    poured: Maybe(Type.Number()),
    leftover: Type.Number(),
    /** The share of concentrate that is really in it. */
    measuredFraction: Type.Number(),
    lot: Maybe(Type.String()),
    useBy: Maybe(Type.String()),
    /** When it was taken back as logged by mistake. */
    undone: Maybe(Type.String()),
  },
  Strict,
)
export type BatchView = Static<typeof BatchView>

/** What the open jobs need of one product at one ratio. */
export const DemandView = Type.Object(
  {
    product: Type.String(),
    ratio: Ratio,
    ml: Type.Number(),
    jobs: Type.Array(Type.Object({ id: Type.String(), callSign: Type.String(), ml: Type.Number() }, Strict)),
  },
  Strict,
)
export type DemandView = Static<typeof DemandView>

/** Which products have their data sheet here. */
export const SheetView = Type.Object({ product: Type.String(), at: Type.String(), bytes: Type.Integer() }, Strict)
export type SheetView = Static<typeof SheetView>

const Portion = { product: Type.String(), ratio: Ratio, ml: Type.Number() }

/** Which containers to fill for what is booked, what is in date already, and what has to be bought. */
export const DayMixView = Type.Object(
  {
    margin: Type.Number(),
    fills: Type.Array(
      Type.Object(
        {
          ...Portion,
          container: Type.String(),
          containerName: Type.String(),
          fills: Type.Integer(),
          rinse: Type.Boolean(),
          concentrate: Type.Number(),
        },
        Strict,
      ),
    ),
    ready: Type.Array(Type.Object({ ...Portion, container: Type.String(), containerName: Type.String() }, Strict)),
    without: Type.Array(Type.Object(Portion, Strict)),
    /** Concentrate the fills take against what is on the shelf, ml. */
    concentrate: Type.Array(
      Type.Object(
        {
          product: Type.String(),
          needed: Type.Number(),
          onShelf: Type.Number(),
          buy: Type.Number(),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type DayMixView = Static<typeof DayMixView>
