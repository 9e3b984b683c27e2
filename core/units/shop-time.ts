const formats = new Map<string, Intl.DateTimeFormat>()

/** Clocks are put forward or back at a quarter of an hour; between two of them a zone's distance from UTC stands still. */
const quarter = 15 * 60_000
const offsets = new Map<string, number>()
/** So many are kept: a year's plans of one shop. What asks the calendar takes a thousand times as long as what adds to it. */
const mostOffsets = 40_000

/** Milliseconds by which a zone's clocks are ahead of UTC. */
function offsetIn(zone: string, at: number): number {
  const since = Math.floor(at / quarter) * quarter
  const key = `${zone} ${since}`
  const known = offsets.get(key)
  if (known !== undefined) return known
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    formats.set(zone, format)
  }
  const p = Object.fromEntries(format.formatToParts(since).map(({ type, value }) => [type, Number(value)]))
  const offset = Date.UTC(p.year!, p.month! - 1, p.day!, p.hour!, p.minute!, p.second!) - since
  if (offsets.size >= mostOffsets) offsets.clear()
  offsets.set(key, offset)
  return offset
}

/** A moment as if the shop's clocks were those of UTC. */
const onClock = (zone: string, at: number) => new Date(at + offsetIn(zone, at)).toISOString()

/** The shop's calendar day of a moment, as "2026-11-25". @param iso UTC moment @param zone IANA time zone */
export const dayIn = (zone: string, iso: string): string => onClock(zone, Date.parse(iso)).slice(0, 10)

/** A moment on the shop's clock, as "2026-11-25 14:05": what customers and labels are told. */
export const momentIn = (zone: string, iso: string): string =>
  onClock(zone, Date.parse(iso)).slice(0, 16).replace('T', ' ')

const said = (zone: string, iso: string, options: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options }).format(Date.parse(iso))

/** A moment as a customer reads it: "Wednesday 25 November, 16:10". */
export const longMomentIn = (zone: string, iso: string): string =>
  `${said(zone, iso, { weekday: 'long', day: 'numeric', month: 'long' }).replace(',', '')}, ${said(zone, iso, { hour: 'numeric', minute: '2-digit' })}`

/** A calendar day as it stands at a chart or in a table: "25 Nov". @param day YYYY-MM-DD */
export const shortDay = (day: string): string => said('UTC', `${day}T12:00:00Z`, { day: 'numeric', month: 'short' })

/** The month that is so many after a moment's: "May". The first of it, so that no short month is jumped over. */
export function monthAfter(zone: string, iso: string, months: number): string {
  const [year, month] = dayIn(zone, iso).split('-').map(Number)
  return said('UTC', new Date(Date.UTC(year!, month! - 1 + months, 1, 12)).toISOString(), { month: 'long' })
}

/** Minutes, with fraction, from the shop's midnight of `day` to a moment; negative before it. */
export function minuteOf(zone: string, day: string, iso: string): number {
  const at = Math.floor(Date.parse(iso) / 1000) * 1000
  return (at + offsetIn(zone, at) - Date.parse(`${day}T00:00:00Z`)) / 60_000
}

/** The moment at which the shop's clocks show so many minutes after the midnight of `day`. */
export function momentOf(zone: string, day: string, minute: number): string {
  const guess = Date.parse(`${day}T00:00:00Z`) + minute * 60_000
  // One correction by the zone's offset at the guess, a second in case the first crossed a change of clocks.
  let at = guess
  for (let i = 0; i < 2; i++) at += (minute - minuteOf(zone, day, new Date(at).toISOString())) * 60_000
  return new Date(at).toISOString()
}

/** A day so many after another, or before it. @param day YYYY-MM-DD */
export const dayAfter = (day: string, days = 1): string =>
  new Date(Date.parse(`${day}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
