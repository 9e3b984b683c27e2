import { type Static, Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { Vehicle } from '#core/check-in/vehicle.ts'
import { Condition, Odour } from '#core/condition/schema.ts'
import { Remains } from '#core/handover/message-schemas.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { Procedure } from '#core/procedures/schema.ts'

const Strict = { additionalProperties: false }

/** What is remembered of a car that was here before. */
export const MemoryView = Type.Union([
  Type.Null(),
  Type.Object(
    {
      visits: Type.Integer(),
      last: Type.Object(
        {
          job: Type.String(),
          callSign: Type.String(),
          arrived: Type.String(),
          customer: Type.String(),
          customerId: Type.Optional(Type.String()),
          notes: Type.Optional(Type.String()),
        },
        Strict,
      ),
      vehicle: Vehicle,
      condition: Condition,
      odours: Type.Array(Odour),
      /** What was left then, and why. */
      residuals: Type.Array(Remains),
      /** Steps finished then that were more than the usual. */
      worked: Type.Array(Title),
      /** Chances told then. */
      told: Procedure.properties.expectations,
      /** The car's own normal: mean soil by surface over its visits. */
      normal: Type.Record(Type.String(), Type.Number()),
    },
    Strict,
  ),
])
export type MemoryView = Static<typeof MemoryView>

export const OwnBodyView = Type.Object({ id: Type.String(), version: Type.Integer(), body: Body }, Strict)
export type OwnBodyView = Static<typeof OwnBodyView>

export const ModelNoteView = Type.Object({ text: Type.String(), version: Type.Integer() }, Strict)
export type ModelNoteView = Static<typeof ModelNoteView>
