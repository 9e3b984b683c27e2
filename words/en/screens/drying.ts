import { sayDegrees, sayMinutes } from '#core/units/format.ts'

/** The drying of one car. */
export const words = {
  title: 'How it dries',
  nothingWet: 'Nothing is wetted in this car, so nothing has to dry.',
  before: 'This procedure was issued before drying was reckoned patch by patch.',
  air: 'How the car stands',
  own: 'As set',
  needs: {
    equipment: 'The shop has none that works.',
    permission: 'The customer has not allowed it.',
  },
  changes: 'Air changes an hour',
  speed: 'Air speed, m/s',
  watts: 'Heat, W',
  attended: (minutes: number) =>
    `One named person stays in sight of it, ${minutes} min at most, outdoors or with a hose on the tailpipe, and switches it off. No aerosol, lighter, loose battery or fresh solvent inside.`,
  begins: 'Wetting ends at',
  weather: (temperature: number, humidity: number, known: boolean) =>
    known
      ? `${sayDegrees(temperature)} and ${Math.round(humidity * 100)} % outside when it begins, as the weather of the day has it.`
      : `Nobody has said today’s weather: reckoned with ${sayDegrees(temperature)} and ${Math.round(humidity * 100)} % all day.`,
  hall: (temperature: number, humidity: number) =>
    `In the hall: ${sayDegrees(temperature)} and ${Math.round(humidity * 100)} %, as the shop says of itself.`,
  sayWeather: 'Say the weather',
  ready: (at: string, takes: string) => `All touch-dry about ${at}, ${takes} after.`,
  notToday: 'Not all of it is dry within a day.',
  touchDry: 'touch-dry',
  humidity: 'humidity in the car',
  gramsAxis: 'g/m²',
  humidityAxis: '%',
  curve: 'The curve',
  place: 'Place',
  material: 'Material',
  water: 'Water',
  dry: 'Touch-dry',
  onRack: 'on the rack',
  grams: (left: number, area: number) =>
    `${Math.round(left)} g/m² on ${area < 1 ? area.toFixed(2) : area.toFixed(1)} m²`,
  never: 'not within a day',
  at: (clock: string, minutes: number) => `${clock} (${sayMinutes(Math.round(minutes))})`,
  take: 'Dry it so',
  taken: 'This is how the procedure has it.',
  night: (dew: number, glass: number, kind: 'frost' | 'fog' | 'clear') =>
    `Shut at dusk as it is then: dew point ${sayDegrees(dew)}, panes ${sayDegrees(glass)} overnight. ${
      { frost: 'They freeze on the inside.', fog: 'They fog.', clear: 'They stay clear.' }[kind]
    }`,
}
