import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A smell. With `stain`: what its source is taken for where it is known; else the source is cleaned. */
export const OdourKind = Type.Object({ id: Text, stain: Type.Optional(Text) }, Strict)
