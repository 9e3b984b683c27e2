import { Type } from '@sinclair/typebox'
import { WayOff } from '#core/check-in/called-off.ts'
import { CheckIn } from '#core/check-in/check-in.ts'
import { Uuid } from '#core/units/uuid.ts'
import { wires } from '#server/http/wire.ts'
import { FleetView, JobView } from './views.ts'

const Moment = Type.String({
  pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}(:\\d{2}(\\.\\d{1,3})?)?Z$',
  description: 'ISO 8601, UTC',
})

const Due = Type.Union([Moment, Type.Null()])

const Strict = { additionalProperties: false }

const Opening = Type.Object(
  {
    id: Uuid,
    checkIn: CheckIn,
    arrives: Moment,
    due: Due,
    /** The job it makes good: that car was handed over, and something was not right. */
    reworkOf: Type.Optional(Uuid),
  },
  Strict,
)

const Draft = Type.Object({ version: Type.Integer({ minimum: 1 }), checkIn: CheckIn, due: Due }, Strict)

const Fleet = Type.Object(
  {
    id: Uuid,
    csv: Type.String({ minLength: 1, maxLength: 400_000 }),
    take: Type.Union([Type.Literal('none'), Type.Literal('good'), Type.Literal('all')]),
  },
  Strict,
)

export const checkInWires = wires({
  'POST /api/jobs': {
    allow: 'check-in.write',
    body: Opening,
    answer: JobView,
  },
  'GET /api/jobs/:id': {
    allow: 'check-in.see',
    answer: JobView,
  },
  'PUT /api/jobs/:id/check-in': {
    allow: 'check-in.write',
    body: Draft,
    answer: JobView,
  },
  'PUT /api/jobs/:id/booking': {
    allow: 'check-in.write',
    /** Another time for a car that has not been checked in. */
    body: Type.Object({ version: Type.Integer({ minimum: 1 }), arrives: Moment, due: Due }, Strict),
    answer: JobView,
  },
  'PUT /api/jobs/:id/called-off': {
    allow: 'check-in.write',
    /** A booked car does not come; with null it comes after all. */
    body: Type.Object(
      {
        version: Type.Integer({ minimum: 1 }),
        how: Type.Union([WayOff, Type.Null()]),
        why: Type.String({ maxLength: 300 }),
      },
      Strict,
    ),
    answer: JobView,
  },
  'GET /api/jobs/:id/check-in/sheet': {
    allow: 'check-in.see',
    file: ['application/pdf'],
  },
  'POST /api/fleet': {
    allow: 'check-in.write',
    body: Fleet,
    answer: FleetView,
  },
})
