import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }

/** A list as CSV: looked at only, its good lines taken, or all or nothing. */
export const CsvBody = Type.Object(
  {
    csv: Type.String({ minLength: 1, maxLength: 400_000 }),
    take: Type.Union([Type.Literal('none'), Type.Literal('good'), Type.Literal('all')]),
  },
  Strict,
)
export type CsvBody = Static<typeof CsvBody>

export const CsvView = Type.Object(
  {
    good: Type.Integer(),
    taken: Type.Integer(),
    faults: Type.Array(Type.Object({ line: Type.Integer(), message: Type.String() }, Strict)),
  },
  Strict,
)
export type CsvView = Static<typeof CsvView>
