import { Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { Problem } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { memoryOf } from './memory.ts'
import { modelNote, ownBodiesOf, removeOwnBody, saveModelNote, saveOwnBody } from './store.ts'
import { MemoryView, ModelNoteView, OwnBodyView } from './views.ts'

const Strict = { additionalProperties: false }
const Version = Type.Integer({ minimum: 0 })
const Word = Type.String({ maxLength: 40 })

export const vehicleRoutes = ({ db, catalogue }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/vehicles',
    allow: 'vehicles.see',
    query: { plate: 'Its plate.', vin: 'Its VIN.', except: 'The job it is here for now.' },
    answer: MemoryView,
    handle: ({ scope, query }) => {
      const { plate = '', vin = '', except = '' } = query
      if (plate.length > 40 || vin.length > 40)
        throw new Problem(400, 'invalid', 'A plate or VIN is not that long.', [
          { pointer: '/plate', message: 'Too long.' },
        ])
      return memoryOf(db, scope, { plate, vin, except: except.slice(0, 36) }, catalogue)
    },
  }),
  route({
    method: 'GET',
    path: '/api/bodies',
    allow: 'vehicles.see',
    answer: Type.Array(OwnBodyView),
    handle: ({ scope }) => ownBodiesOf(db, scope),
  }),
  route({
    method: 'PUT',
    path: '/api/bodies',
    allow: 'vehicles.write',
    body: Type.Object({ id: Uuid, version: Version, body: Body }, Strict),
    answer: OwnBodyView,
    handle: ({ scope, body }) => {
      for (const [slot, id] of Object.entries(body.body.materials))
        if (!catalogue.materials.some((m) => m.id === id))
          throw new Problem(400, 'invalid', `Unknown material "${id}".`, [
            { pointer: `/body/materials/${slot}`, message: 'Unknown material.' },
          ])
      return saveOwnBody(db, scope, body.id, body.version, body.body)
    },
  }),
  route({
    method: 'DELETE',
    path: '/api/bodies/:id',
    allow: 'vehicles.write',
    handle: ({ scope, params }) => removeOwnBody(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/models',
    allow: 'vehicles.see',
    query: { make: 'Make.', model: 'Model.' },
    answer: ModelNoteView,
    handle: ({ scope, query }) =>
      modelNote(db, scope, (query.make ?? '').slice(0, 40), (query.model ?? '').slice(0, 40)),
  }),
  route({
    method: 'PUT',
    path: '/api/models',
    allow: 'vehicles.write',
    body: Type.Object({ make: Word, model: Word, text: Type.String({ maxLength: 4000 }), version: Version }, Strict),
    answer: ModelNoteView,
    handle: ({ scope, body }) => saveModelNote(db, scope, body),
  }),
]
