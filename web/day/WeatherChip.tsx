import { Link } from 'react-router'
import { sayClock } from '#core/units/format.ts'
import type { DayView } from '#server/day/views.ts'
import { words } from '#words/en/screens/day.ts'

/** Today's weather as drying is reckoned with, and where it is said. */
export const WeatherChip = ({ weather }: { weather: DayView['weather'] }) => (
  <p className="weather-chip">
    <Link to="/weather">
      {weather ? words.weather(weather.high, weather.low, weather.humidity, sayClock(weather.sunset)) : words.noWeather}
    </Link>
  </p>
)
