import { type Static, Type } from '@sinclair/typebox'
import { Moment, Person, Strict } from './shape.ts'

/** A signature: strokes as lists of x, y in a 300 × 100 field. */
export const Strokes = Type.Array(Type.Array(Type.Number({ minimum: 0, maximum: 300 }), { maxItems: 2000 }), {
  minItems: 1,
  maxItems: 60,
})

/** What the customer was shown and signed. */
export const Agreement = Type.Object(
  {
    name: Person,
    at: Moment,
    strokes: Strokes,
    /** The chances as they were shown, so that outcomes can be held against them. */
    shown: Type.Array(
      Type.Object(
        { surface: Type.String({ maxLength: 80 }), what: Type.String({ maxLength: 80 }), chance: Type.Number() },
        Strict,
      ),
      { maxItems: 400 },
    ),
  },
  Strict,
)
export type Agreement = Static<typeof Agreement>
