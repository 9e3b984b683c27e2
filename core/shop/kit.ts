import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Day = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })

export const homes = ['bay', 'van', 'site'] as const
/** Where a machine stands when nobody needs it. */
export const Home = Type.Union(homes.map((h) => Type.Literal(h)))
export type Home = (typeof homes)[number]

export const Broken = Type.Object(
  { count: Type.Integer({ minimum: 1, maximum: 100 }), since: Day, why: Type.String({ maxLength: 120 }) },
  Strict,
)
export type Broken = Static<typeof Broken>

export const Upkeep = Type.Object({ due: Day, what: Type.String({ minLength: 1, maxLength: 120 }) }, Strict)
export type Upkeep = Static<typeof Upkeep>

/** How many of a kind are there to be used. */
export const usable = ({ count, broken }: { count: number; broken?: Broken | null }): number =>
  Math.max(0, count - (broken?.count ?? 0))
