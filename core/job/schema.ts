import { type Static, type TSchema, Type } from '@sinclair/typebox'
import { Strokes } from '#core/check-in/agreement.ts'
import type { Condition } from '#core/condition/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { taggedUnion } from '#core/units/tagged-union.ts'
import { Uuid } from '#core/units/uuid.ts'
import { LogSaid } from './message-schemas.ts'

const Strict = { additionalProperties: false }
const StepId = Type.String({ minLength: 1, maxLength: 120 })

const kind = <T extends string, D extends TSchema>(type: T, data: D) =>
  Type.Object(
    {
      id: Uuid,
      type: Type.Literal(type),
      data,
      device: Type.String({ minLength: 1, maxLength: 60 }),
      deviceSeq: Type.Integer({ minimum: 0, maximum: 2_147_483_647 }),
      deviceTime: Type.String({ maxLength: 40 }),
    },
    Strict,
  )

const PersonId = Type.String({ minLength: 1, maxLength: 60 })
/** What a hand types in passing. */
const Words = Type.String({ minLength: 1, maxLength: 300 })
const OfStep = Type.Object({ step: StepId }, Strict)
const Place = Type.Object(
  {
    place: Type.String({ minLength: 1, maxLength: 60 }),
    note: Type.Optional(Type.String({ maxLength: 500 })),
    photo: Type.Optional(Uuid),
  },
  Strict,
)

export const IncidentKind = Type.Union([
  Type.Literal('needle'),
  Type.Literal('splash'),
  Type.Literal('breathed'),
  Type.Literal('burn'),
  Type.Literal('cut'),
  Type.Literal('damage'),
  Type.Literal('other'),
])
export type IncidentKind = Static<typeof IncidentKind>

/** What nobody goes near before the lead has answered: surfaces, or the whole car. */
export const HeldByCall = Type.Union([
  Type.Literal('car'),
  Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { minItems: 1, maxItems: 400 }),
])
export type HeldByCall = Static<typeof HeldByCall>

/** As the car is given back: what was taken down when it came. */
export const GivenBack = Type.Object(
  {
    keys: Type.Optional(Type.Integer({ minimum: 0, maximum: 9 })),
    mileage: Type.Optional(Type.Integer({ minimum: 0, maximum: 9_999_999 })),
    fuel: Type.Optional(Type.Integer({ minimum: 0, maximum: 100 })),
  },
  Strict,
)
export type GivenBack = Static<typeof GivenBack>

