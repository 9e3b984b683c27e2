import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { memoryOf } from './store/memory.ts'
import { modelNote, ownBodiesOf, removeOwnBody, saveModelNote, saveOwnBody } from './store/vehicles.ts'
import { vehiclesWires } from './wire.ts'

export const vehicleRoutes = ({ db }: AppContext): Route[] =>
  routes(vehiclesWires, {
    'GET /api/vehicles': ({ catalogue, scope, query }) => {
      const { plate = '', vin = '', except = '' } = query
      if (plate.length > 40 || vin.length > 40)
        throw new Problem(400, 'invalid', 'A plate or VIN is not that long.', [
          { pointer: '/plate', message: 'Too long.' },
        ])
      return memoryOf(db, scope, { plate, vin, except: except.slice(0, 36) }, catalogue)
    },
    'GET /api/bodies': ({ scope }) => ownBodiesOf(db, scope),
    'PUT /api/bodies': ({ catalogue, scope, body }) => {
      for (const [slot, id] of Object.entries(body.body.materials))
        if (!catalogue.materials.some((m) => m.id === id))
          throw new Problem(400, 'invalid', `Unknown material "${id}".`, [
            { pointer: `/body/materials/${slot}`, message: 'Unknown material.' },
          ])
      return saveOwnBody(db, scope, body.id, body.version, body.body)
    },
    'DELETE /api/bodies/:id': ({ scope, params }) => removeOwnBody(db, scope, params.id),
    'GET /api/models': ({ scope, query }) =>
      modelNote(db, scope, (query.make ?? '').slice(0, 40), (query.model ?? '').slice(0, 40)),
    'PUT /api/models': ({ scope, body }) => saveModelNote(db, scope, body),
  })
