import { Type } from '@sinclair/typebox'

/** Ids are made by whoever creates the thing, so that the same request sent twice is one thing. */
export const Uuid = Type.String({
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  description: 'UUIDv7 made by whoever creates the thing',
})
