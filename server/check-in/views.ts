import { type Static, Type } from '@sinclair/typebox'
import { CalledOff } from '#core/check-in/called-off.ts'
import { CheckIn } from '#core/check-in/check-in.ts'
import { JobState } from '#core/job/job-state.ts'

export const JobView = Type.Object(
  {
    id: Type.String(),
    callSign: Type.String(),
    colour: Type.String(),
    state: JobState,
    /** Why it does not come. */
    calledOff: Type.Optional(CalledOff),
    version: Type.Integer(),
    checkIn: CheckIn,
    arrives: Type.String(),
    due: Type.Union([Type.String(), Type.Null()]),
    procedureVersion: Type.Union([Type.Integer(), Type.Null()]),
    /** The job it makes good. */
    reworkOf: Type.Optional(Type.String()),
  },
  { additionalProperties: false },
)
export type JobView = Static<typeof JobView>

/** A fleet list as it was read: lines with their faults, and what was taken in. */
export const FleetView = Type.Object(
  {
    headings: Type.Array(Type.String()),
    rows: Type.Array(
      Type.Object(
        {
          line: Type.Integer(),
          plate: Type.String(),
          make: Type.String(),
          model: Type.String(),
          customer: Type.String(),
          body: Type.String(),
          arrives: Type.Union([Type.String(), Type.Null()]),
          faults: Type.Array(
            Type.Object({ column: Type.String(), message: Type.String() }, { additionalProperties: false }),
          ),
          /** The job it became. */
          job: Type.Union([Type.String(), Type.Null()]),
        },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
)
export type FleetView = Static<typeof FleetView>
