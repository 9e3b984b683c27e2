import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Nullable = Type.Union([Type.String(), Type.Null()])

/** One job of any time, as a line. */
export const RecordView = Type.Object(
  {
    id: Type.String(),
    callSign: Type.String(),
    colour: Type.String(),
    state: Type.String(),
    plate: Type.String(),
    vehicle: Type.String(),
    customer: Type.String(),
    arrives: Type.String(),
    due: Nullable,
  },
  Strict,
)
export type RecordView = Static<typeof RecordView>

/** `next`: ask for those older than this moment; null at the end. */
export const RecordsView = Type.Object({ records: Type.Array(RecordView), next: Nullable }, Strict)
export type RecordsView = Static<typeof RecordsView>
