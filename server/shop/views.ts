import { type Static, Type } from '@sinclair/typebox'
import { About } from '#core/shop/about.ts'
import { Own } from '#core/shop/schema.ts'
import { Machine, SetUp } from '#core/shop/set-up.ts'

const Strict = { additionalProperties: false }
const Text = Type.Union([Type.String(), Type.Null()])

/** What one shop is and has, for whoever works there. */
export const ShopView = Type.Object(
  {
    name: Type.String(),
    code: Type.String(),
    timeZone: Type.String(),
    about: Type.Union([About, Type.Null()]),
    own: Own,
    /** 0 while nothing is written. */
    version: Type.Integer(),
    machines: Type.Array(Machine),
    /** What an hour of work costs on average, in minor units; the owner alone is told. */
    labour: Type.Optional(Type.Integer()),
  },
  Strict,
)
export type ShopView = Static<typeof ShopView>

/** One thing that another set-up would make otherwise. */
export const DifferenceView = Type.Object(
  { part: Type.String(), id: Type.String(), name: Type.String(), field: Type.String(), from: Text, to: Text },
  Strict,
)
export type DifferenceView = Static<typeof DifferenceView>

export const SetUpLook = Type.Object(
  {
    differences: Type.Array(DifferenceView),
    /** Who would come, and needs a PIN before they can sign in. */
    newPeople: Type.Array(Type.String()),
  },
  Strict,
)
export type SetUpLook = Static<typeof SetUpLook>

export { SetUp }
