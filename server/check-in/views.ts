import { type Static, Type } from '@sinclair/typebox'
import { CheckIn } from '#core/procedures/schema.ts'

export const JobView = Type.Object(
  {
    id: Type.String(),
    callSign: Type.String(),
    colour: Type.String(),
    state: Type.Union([Type.Literal('draft'), Type.Literal('checked-in'), Type.Literal('handed-over')]),
    version: Type.Integer(),
    checkIn: CheckIn,
    arrives: Type.String(),
    due: Type.Union([Type.String(), Type.Null()]),
    procedureVersion: Type.Union([Type.Integer(), Type.Null()]),
  },
  { additionalProperties: false },
)
export type JobView = Static<typeof JobView>
