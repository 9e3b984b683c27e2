import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { addCustomer, changeCustomer, customerOf, customersOf, eraseCustomer } from './store.ts'
import { CustomerFields, CustomerView } from './views.ts'

const Strict = { additionalProperties: false }

export const customerRoutes = ({ db, files }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/customers',
    allow: 'customers.see',
    query: {
      find: 'Only those with this in name or contact.',
      after: 'The last customer of the page before; at most 100 come at once.',
    },
    answer: Type.Array(CustomerView),
    handle: ({ scope, query }) =>
      customersOf(db, scope, (query.find ?? '').trim().slice(0, 80), query.after?.slice(0, 36)),
  }),
  route({
    method: 'GET',
    path: '/api/customers/:id',
    allow: 'customers.see',
    answer: CustomerView,
    handle: ({ scope, params }) => customerOf(db, scope, params.id!),
  }),
  route({
    method: 'POST',
    path: '/api/customers',
    allow: 'customers.write',
    body: Type.Object({ id: Uuid, ...CustomerFields.properties }, Strict),
    answer: CustomerView,
    handle: ({ scope, body: { id, ...fields } }) => addCustomer(db, scope, id, fields),
  }),
  route({
    method: 'PUT',
    path: '/api/customers/:id',
    allow: 'customers.write',
    body: Type.Object({ version: Type.Integer({ minimum: 1 }), ...CustomerFields.properties }, Strict),
    answer: CustomerView,
    handle: ({ scope, params, body: { version, ...fields } }) => changeCustomer(db, scope, params.id!, version, fields),
  }),
  route({
    method: 'DELETE',
    path: '/api/customers/:id',
    allow: 'customers.erase',
    handle: ({ scope, params }) => eraseCustomer(db, files, scope, params.id!),
  }),
]
