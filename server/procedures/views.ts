import { type Static, Type } from '@sinclair/typebox'
import { CalledOff } from '#core/check-in/called-off.ts'
import {
  Difference,
  Finding,
  JobSettings,
  Procedure,
  ProcedureRequest,
  Residual,
  StandardSettings,
} from '#core/procedures/schema.ts'

const Strict = { additionalProperties: false }

/** `version` is null while it is only what the draft would give. */
export const ProcedureView = Type.Object(
  {
    version: Type.Union([Type.Integer(), Type.Null()]),
    request: ProcedureRequest,
    procedure: Procedure,
    settings: JobSettings,
    settingsVersion: Type.Integer({ minimum: 0 }),
  },
  Strict,
)
export type ProcedureView = Static<typeof ProcedureView>

/** The versions that were issued for a job, the newest first. */
export const VersionsView = Type.Array(
  Type.Object({ version: Type.Integer(), issued: Type.String(), procedure: Procedure }, Strict),
)
export type VersionsView = Static<typeof VersionsView>

/** What a revision has changed. */
export const RevisionView = Type.Object(
  {
    version: Type.Integer(),
    difference: Difference,
    residuals: Type.Array(Residual),
    /** Edits by hand that what was found has made forbidden. */
    takenBack: Type.Array(Finding),
  },
  Strict,
)
export type RevisionView = Static<typeof RevisionView>

/** The shop's choices by house rule; what is not named is the rule's default. */
export const HouseRulesView = Type.Object(
  { choices: Type.Record(Type.String({ maxLength: 60 }), Type.String({ maxLength: 60 })) },
  Strict,
)
export type HouseRulesView = Static<typeof HouseRulesView>

const Name = Type.String({ minLength: 1, maxLength: 80 })

/** The shop's named standards as they are now. */
export const StandardsView = Type.Array(
  Type.Object({ id: Type.String(), name: Name, version: Type.Integer(), settings: StandardSettings }, Strict),
)
export type StandardsView = Static<typeof StandardsView>

export const StandardVersionsView = Type.Array(
  Type.Object(
    {
      version: Type.Integer(),
      settings: StandardSettings,
      note: Type.String(),
      by: Type.String(),
      at: Type.String(),
    },
    Strict,
  ),
)
export type StandardVersionsView = Static<typeof StandardVersionsView>

const Rates = Type.Record(Type.String({ maxLength: 60 }), Type.Number({ minimum: 0.1, maximum: 10 }))

/** The pace planned with, and what the shop's own finished steps say. */
export const PaceView = Type.Object(
  {
    rates: Rates,
    measured: Type.Array(
      Type.Object(
        {
          treatment: Type.String(),
          records: Type.Integer(),
          measured: Type.Number(),
          proposed: Type.Number(),
        },
        Strict,
      ),
    ),
    /** What was foretold, in percent, of stains that come back as they dry, and what happened; left out before any was judged. */
    wicking: Type.Optional(
      Type.Array(
        Type.Object(
          { stain: Type.String(), seen: Type.Integer(), foretold: Type.Integer(), came: Type.Integer() },
          Strict,
        ),
      ),
    ),
  },
  Strict,
)
export type PaceView = Static<typeof PaceView>
export const RatesBody = Type.Object({ rates: Rates }, Strict)

/** What is booked on a day against the hours that people are there. */
const WeekDay = Type.Object(
  {
    day: Type.String(),
    people: Type.Integer(),
    /** Minutes that people are there; today from now on. */
    minutes: Type.Number(),
    jobs: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          version: Type.Integer(),
          callSign: Type.String(),
          colour: Type.String(),
          vehicle: Type.String(),
          plate: Type.String(),
          arrives: Type.String(),
          due: Type.Union([Type.String(), Type.Null()]),
          /** It has not been checked in. */
          expected: Type.Boolean(),
          /** Hands-on minutes that are left of it. */
          minutes: Type.Number(),
          /** Nobody has said yet how it looks: only what every car takes is counted. */
          unseen: Type.Optional(Type.Literal(true)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type WeekDay = Static<typeof WeekDay>

export const WeekView = Type.Object(
  {
    days: Type.Array(WeekDay),
    /** Booked cars that do not come, from yesterday on. */
    calledOff: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          version: Type.Integer(),
          callSign: Type.String(),
          vehicle: Type.String(),
          arrives: Type.String(),
          off: CalledOff,
        },
        Strict,
      ),
    ),
    now: Type.String(),
    /** Cars expected after these days. */
    later: Type.Integer(),
  },
  Strict,
)
export type WeekView = Static<typeof WeekView>
