import { Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { wires } from '#server/http/wire.ts'
import { MemoryView, ModelNoteView, OwnBodyView } from './views.ts'

const Strict = { additionalProperties: false }

const Version = Type.Integer({ minimum: 0 })

const Word = Type.String({ maxLength: 40 })

export const vehiclesWires = wires({
  'GET /api/vehicles': {
    allow: 'vehicles.see',
    query: { plate: 'Its plate.', vin: 'Its VIN.', except: 'The job it is here for now.' },
    answer: MemoryView,
  },
  'GET /api/bodies': {
    allow: 'vehicles.see',
    answer: Type.Array(OwnBodyView),
  },
  'PUT /api/bodies': {
    allow: 'vehicles.write',
    body: Type.Object({ id: Uuid, version: Version, body: Body }, Strict),
    answer: OwnBodyView,
  },
  'DELETE /api/bodies/:id': {
    allow: 'vehicles.write',
  },
  'GET /api/models': {
    allow: 'vehicles.see',
    query: { make: 'Make.', model: 'Model.' },
    answer: ModelNoteView,
  },
  'PUT /api/models': {
    allow: 'vehicles.write',
    body: Type.Object({ make: Word, model: Word, text: Type.String({ maxLength: 4000 }), version: Version }, Strict),
    answer: ModelNoteView,
  },
})
