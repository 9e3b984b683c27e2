import { wires } from '#server/http/wire.ts'
import { DayJobView, DayView } from './views.ts'

export const dayWires = wires({
  'GET /api/day': {
    allow: 'day.see',
    answer: DayView,
  },
  // One card of it: what a tap changes for everybody who looks at the day.
  'GET /api/jobs/:id/card': {
    allow: 'day.see',
    answer: DayJobView,
  },
})
