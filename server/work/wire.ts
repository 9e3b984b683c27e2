import { Type } from '@sinclair/typebox'
import { Facts, LedgerEvent, WorkIntent } from '#core/job/schema.ts'
import { wires } from '#server/http/wire.ts'
import { IssuedView, WorkView } from './views.ts'

const Strict = { additionalProperties: false }

export const workWires = wires({
  'GET /api/jobs/:id/work': {
    allow: 'work.see',
    answer: WorkView,
  },
  'GET /api/jobs/:id/issued': {
    allow: 'work.see',
    query: { version: 'Which version; the one at work when left out.' },
    answer: IssuedView,
  },
  'GET /api/jobs/:id/events': {
    allow: 'work.see',
    query: { after: 'Only events after this position; at most 500 come at once.' },
    answer: Type.Array(LedgerEvent),
  },
  // The whole ledger, one event a line, each as core/job/schema.ts has it.
  'GET /api/jobs/:id/events/file': {
    allow: 'work.see',
    file: ['application/x-ndjson'],
  },
  'POST /api/jobs/:id/events': {
    allow: 'day.see',
    // One intent, which may be refused, or what a device wrote down while it had no line, which is kept whatever happened meanwhile.
    body: Type.Union([WorkIntent, Facts]),
    answer: Type.Union([LedgerEvent, Type.Object({ events: Type.Array(LedgerEvent) }, Strict)]),
  },
})
