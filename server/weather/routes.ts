import { dayIn } from '#core/units/shop-time.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { typeWeather, weatherOn } from '#server/jobs/weather.ts'
import type { WeatherView } from './views.ts'
import { weatherWires } from './wire.ts'

const isDay = (day: string) => /^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day))

function judged(day: string): string {
  if (!isDay(day))
    throw new Problem(400, 'invalid', `“${day}” is no day.`, [{ pointer: '/day', message: 'YYYY-MM-DD.' }])
  return day
}

export const weatherRoutes = ({ db, now }: AppContext): Route[] => {
  const viewOf = async (scope: Scope, day: string): Promise<WeatherView> => {
    const [known] = await weatherOn(db, scope, [day])
    return known ?? { day, weather: null, source: null, by: null }
  }
  return routes(weatherWires, {
    'GET /api/weather': ({ scope, query }) => viewOf(scope, judged(query.day ?? dayIn(scope.timeZone, now()))),
    'PUT /api/weather/:day': async ({ scope, params, body: { weather } }) => {
      const day = judged(params.day)
      if (weather && weather.low > weather.high)
        throw new Problem(400, 'invalid', 'The night is warmer than the day.', [
          { pointer: '/weather/low', message: 'Above the warmest of the day.' },
        ])
      await typeWeather(db, scope, day, weather, now())
      return viewOf(scope, day)
    },
  })
}
