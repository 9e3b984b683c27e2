import { type Static, Type } from '@sinclair/typebox'
import { Condition, Odour } from '#core/condition/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { Agreement } from './agreement.ts'
import { Belonging } from './belonging.ts'
import { Blocks } from './blocks.ts'
import { Need } from './needs.ts'
import { Received } from './received.ts'
import { Answer, Id, Moment, Person, Strict } from './shape.ts'
import { Vehicle } from './vehicle.ts'

/** Everything taken down when a vehicle is received. */
/** What was agreed and put down, in minor units. No payment is handled here. */
const Amount = Type.Union([Type.Integer({ minimum: 0, maximum: 1e9 }), Type.Null()])
export const Money = Type.Object(
  { price: Amount, deposit: Amount, currency: Type.String({ pattern: '^[A-Z]{3}$' }) },
  Strict,
)
export type Money = Static<typeof Money>

export const CheckIn = Type.Object(
  {
    vehicle: Vehicle,
    customer: Type.String({ maxLength: 80 }),
    /** The customer's own entry, if there is one. */
    customerId: Type.Optional(Uuid),
    condition: Condition,
    /** Places that were looked at on the walk-round, by id: it can be left and taken up. */
    walked: Type.Optional(Type.Array(Type.String({ maxLength: 40 }), { maxItems: 60, uniqueItems: true })),
    odours: Type.Optional(Type.Array(Odour, { maxItems: 8 })),
    /** The function check, by id of the catalogue. */
    functions: Type.Optional(
      Type.Record(
        Id,
        Type.Object(
          {
            works: Type.Boolean(),
            /** Zones of the windows, seats or lamps it is about; all of them when left out. */
            which: Type.Optional(Type.Array(Type.String({ maxLength: 40 }), { maxItems: 20, uniqueItems: true })),
            note: Type.Optional(Type.String({ maxLength: 200 })),
          },
          Strict,
        ),
      ),
    ),
    received: Type.Optional(Received),
    money: Type.Optional(Money),
    /** What is done to it beside the inside. */
    blocks: Type.Optional(Blocks),
    needs: Type.Optional(Type.Array(Need, { maxItems: 8, uniqueItems: true })),
    permissions: Type.Record(Id, Answer),
    /** Who asked, and when, by permission. */
    asked: Type.Optional(Type.Record(Id, Type.Object({ by: Person, at: Moment }, Strict))),
    belongings: Type.Array(Belonging, { maxItems: 200 }),
    /** Seats a child seat stands on, by zone. */
    childSeats: Type.Optional(Type.Array(Type.String({ maxLength: 40 }), { maxItems: 8, uniqueItems: true })),
    /** Findings that ended the walk-round: who was told of each, by rule. */
    stopped: Type.Optional(Type.Record(Id, Type.Object({ told: Person, by: Person, at: Moment }, Strict))),
    /** For others to look at: leaks, worn belts, dead lamps. */
    findings: Type.Optional(
      Type.Array(
        Type.Object(
          { what: Type.String({ minLength: 1, maxLength: 300 }), where: Type.String({ maxLength: 100 }) },
          Strict,
        ),
        { maxItems: 50 },
      ),
    ),
    /** What the customer came for, in their words, and the surfaces it is about: the last thing to be left out. */
    cameFor: Type.Optional(
      Type.Object(
        {
          words: Type.String({ maxLength: 500 }),
          surfaces: Type.Array(Type.String({ maxLength: 80 }), { maxItems: 60, uniqueItems: true }),
        },
        Strict,
      ),
    ),
    /** What was sold; everything when left out. */
    package: Type.Optional(Id),
    /** What the customer took besides on the spot: stages of what the package offers. */
    extras: Type.Optional(Type.Array(Id, { maxItems: 20, uniqueItems: true })),
    finish: Type.Optional(Type.Union([Type.Literal('trade'), Type.Literal('standard'), Type.Literal('show')])),
    notes: Type.Optional(Type.String({ maxLength: 10_000 })),
    agreement: Type.Optional(Agreement),
  },
  { ...Strict, $id: 'check-in' },
)
export type CheckIn = Static<typeof CheckIn>
