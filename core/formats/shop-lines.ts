import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Hash = Type.String({ pattern: '^[0-9a-f]{64}$', description: 'SHA-256 of the file’s bytes' })

/** The first line: whose it is, and what it was written by. */
export const ShopHead = Type.Object(
  {
    format: Type.Literal('chamomile-shop'),
    formatVersion: Type.Literal(1),
    /** The tables as they are named and shaped here: only what was written by the same is read. */
    tables: Type.String(),
    shop: Type.String({ description: 'UUID' }),
    name: Type.String(),
    made: Type.String({ description: 'ISO 8601, UTC' }),
  },
  Strict,
)
export type ShopHead = Static<typeof ShopHead>

/** A row of a table: times in UTC as ISO 8601, money in minor units, what was stored as JSON as JSON. */
export const ShopRow = Type.Object({ table: Type.String(), row: Type.Record(Type.String(), Type.Unknown()) }, Strict)
/** A photo or a data sheet. */
export const ShopFile = Type.Object({ file: Hash, bytes: Type.String({ contentEncoding: 'base64' }) }, Strict)
/** The last line: how many there were before it. A file without it was cut short. */
export const ShopEnd = Type.Object({ end: Type.Integer({ minimum: 1 }) }, Strict)

/** A whole shop as JSON lines: its head, its rows in the order in which they can be written, its files, its end. */
export const ShopLine = Type.Union([ShopHead, ShopRow, ShopFile, ShopEnd], {
  $id: 'shop-line',
  title: 'One line of a whole shop’s file',
})
export type ShopLine = Static<typeof ShopLine>
