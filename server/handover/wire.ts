import { wires } from '#server/http/wire.ts'
import { ReportView } from './views.ts'

export const handoverWires = wires({
  'GET /api/jobs/:id/report': {
    allow: 'handover.see',
    answer: ReportView,
  },
  'GET /api/jobs/:id/report/paper': {
    allow: 'handover.see',
    file: ['application/pdf'],
  },
})
