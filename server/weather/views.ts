import { type Static, Type } from '@sinclair/typebox'
import { DayWeather } from '#core/drying/weather.ts'

const Strict = { additionalProperties: false }

/** A day's weather and where it is from. */
export const WeatherView = Type.Object(
  {
    day: Type.String(),
    /** null: nobody said, and a mild day is reckoned with. */
    weather: Type.Union([DayWeather, Type.Null()]),
    source: Type.Union([Type.String(), Type.Null()]),
    by: Type.Union([Type.String(), Type.Null()]),
  },
  Strict,
)
export type WeatherView = Static<typeof WeatherView>
