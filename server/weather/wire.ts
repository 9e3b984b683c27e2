import { Type } from '@sinclair/typebox'
import { DayWeather } from '#core/drying/weather.ts'
import { wires } from '#server/http/wire.ts'
import { WeatherView } from './views.ts'

const Strict = { additionalProperties: false }

export const weatherWires = wires({
  'GET /api/weather': {
    allow: 'day.see',
    query: { day: 'YYYY-MM-DD; today where left out.' },
    answer: WeatherView,
  },
  'PUT /api/weather/:day': {
    allow: 'plan.write',
    body: Type.Object({ weather: Type.Union([DayWeather, Type.Null()]) }, Strict),
    answer: WeatherView,
  },
})
