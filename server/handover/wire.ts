import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { wires } from '#server/http/wire.ts'
import { Leaf, MadeShare, MessageView, ReportView, ShareView } from './views.ts'

const Strict = { additionalProperties: false }

export const handoverWires = wires({
  'GET /api/jobs/:id/report': {
    allow: 'handover.see',
    answer: ReportView,
  },
  'GET /api/jobs/:id/report/paper': {
    allow: 'handover.see',
    file: ['application/pdf'],
  },
  'GET /api/jobs/:id/shares': {
    allow: 'handover.give',
    answer: Type.Array(ShareView),
  },
  'POST /api/jobs/:id/shares': {
    allow: 'handover.give',
    body: Type.Object({ id: Uuid, days: Type.Integer({ minimum: 1, maximum: 90 }) }, Strict),
    answer: MadeShare,
  },
  'DELETE /api/shares/:id': {
    allow: 'handover.give',
  },
  // Whoever holds a link: what the customer is told, its paper and its pictures, and nothing else.
  'GET /api/given/:token': {
    allow: 'anybody',
    answer: Leaf,
  },
  'GET /api/given/:token/paper': {
    allow: 'anybody',
    file: ['application/pdf'],
  },
  'GET /api/given/:token/photos/:place/:when': {
    allow: 'anybody',
    file: ['image/jpeg'],
  },
  'POST /api/jobs/:id/messages': {
    allow: 'handover.give',
    body: Type.Object(
      {
        id: Uuid,
        to: Type.String({ minLength: 3, maxLength: 200 }),
        text: Type.String({ minLength: 3, maxLength: 2000 }),
      },
      Strict,
    ),
    answer: MessageView,
  },
  'GET /api/messages': {
    allow: 'handover.give',
    answer: Type.Array(MessageView),
  },
})
