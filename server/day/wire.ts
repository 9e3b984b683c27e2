import { Type } from '@sinclair/typebox'
import { wires } from '#server/http/wire.ts'
import { DayJobView, DayView } from './views.ts'

export const dayWires = wires({
  'GET /api/day': {
    allow: 'day.see',
    answer: DayView,
  },
  // One card of it: what a tap changes for everybody who looks at the day. None once the vehicle is handed over: who follows the taps
  // of its last minute asks for it after it has gone, and that is no mistake of theirs.
  'GET /api/jobs/:id/card': {
    allow: 'day.see',
    answer: Type.Union([DayJobView, Type.Null()]),
  },
})
