import { type Static, Type } from '@sinclair/typebox'
import { CheckIn } from '#core/check-in/check-in.ts'
import { Report } from '#core/handover/schema.ts'

const Strict = { additionalProperties: false }

export const ReportView = Type.Object(
  {
    job: Type.Object(
      { id: Type.String(), callSign: Type.String(), colour: Type.String(), state: Type.String() },
      Strict,
    ),
    shopName: Type.String(),
    checkIn: CheckIn,
    report: Report,
    names: Type.Record(Type.String(), Type.String()),
  },
  Strict,
)
export type ReportView = Static<typeof ReportView>
