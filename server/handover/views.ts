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

/** Something by its name, and what is said of it. */
const Told = Type.Array(Type.Object({ what: Type.String(), said: Type.String() }, Strict))
const Lines = Type.Array(Type.String())

/** What a customer is told of their car: the paper, and what a link shows. */
export const Leaf = Type.Object(
  {
    title: Type.String(),
    plate: Type.String(),
    /** Plate, for whom, when. */
    under: Type.String(),
    shop: Type.Object({ name: Type.String(), address: Type.String() }, Strict),
    summary: Type.String(),
    /** It was taken before it was finished. */
    unfinished: Type.Optional(Type.String()),
    /** Places that are shown before and after, in the order of their pictures. */
    pairs: Lines,
    did: Told,
    notDone: Told,
    extras: Lines,
    stains: Told,
    remains: Told,
    mechanic: Lines,
    belongings: Lines,
    care: Lines,
    lookedOver: Type.String(),
    wentBack: Type.Optional(Type.String()),
  },
  Strict,
)
export type Leaf = Static<typeof Leaf>

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