const intents = [
  kind('step-started', OfStep),
  // Laid down for a while; why, where somebody says so.
  kind('step-paused', Type.Object({ step: StepId, reason: Type.Optional(Words) }, Strict)),
  // Laid down for somebody else to go on with; they start it themselves.
  kind('step-handed', Type.Object({ step: StepId, to: PersonId, note: Type.Optional(Words) }, Strict)),
  kind('step-finished', OfStep),
  kind('step-skipped', Type.Object({ step: StepId, reason: Type.String({ minLength: 3, maxLength: 500 }) }, Strict)),
  // Said to be over by mistake: it goes on where it was.
  kind('step-reopened', OfStep),
  kind('stop-refused', Type.Object({ step: StepId, reason: Type.String({ minLength: 3, maxLength: 500 }) }, Strict)),
  // A lead lets somebody do a step whose skill they do not hold.
  kind(
    'skill-waived',
    Type.Object(
      {
        step: StepId,
        person: PersonId,
        reason: Type.String({ minLength: 3, maxLength: 500 }),
      },
      Strict,
    ),
  ),
  // Whoever holds the skill has looked at what somebody did without it.
  kind('signed-off', OfStep),
  kind('timer-started', OfStep),
  kind('timer-ended', OfStep),
  // A dwell that was too long: misted, it begins anew; pulled, the water is out again.
  kind(
    'dried-on',
    Type.Object({ step: StepId, did: Type.Union([Type.Literal('misted'), Type.Literal('pulled')]) }, Strict),
  ),
  // A machine's tank at a step.
  kind(
    'tank',
    Type.Object(
      {
        step: StepId,
        did: Type.Union([Type.Literal('filled'), Type.Literal('emptied')]),
        litres: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
      },
      Strict,
    ),
  ),
  // Somebody cannot go on at a step and asks for the lead.
  kind(
    'stuck',
    Type.Object(
      { step: StepId, note: Type.String({ minLength: 3, maxLength: 500 }), photo: Type.Optional(Uuid) },
      Strict,
    ),
  ),
  // Somebody was hurt, or something was damaged by the work.
  kind(
    'incident',
    Type.Object(
      {
        kind: IncidentKind,
        /** What happened, to whom or to what. */
        note: Type.String({ minLength: 3, maxLength: 1000 }),
        /** What was done at once. */
        done: Type.String({ maxLength: 500 }),
        /** Who is hurt, where somebody is. */
        hurt: Type.Optional(Type.String({ maxLength: 80 })),
        /** A danger found without a line, when nobody else could hold the place. */
        holds: Type.Optional(HeldByCall),
        photo: Type.Optional(Uuid),
      },
      Strict,
    ),
  ),
  // A lead's answer to somebody who is stuck, or to an incident.
  kind('answered', Type.Object({ call: Uuid, note: Type.String({ minLength: 1, maxLength: 500 }) }, Strict)),
  // More work than was agreed, taken before it starts: what, for how much, by whom and how it was said.
  kind(
    'extra-agreed',
    Type.Object(
      {
        what: Type.String({ minLength: 3, maxLength: 200 }),
        /** Minor units of the shop's currency; 0 is for nothing. */
        price: Type.Integer({ minimum: 0, maximum: 1e9 }),
        currency: Type.String({ pattern: '^[A-Z]{3}$' }),
        minutes: Type.Integer({ minimum: 0, maximum: 1440 }),
        by: Type.String({ minLength: 1, maxLength: 80 }),
        how: Type.Union([Type.Literal('phone'), Type.Literal('message'), Type.Literal('here')]),
      },
      Strict,
    ),
  ),
  kind('check-passed', Place),
  kind('check-failed', Place),
  kind('note', Type.Object({ text: Type.String({ minLength: 1, maxLength: 1000 }) }, Strict)),
  // What the customer says after the sheet is issued, by phone or at the counter: who said it, and to what question.
  kind(
    'customer-said',
    Type.Object(
      {
        from: Type.String({ minLength: 1, maxLength: 80 }),
        text: Type.String({ maxLength: 500 }),
        permission: Type.Optional(Type.String({ pattern: '^[a-z0-9-]+$', maxLength: 40 })),
        answer: Type.Optional(Type.Boolean()),
      },
      Strict,
    ),
  ),
  kind(
    'damage-found',
    Type.Object(
      {
        surface: Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 }),
        kind: Type.String({ pattern: '^[a-z0-9-]+$', maxLength: 40 }),
        note: Type.Optional(Type.String({ maxLength: 300 })),
        photo: Type.Optional(Uuid),
      },
      Strict,
    ),
  ),
  // Judged dry and left as it is: why, for the customer to read.
  kind(
    'recheck-left',
    Type.Object(
      {
        surface: Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 }),
        note: Type.String({ minLength: 3, maxLength: 500 }),
      },
      Strict,
    ),
  ),
  // What a meter read in the car after an ozone run.
  kind('air-read', Type.Object({ ppm: Type.Number({ minimum: 0, maximum: 1000 }) }, Strict)),
  // What a moisture meter read where a step dries.
  kind('moisture-read', Type.Object({ step: StepId, grams: Type.Number({ minimum: 0, maximum: 20_000 }) }, Strict)),
  // A lead sets right what a step took: somebody forgot to tap, or the phone lay in a pocket. Also once the car is gone.
  kind(
    'time-corrected',
    Type.Object(
      {
        step: StepId,
        minutes: Type.Number({ minimum: 0.2, maximum: 1440 }),
        reason: Type.String({ minLength: 3, maxLength: 300 }),
      },
      Strict,
    ),
  ),
  kind(
    'handed-over',
    Type.Object(
      {
        to: Type.String({ minLength: 1, maxLength: 80 }),
        /** Why it goes before it is finished; only a lead lets it. */
        unfinished: Type.Optional(Type.String({ minLength: 3, maxLength: 500 })),
        back: Type.Optional(GivenBack),
        signature: Type.Optional(Strokes),
      },
      Strict,
    ),
  ),
]

/** What a person can say about a job at work. What changes the procedure is written by the server alone. */
export const WorkIntent = taggedUnion('type', intents, { $id: 'work-event' })
export type WorkIntent = Static<typeof WorkIntent>

/**
 * Facts: what a device wrote down while it had no line, in its order. They are stored whatever else happened meanwhile.
 * `sentAt` is the device's clock at sending: with it the server works out how long ago each was, and believes no device's time of day.
 */
export const Facts = Type.Object(
  {
    events: Type.Array(taggedUnion('type', intents), { minItems: 1, maxItems: 200 }),
    sentAt: Type.String({ maxLength: 40 }),
  },
  Strict,
)
export type Facts = Static<typeof Facts>

/** How an event that was recorded without a line stands to the rest of the ledger. */
export const Offline = Type.Object(
  {
    /** When it happened, ISO 8601, as the server works it out. */
    at: Type.String(),
    /** Why it would have been refused as an intent when it came in; null when it would not. */
    conflict: Type.Union([Type.String(), Type.Null()]),
  },
  Strict,
)
export type Offline = Static<typeof Offline>

