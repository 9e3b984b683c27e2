import { type Static, Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { Condition } from '#core/condition/schema.ts'
import { Ratio } from '#core/mixing/schema.ts'

const Strict = { additionalProperties: false }
const Answer = Type.Union([Type.Boolean(), Type.Null()], { description: 'true granted, false refused, null not asked' })

export const Vehicle = Type.Object(
  {
    plate: Type.String({ minLength: 1, maxLength: 16 }),
    make: Type.String({ maxLength: 40 }),
    model: Type.String({ maxLength: 40 }),
    body: Body,
  },
  Strict,
)

export const Belonging = Type.Object(
  { what: Type.String({ minLength: 1, maxLength: 200 }), where: Type.String({ maxLength: 100 }) },
  Strict,
)

/** Everything taken down when a vehicle is received. */
export const CheckIn = Type.Object(
  {
    vehicle: Vehicle,
    customer: Type.String({ maxLength: 80 }),
    condition: Condition,
    permissions: Type.Object({ 'seats-out': Answer, 'engine-heat': Answer }, Strict),
    belongings: Type.Array(Belonging, { maxItems: 200 }),
  },
  { ...Strict, $id: 'check-in' },
)
export type CheckIn = Static<typeof CheckIn>

/** Input of the procedure engine. Equipment and skills left out mean: everything the catalogue knows is at hand. */
export const ProcedureRequest = Type.Object(
  {
    checkIn: CheckIn,
    houseRules: Type.Optional(Type.Record(Type.String(), Type.String())),
    equipment: Type.Optional(Type.Array(Type.String(), { maxItems: 100 })),
    skills: Type.Optional(Type.Array(Type.String(), { maxItems: 100 })),
    seed: Type.Optional(Type.Integer({ minimum: 0 })),
  },
  { ...Strict, $id: 'procedure', title: 'A check-in to be turned into a procedure' },
)
export type ProcedureRequest = Static<typeof ProcedureRequest>

const Reason = Type.Object({ rule: Type.String(), after: Type.Array(Type.String()), text: Type.String() }, Strict)

export const Step = Type.Object(
  {
    id: Type.String(),
    stage: Type.String(),
    petal: Type.String(),
    treatment: Type.String(),
    title: Type.String(),
    zoneGroup: Type.String(),
    zones: Type.Array(Type.String()),
    surfaces: Type.Array(Type.String()),
    /** m² worked. */
    area: Type.Number(),
    /** Attended minutes, median; 0 for passive steps. */
    p50: Type.Number(),
    p80: Type.Number(),
    /** Whole minutes that the plan books: max(1, ceil(p50)), or the length of a passive step. */
    minutes: Type.Integer(),
    /** 0 is passive: nobody attends. */
    crew: Type.Integer(),
    skills: Type.Array(Type.String()),
    equipment: Type.Array(Type.String()),
    product: Type.Union([
      Type.Object({ id: Type.String(), name: Type.String(), ratio: Ratio, ml: Type.Number() }, Strict),
      Type.Null(),
    ]),
    on: Type.String(),
    motion: Type.String(),
    tool: Type.String(),
    towels: Type.Array(Type.Object({ role: Type.String(), count: Type.Integer() }, Strict)),
    /** g/m² put on and left in. */
    applied: Type.Number(),
    left: Type.Number(),
    dwell: Type.Union([Type.Object({ min: Type.Number(), max: Type.Number() }, Strict), Type.Null()]),
    cautions: Type.Array(Type.String()),
    ppe: Type.Array(Type.String()),
    passCue: Type.String(),
    attempts: Type.Integer(),
    why: Type.Array(Reason),
  },
  Strict,
)
export type Step = Static<typeof Step>

export const StepLink = Type.Object(
  {
    from: Type.String(),
    to: Type.String(),
    minLag: Type.Number(),
    maxLag: Type.Optional(Type.Number()),
    rules: Type.Array(Type.String()),
  },
  Strict,
)
export type StepLink = Static<typeof StepLink>

const Residual = Type.Object(
  { surface: Type.String(), name: Type.String(), code: Type.String(), reason: Type.String() },
  Strict,
)
export type Residual = Static<typeof Residual>

const Expectation = Type.Object(
  { surface: Type.String(), name: Type.String(), stain: Type.String(), chance: Type.Number(), words: Type.String() },
  Strict,
)

export const Procedure = Type.Object(
  {
    steps: Type.Array(Step),
    links: Type.Array(StepLink),
    totals: Type.Object(
      {
        attended: Type.Number(),
        attendedP80: Type.Number(),
        planned: Type.Integer(),
        waterLeft: Type.Number({ description: 'grams left in cloth and carpet when wetting ends' }),
        carSoil: Type.Integer(),
        byTreatment: Type.Array(
          Type.Object({ treatment: Type.String(), area: Type.Number(), minutes: Type.Number() }, Strict),
        ),
        products: Type.Array(
          Type.Object({ id: Type.String(), name: Type.String(), ratio: Ratio, ml: Type.Number() }, Strict),
        ),
      },
      Strict,
    ),
    residuals: Type.Array(Residual),
    expectations: Type.Array(Expectation),
    notes: Type.Array(Type.String()),
  },
  { ...Strict, $id: 'procedure-answer' },
)
export type Procedure = Static<typeof Procedure>
