import { wires } from '#server/http/wire.ts'
import { RecordsView } from './views.ts'

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
})