interface Envelope {
  id: string
  job: string
  /** Place in the job's ledger, from 1; the order of folding. */
  position: number
  author: string
  device: string
  deviceSeq: number
  deviceTime: string
  serverTime: string
  /** Only on facts. */
  offline?: Offline
}
type Intent = WorkIntent extends infer W
  ? W extends { type: infer T; data: infer D }
    ? { type: T; data: D }
    : never
  : never
/** What the server alone writes. */
type ServerEvent =
  | { type: 'checked-in'; data: { plate: string } }
  | { type: 'procedure-issued'; data: { version: number } }
  | { type: 'condition-changed'; data: { condition: Condition; note: string } }
  | { type: 'recheck-failed'; data: { surfaces: string[]; note: string; wicked?: boolean } }
  | { type: 'hazard-found'; data: { rule: string; surface: string | null; told: string; note: string } }
  // Whoever the car belonged to is not known any more: `words` stands where a name stood.
  | { type: 'customer-erased'; data: { words: string } }
  | { type: 'stop-cleared'; data: { step: string; references: Record<string, string>; note: string } }
export type WorkEvent = Envelope & (Intent | ServerEvent)

const Nullable = Type.Union([Type.String(), Type.Null()])

export const StepState = Type.Object(
  {
    status: Type.Union([
      Type.Literal('waiting'),
      Type.Literal('running'),
      Type.Literal('paused'),
      Type.Literal('finished'),
      Type.Literal('skipped'),
    ]),
    /** Everyone who worked on it. */
    by: Type.Array(Type.String()),
    /** Who works on it now. */
    runningBy: Nullable,
    startedAt: Nullable,
    /** When the stretch that runs now began. */
    since: Nullable,
    /** Minutes of work so far, pauses left out. */
    worked: Type.Number(),
    /** Something of it was recorded without a line: its time is not believed, device clocks are displayed only. */
    untimed: Type.Optional(Type.Literal(true)),
    finishedAt: Nullable,
    /** Why it was left out, or laid down. */
    reason: Nullable,
    /** Its time was set right. */
    corrected: Type.Optional(Type.Object({ by: Type.String(), reason: Type.String() }, Strict)),
    /** Laid down for somebody to go on with. */
    handed: Type.Optional(Type.Object({ to: Type.String(), by: Type.String() }, Strict)),
    /** The event that brought it to this status. */
    event: Nullable,
  },
  Strict,
)
export type StepState = Static<typeof StepState>

/** Minutes after `startedAt`: not before `min`, dried on after `max`. */
export const Timer = Type.Object(
  { step: Type.String(), min: Type.Number(), max: Type.Number(), startedAt: Type.String() },
  Strict,
)
export type Timer = Static<typeof Timer>

/** `selfChecked`: the checker had worked on the car. */
export const CheckState = Type.Object(
  {
    passed: Type.Boolean(),
    by: Type.String(),
    note: Type.String(),
    selfChecked: Type.Boolean(),
    photo: Type.Optional(Type.String()),
  },
  Strict,
)

export const HandedOver = Type.Union([
  Type.Object(
    {
      to: Type.String(),
      by: Type.String(),
      at: Type.String(),
      unfinished: Type.Optional(Type.String()),
      back: Type.Optional(GivenBack),
      signature: Type.Optional(Strokes),
    },
    Strict,
  ),
  Type.Null(),
])

/** A fact that does not go together with what others did meanwhile: both are kept and named. */
export const Conflict = Type.Object(
  {
    /** The fact. */
    event: Type.String(),
    type: Type.String(),
    code: Type.String(),
    by: Type.String(),
    at: Type.String(),
    step: Nullable,
    /** The event it stands against, where there is one. */
    against: Type.Union([Type.Object({ event: Type.String(), by: Type.Array(Type.String()) }, Strict), Type.Null()]),
    /** Whether it changed the state all the same. */
    counted: Type.Boolean(),
  },
  Strict,
)
export type Conflict = Static<typeof Conflict>

/** Ozone that a meter read, parts in a million. */
export const AirRead = Type.Object({ ppm: Type.Number(), by: Type.String(), at: Type.String() }, Strict)
export type AirRead = Static<typeof AirRead>

/** Grams on a square metre that a meter read where a step dries. */
export const MoistureRead = Type.Object(
  { step: Type.String(), grams: Type.Number(), by: Type.String(), at: Type.String() },
  Strict,
)

/** What was seen when something that had been wet was judged dry and was not right: it came back, had not come clean, or stays as it is. */
export const DrySeen = Type.Object(
  {
    surface: Type.String(),
    as: Type.Union([Type.Literal('wicked'), Type.Literal('soiled'), Type.Literal('stays')]),
    note: Type.String(),
    by: Type.String(),
    at: Type.String(),
  },
  Strict,
)
export type DrySeen = Static<typeof DrySeen>

