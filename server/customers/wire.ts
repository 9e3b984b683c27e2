import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { CsvBody, CsvView } from '#server/files/csv.ts'
import { wires } from '#server/http/wire.ts'
import { CustomerFields, CustomerView } from './views.ts'

const Strict = { additionalProperties: false }

export const customersWires = wires({
  'GET /api/customers': {
    allow: 'customers.see',
    query: {
      find: 'Only those with this in name or contact.',
      after: 'The last customer of the page before; at most 100 come at once.',
    },
    answer: Type.Array(CustomerView),
  },
  'GET /api/customers/csv': { allow: 'customers.write', file: ['text/csv'] },
  'POST /api/customers/csv': { allow: 'customers.write', body: CsvBody, answer: CsvView },
  'GET /api/customers/:id': {
    allow: 'customers.see',
    answer: CustomerView,
  },
  'POST /api/customers': {
    allow: 'customers.write',
    body: Type.Object({ id: Uuid, ...CustomerFields.properties }, Strict),
    answer: CustomerView,
  },
  'PUT /api/customers/:id': {
    allow: 'customers.write',
    body: Type.Object({ version: Type.Integer({ minimum: 1 }), ...CustomerFields.properties }, Strict),
    answer: CustomerView,
  },
  'DELETE /api/customers/:id': {
    allow: 'customers.erase',
  },
})
