import { Type } from '@sinclair/typebox'

/** A text that says something. */
export const Text = Type.String({ minLength: 1 })
/** What an entry does not know is a fault, not an extra. */
export const Strict = { additionalProperties: false }
