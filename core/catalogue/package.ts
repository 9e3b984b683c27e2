import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** What is sold: the surface groups it covers. */
export const Package = Type.Object({ id: Text, groups: Type.Array(Text) }, Strict)
export type Package = Static<typeof Package>
