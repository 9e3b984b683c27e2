import { type Static, Type } from '@sinclair/typebox'
import { CheckIn } from '#core/check-in/check-in.ts'
import { DrySeen, Extra, HandedOver } from '#core/job/schema.ts'
import { Ratio } from '#core/mixing/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { Figures } from '#core/records/figures.ts'

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

/** What left the shelf of an item: ml or pieces by where they went, and what they cost in minor units. */
export const StockUse = Type.Object(
  {
    key: Type.String(),
    mixed: Type.Number(),
    used: Type.Number(),
    counted: Type.Number(),
    cost: Type.Number(),
    jobs: Type.Array(Type.String()),
  },
  Strict,
)

/** Sums over the cars handed over from one day to another, with the lines of those cars and the names of people. */
export const FiguresView = Type.Object(
  {
    from: Type.String(),
    to: Type.String(),
    figures: Figures,
    /** Of all money in it; null: there is none. */
    currency: Nullable,
    stock: Type.Array(StockUse),
    lines: Type.Array(RecordView),
    names: Type.Record(Type.String(), Type.String()),
  },
  Strict,
)
export type FiguresView = Static<typeof FiguresView>

/** What became of a step. */
export const StepRecord = Type.Object(
  {
    id: Type.String(),
    title: Title,
    status: Type.Union([Type.Literal('finished'), Type.Literal('skipped'), Type.Literal('open')]),
    planned: Type.Number(),
    took: Type.Number(),
    /** Its time is believed. */
    timed: Type.Boolean(),
    corrected: Type.Optional(Type.Object({ by: Type.String(), reason: Type.String() }, Strict)),
    by: Type.Array(Type.String()),
    /** Why it was left out. */
    reason: Nullable,
  },
  Strict,
)

/** Everything of one job, once it is over or while it goes on: agreed, done, mixed, timed, found, charged, and what it makes good. */
export const JobRecordView = Type.Object(
  {
    job: RecordView,
    checkIn: CheckIn,
    steps: Type.Array(StepRecord),
    /** Ready to use, ml, by product and ratio, of what was done. */
    products: Type.Array(Type.Object({ id: Type.String(), ratio: Ratio, ml: Type.Number() }, Strict)),
    found: Type.Array(
      Type.Object({ surface: Type.String(), kind: Type.String(), note: Type.String(), at: Type.String() }, Strict),
    ),
    dried: Type.Array(DrySeen),
    extras: Type.Array(Extra),
    handedOver: HandedOver,
    /** Until when something that was not right is made good for nothing; null: it was not handed over. */
    reworkUntil: Nullable,
    makesGood: Type.Union([RecordView, Type.Null()]),
    madeGoodBy: Type.Array(RecordView),
    names: Type.Record(Type.String(), Type.String()),
  },
  Strict,
)
export type JobRecordView = Static<typeof JobRecordView>
