import { sayDegrees } from '#core/units/format.ts'

export const words = {
  notCheckedIn: 'not checked in',
  vehicles: 'Vehicles',
  crew: 'Crew',
  lanes: 'Who is on what, over the day',
  glance: {
    title: 'The day at a glance',
    late: 'Late',
    nothingLate: 'Nothing will be late',
    lateBy: (sign: string, by: string, isNow: boolean) => `${sign} ${isNow ? 'is' : 'will be'} ${by} late`,
    risk: (sign: string, n: number) => `${sign} is in time on ${n} days in 10`,
    happened: (n: number) => (n === 1 ? 'Plan it again? Something happened' : `Plan it again? ${n} things happened`),
    free: 'Free now',
    nobodyFree: 'Nobody',
    freeUntil: (name: string, until: string | undefined) => (until ? `${name} until ${until}` : name),
    next: 'Comes next',
    comes: (sign: string, at: string, overdue: boolean) =>
      overdue ? `${sign}, expected ${at}, not here yet` : `${sign} at ${at}`,
    nothingNext: 'Nothing more today',
    later: (n: number) => `${n === 1 ? '1 car' : `${n} cars`} on other days`,
    week: 'The week',
    more: (n: number) => `and ${n} more`,
  },
  weather: (high: number, low: number, humidity: number, dark: string) =>
    `${sayDegrees(high)}, ${Math.round(humidity * 100)} % · night ${sayDegrees(low)} · dark ${dark}`,
  noWeather: 'What is the weather?',
  tomorrow: (clock: string) => `${clock} tomorrow`,
  dusk: {
    dark: (sign: string, dry: string, dark: string) => `${sign} is dry about ${dry}, dark is at ${dark}`,
    fog: (sign: string, dry: string) => `${sign} is dry about ${dry}: its panes will fog overnight`,
    frost: (sign: string, dry: string) => `${sign} is dry about ${dry}: its panes will freeze inside overnight`,
    froze: (sign: string) => `${sign} stood wet in the frost`,
  },
  /** What to do about it, in time. */
  duskDo: {
    dark: 'A blower in now, a drier way for what is not wet yet, or tell the customer a later time.',
    fog: 'A blower in now, a drier way for what is not wet yet; else a roof for the night, a window a hand open.',
    frost:
      'Dry it today: a blower in, a drier way for what is not wet yet, a heat cycle. Else under a roof above freezing.',
    froze: 'Doors open, thaw by air alone, no scraping of the inside; judge it again when it is dry.',
  },
  needs: 'Needs someone',
  nobody: 'Nobody is needed right now.',
  noJobs: 'No vehicles today. Check one in.',
  setUp: 'Set up the shop',
  records: 'All cars, past and present',
  noPlan: 'No plan for today yet.',
  arrives: 'Expected',
  now: 'now',
  today: 'today',
  upkeep: (what: string) => `${what} is due`,
  empty: (name: string) => `Empty and rinse: ${name}`,
  past: (product: string) => `${product}, past its life`,
}
