import { type AppContext, type Route, routes } from '#server/http/route.ts'
import {
  addCustomer,
  changeCustomer,
  customerOf,
  customersCsv,
  customersOf,
  eraseCustomer,
  takeCustomers,
} from './store.ts'
import { customersWires } from './wire.ts'

export const customerRoutes = ({ db, files, now }: AppContext): Route[] =>
  routes(customersWires, {
    'GET /api/customers': ({ scope, query }) =>
      customersOf(db, scope, (query.find ?? '').trim().slice(0, 80), query.after?.slice(0, 36)),
    'GET /api/customers/csv': async ({ scope }) => ({
      type: 'text/csv',
      bytes: new TextEncoder().encode(await customersCsv(db, scope)),
      name: 'customers.csv',
    }),
    'POST /api/customers/csv': ({ scope, body }) => takeCustomers(db, scope, body),
    'GET /api/customers/:id': ({ scope, params }) => customerOf(db, scope, params.id),
    'POST /api/customers': ({ scope, body: { id, ...fields } }) => addCustomer(db, scope, id, fields),
    'PUT /api/customers/:id': ({ scope, params, body: { version, ...fields } }) =>
      changeCustomer(db, scope, params.id, version, fields),
    'DELETE /api/customers/:id': ({ scope, params }) => eraseCustomer(db, files, scope, params.id, now()),
  })
