import { wires } from '#server/http/wire.ts'
import { FiguresView, JobRecordView, RecordsView } from './views.ts'

export const recordsWires = wires({
  'GET /api/records': {
    allow: 'records.see',
    query: {
      find: 'In the plate, the customer, the make or the model.',
      state: 'draft, checked-in or handed-over; all when left out.',
      from: 'Arrived on this day or later, YYYY-MM-DD.',
      to: 'Arrived on this day or earlier, YYYY-MM-DD.',
      before: 'Arrived before this moment; the answer’s "next".',
    },
    answer: RecordsView,
  },
  'GET /api/records/figures': {
    allow: 'records.see',
    query: {
      from: 'Handed over on this day or later, YYYY-MM-DD; four weeks before the last one where left out.',
      to: 'Handed over on this day or earlier, YYYY-MM-DD; today where left out.',
      find: 'In the plate, the customer, the make or the model.',
      person: 'Somebody who worked on it.',
    },
    answer: FiguresView,
  },
  'GET /api/records/file': {
    allow: 'records.see',
    query: {
      of: 'What is wanted: times, days, again, money, promises, stains, stock or cars; times where left out.',
      from: 'As for the figures.',
      to: 'As for the figures.',
      find: 'As for the figures.',
      person: 'As for the figures.',
    },
    file: ['text/csv'],
  },
  'GET /api/jobs/:id/record': {
    allow: 'records.see',
    answer: JobRecordView,
  },
})
