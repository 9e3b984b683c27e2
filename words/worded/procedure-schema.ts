import { type Static, Type } from '@sinclair/typebox'
import { Ratio } from '#core/mixing/schema.ts'
import { ByOne, Edit, FitLimit, Kit, Procedure, Step, StepLink } from '#core/procedures/schema.ts'

const Strict = { additionalProperties: false }
const Words = Type.String()

const Product = Type.Object({ id: Type.String(), name: Words, ratio: Ratio, ml: Type.Number() }, Strict)

/** One entry of what is read about a stain. */
const Playbook = Type.Object(
  {
    stain: Words,
    surface: Type.String(),
    steps: Type.Array(Words),
    never: Words,
    wicking: Type.Integer(),
    chance: Type.Number(),
  },
  Strict,
)

const StopInWords = Type.Composite([Step.properties.stop, Type.Object({ doing: Type.Array(Words) })], Strict)

export const StepInWords = Type.Composite(
  [
    Type.Omit(Step, [
      'title',
      'product',
      'motion',
      'tool',
      'cautions',
      'ppe',
      'next',
      'why',
      'stop',
      'playbook',
      'tank',
    ]),
    Type.Object({
      title: Words,
      product: Type.Union([Product, Type.Null()]),
      motion: Words,
      tool: Words,
      cautions: Type.Array(Words),
      ppe: Type.Array(Words),
      passCue: Words,
      /** What is tried next on these surfaces if this fails its dry judgement; empty: nothing more. */
      next: Words,
      why: Type.Array(Type.Object({ rule: Type.String(), after: Type.Array(Type.String()), text: Words }, Strict)),
      stop: Type.Optional(StopInWords),
      playbook: Type.Optional(Type.Array(Playbook)),
      /** The machine’s tank is used up on the way. */
      tank: Type.Optional(Words),
    }),
  ],
  Strict,
)
export type StepInWords = Static<typeof StepInWords>

export const FindingInWords = Type.Composite(
  [
    Type.Omit(Procedure.properties.findings.items, ['text', 'reason', 'fix']),
    Type.Object({
      text: Words,
      reason: Words,
      fix: Type.Union([Type.Object({ text: Words, edit: Type.Union([Edit, Type.Null()]) }, Strict), Type.Null()]),
    }),
  ],
  Strict,
)
export type FindingInWords = Static<typeof FindingInWords>

export const ResidualInWords = Type.Object(
  { surface: Type.String(), name: Words, code: Type.String(), reason: Words },
  Strict,
)
export type ResidualInWords = Static<typeof ResidualInWords>

export const ExpectationInWords = Type.Object(
  { surface: Type.String(), name: Words, stain: Words, chance: Type.Number(), words: Words },
  Strict,
)
export type ExpectationInWords = Static<typeof ExpectationInWords>

export const LimitInWords = Type.Composite(
  [
    Type.Omit(FitLimit, ['leftOut', 'more']),
    Type.Object({
      leftOut: Type.Array(Words),
      more: Type.Object({ minutes: Type.Integer(), gains: Type.Array(Words) }, Strict),
    }),
  ],
  Strict,
)
export type LimitInWords = Static<typeof LimitInWords>

export const WaitInWords = Type.Composite([ByOne.properties.waits.items, Type.Object({ text: Words })], Strict)
export type WaitInWords = Static<typeof WaitInWords>

/** A procedure as people read it: what `bin/chamomile procedure` answers and a procedure's file holds. */
export const ProcedureInWords = Type.Object(
  {
    steps: Type.Array(StepInWords),
    head: Type.Optional(Type.Array(Words)),
    links: Type.Array(StepLink),
    byOne: Type.Optional(
      Type.Composite([Type.Omit(ByOne, ['waits']), Type.Object({ waits: Type.Array(WaitInWords) })], Strict),
    ),
    findings: Type.Array(FindingInWords),
    kit: Kit,
    totals: Type.Composite(
      [Type.Omit(Procedure.properties.totals, ['products']), Type.Object({ products: Type.Array(Product) })],
      Strict,
    ),
    residuals: Type.Array(ResidualInWords),
    expectations: Type.Array(ExpectationInWords),
    notes: Type.Array(Words),
    /** What the package that was sold leaves, with the minutes it would take. */
    offers: Type.Optional(
      Type.Array(Type.Object({ stage: Type.String(), name: Words, minutes: Type.Integer() }, Strict)),
    ),
    drying: Procedure.properties.drying,
    /** With a time limit: what was chosen for it. */
    limit: Type.Optional(LimitInWords),
  },
  { ...Strict, $id: 'procedure-answer' },
)
export type ProcedureInWords = Static<typeof ProcedureInWords>

export const DifferenceInWords = Type.Object(
  {
    minutes: Type.Number(),
    added: Type.Array(Words),
    dropped: Type.Array(Words),
    changed: Type.Array(Type.Object({ title: Words, what: Words }, Strict)),
    moved: Type.Boolean(),
    notes: Type.Array(Words),
  },
  Strict,
)
export type DifferenceInWords = Static<typeof DifferenceInWords>