/** Somebody asks for the lead: stuck at a step, or because of an incident. */
export const Call = Type.Object(
  {
    /** The event that asked. */
    id: Type.String(),
    kind: Type.Union([Type.Literal('stuck'), IncidentKind]),
    step: Nullable,
    note: Type.String(),
    photo: Nullable,
    by: Type.String(),
    at: Type.String(),
    /** What was done at once, and who is hurt: of incidents. */
    done: Type.Optional(Type.String()),
    hurt: Type.Optional(Type.String()),
    holds: Type.Optional(HeldByCall),
    answer: Type.Union([
      Type.Object({ by: Type.String(), at: Type.String(), note: Type.String() }, Strict),
      Type.Null(),
    ]),
  },
  Strict,
)
export type Call = Static<typeof Call>

/** More work than was agreed, and who took it. */
export const Extra = Type.Object(
  {
    what: Type.String(),
    price: Type.Integer(),
    currency: Type.String(),
    minutes: Type.Integer(),
    by: Type.String(),
    how: Type.Union([Type.Literal('phone'), Type.Literal('message'), Type.Literal('here')]),
    recordedBy: Type.String(),
    at: Type.String(),
  },
  Strict,
)
export type Extra = Static<typeof Extra>

export const WorkState = Type.Object(
  {
    position: Type.Integer(),
    checkedIn: Type.Boolean(),
    procedureVersion: Type.Union([Type.Integer(), Type.Null()]),
    steps: Type.Record(Type.String(), StepState),
    timers: Type.Array(Timer),
    checks: Type.Record(Type.String(), CheckState),
    notes: Type.Array(
      Type.Object(
        /** A refusal names its stop. */
        { author: Type.String(), said: LogSaid, at: Type.String(), stop: Type.Optional(Type.String()) },
        Strict,
      ),
    ),
    /** Who may do a step without its skill, by step, on a lead's word. */
    waived: Type.Record(Type.String(), Type.Array(Type.String())),
    /** Who has signed off what was done without its skill, by step. */
    signed: Type.Optional(Type.Record(Type.String(), Type.String())),
    /** Damage that came to light during the work. */
    found: Type.Array(
      Type.Object(
        {
          surface: Type.String(),
          kind: Type.String(),
          note: Type.String(),
          photo: Nullable,
          by: Type.String(),
          at: Type.String(),
        },
        Strict,
      ),
    ),
    /** Left out while nobody has read any. */
    air: Type.Optional(Type.Array(AirRead)),
    moisture: Type.Optional(Type.Array(MoistureRead)),
    rechecks: Type.Optional(Type.Array(DrySeen)),
    calls: Type.Optional(Type.Array(Call)),
    extras: Type.Optional(Type.Array(Extra)),
    conflicts: Type.Array(Conflict),
    handedOver: HandedOver,
  },
  Strict,
)
export type WorkState = Static<typeof WorkState>

/** An event as the ledger holds it; `data` by type is that of the intent it was. */
export const LedgerEvent = Type.Unsafe<WorkEvent>(
  Type.Object(
    {
      id: Type.String(),
      job: Type.String(),
      position: Type.Integer({ minimum: 1 }),
      type: Type.String(),
      data: Type.Record(Type.String(), Type.Unknown()),
      author: Type.String(),
      device: Type.String(),
      deviceSeq: Type.Integer(),
      deviceTime: Type.String(),
      serverTime: Type.String(),
      offline: Type.Optional(Offline),
    },
    Strict,
  ),
)

export const Need = Type.Object(
  {
    kind: Type.Union([
      Type.Literal('dwell'),
      Type.Literal('dried-on'),
      Type.Literal('judge-dry'),
      Type.Literal('sign-off'),
      Type.Literal('stuck'),
      Type.Literal('incident'),
      Type.Literal('switch-off'),
      Type.Literal('final-check'),
      Type.Literal('hand-over'),
    ]),
    /** Who asks for the lead. */
    by: Type.Optional(Type.String()),
    /** What the step is called, where it is about one. */
    of: Type.Optional(Title),
    /** Places of the final check that nobody has looked at. */
    places: Type.Optional(Type.Integer()),
    step: Nullable,
    /** ISO moment at which someone is needed. */
    at: Type.String(),
  },
  Strict,
)
export type Need = Static<typeof Need>

export const Petal = Type.Object(
  { id: Type.String(), state: Type.Union([Type.Literal('open'), Type.Literal('running'), Type.Literal('done')]) },
  Strict,
)
export type Petal = Static<typeof Petal>
