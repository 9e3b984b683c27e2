import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Id = Type.String()
const Moment = Type.String({ description: 'ISO 8601' })
const Minutes = Type.Number({ minimum: 0 })

/** Work that was finished on a car: what was planned for it and what it took. */
export const WorkedStep = Type.Object(
  {
    treatment: Id,
    /** Median minutes it was planned with, at the shop's pace. */
    planned: Minutes,
    took: Minutes,
    /** Minutes by person; they come to `took`. */
    by: Type.Record(Id, Minutes),
    /** Its time can be compared: it was tapped as it went, or set right by somebody. */
    timed: Type.Boolean(),
  },
  Strict,
)
export type WorkedStep = Static<typeof WorkedStep>

/** What was said of a stain before, and what came of it. */
export const StainFate = Type.Object(
  {
    stain: Id,
    /** What was done to it last; empty: nothing of it is known. */
    treatment: Type.String(),
    /** Percent, as it was said. */
    chance: Type.Number(),
    /** As the catalogue alone has it, where the shop's own chance was said. */
    seed: Type.Optional(Type.Number()),
    out: Type.Boolean(),
  },
  Strict,
)
export type StainFate = Static<typeof StainFate>

/** What is kept of a car that was handed over, for all sums: taken from its ledger and its procedure, and made anew whenever those go on. */
export const JobFacts = Type.Object(
  {
    /** Make and model. */
    car: Type.String(),
    package: Type.Union([Id, Type.Null()]),
    handed: Moment,
    /** When somebody first worked on it; null: nobody did. */
    began: Type.Union([Moment, Type.Null()]),
    /** When the last of the work or of the last look was done. */
    ready: Moment,
    due: Type.Union([Moment, Type.Null()]),
    /** It went before it was finished. */
    unfinished: Type.Boolean(),
    steps: Type.Array(WorkedStep),
    /** Who was at it from when to when: milliseconds since 1970. */
    hands: Type.Array(Type.Tuple([Id, Type.Number(), Type.Number()])),
    /** When something in it was drying by itself. */
    drying: Type.Array(Type.Tuple([Type.Number(), Type.Number()])),
    /** Surfaces that were not right when they were judged dry, or that a car came `back` for, by what had been done to them. */
    again: Type.Array(
      Type.Object({ treatment: Type.String(), came: Type.Boolean(), back: Type.Optional(Type.Literal(true)) }, Strict),
    ),
    stains: Type.Array(StainFate),
    /** Concentrate that the finished work asks for, ml by product. */
    products: Type.Record(Id, Minutes),
    /** Minor units of `currency`; null: nothing was agreed. */
    price: Type.Union([Type.Integer(), Type.Null()]),
    extras: Type.Integer(),
    currency: Type.String(),
  },
  Strict,
)
export type JobFacts = Static<typeof JobFacts>
