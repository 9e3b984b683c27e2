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
    /** Where it is found, as it says; empty: it says nothing. */
    shopAddress: Type.String(),
    checkIn: CheckIn,
    report: Report,
    names: Type.Record(Type.String(), Type.String()),
  },
  Strict,
)
export type ReportView = Static<typeof ReportView>

/** A link to a car's paper; what it ends in is told once, when it is made. */
export const ShareView = Type.Object(
  {
    id: Type.String(),
    by: Type.String(),
    made: Type.String(),
    expires: Type.String(),
    revoked: Type.Union([Type.String(), Type.Null()]),
  },
  Strict,
)
export type ShareView = Static<typeof ShareView>
export const MadeShare = Type.Composite([ShareView, Type.Object({ path: Type.String() })], Strict)
export type MadeShare = Static<typeof MadeShare>

/** Something that was sent to a customer. */
export const MessageView = Type.Object(
  {
    id: Type.String(),
    job: Type.String(),
    callSign: Type.String(),
    to: Type.String(),
    text: Type.String(),
    by: Type.String(),
    at: Type.String(),
  },
  Strict,
)
export type MessageView = Static<typeof MessageView>
