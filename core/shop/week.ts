import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Minute = Type.Integer({ minimum: 0, maximum: 1440 })

/** Stretches of a day, minutes from midnight, in their order: what lies between them is a break. */
export const Stretches = Type.Array(Type.Tuple([Minute, Minute]), { maxItems: 6 })
export type Stretches = [number, number][]

/** Monday first. */
export const Week = Type.Array(Stretches, { minItems: 7, maxItems: 7 })
export type Week = Stretches[]

const Date_ = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })

/** Days somebody is away, the last one included. */
export const DayOff = Type.Object({ from: Date_, to: Date_, why: Type.String({ maxLength: 80 }) }, Strict)
export type DayOff = Static<typeof DayOff>

/** A stretch of one day in which somebody who would be there is not, or who would not is `there`; minutes from midnight. */
export const Away = Type.Object(
  {
    day: Date_,
    from: Minute,
    to: Minute,
    why: Type.String({ maxLength: 80 }),
    there: Type.Optional(Type.Literal(true)),
  },
  Strict,
)
export type Away = Static<typeof Away>

/** 0 is Monday. @param day YYYY-MM-DD */
export const weekdayOf = (day: string): number => (new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7

export interface Hours {
  shifts: Stretches
  week?: Week | null
  daysOff?: DayOff[] | null
  away?: Away[] | null
}

/** What is left of stretches without one. */
const without = (stretches: Stretches, from: number, to: number): Stretches =>
  stretches.flatMap(
    ([start, end]): Stretches =>
      end <= from || to <= start
        ? [[start, end]]
        : [[start, Math.min(end, from)] as [number, number], [Math.max(start, to), end] as [number, number]].filter(
            ([a, b]) => a < b,
          ),
  )

/** Stretches with one more, those that touch as one. */
function withMore(stretches: Stretches, from: number, to: number): Stretches {
  const all = [...stretches, [from, to] as [number, number]].sort((a, b) => a[0] - b[0])
  const joined: Stretches = []
  for (const [start, end] of all) {
    const last = joined.at(-1)
    if (last && start <= last[1]) last[1] = Math.max(last[1], end)
    else joined.push([start, end])
  }
  return joined
}

/** What one day's hours are otherwise than usual, so that `hoursOn` comes to them. */
export function changesTo(wanted: Stretches, usual: Stretches): Omit<Away, 'day'>[] {
  const beyond = (of: Stretches, than: Stretches) =>
    than.reduce((left, [from, to]) => without(left, from, to), of).map(([from, to]) => ({ from, to, why: '' }))
  return [...beyond(usual, wanted), ...beyond(wanted, usual).map((s) => ({ ...s, there: true as const }))]
}

/** The usual hours of a day, from those it has and what `changesTo` said is otherwise. */
export const usualOf = (hours: Stretches, away: readonly Omit<Away, 'day'>[]): Stretches =>
  away.reduce((left, { from, to, there }) => (there ? without(left, from, to) : withMore(left, from, to)), hours)

/** When somebody works on a day: by weekday where that is said, else the same shifts every day; not on a day off, nor while they are away, and while they said they would be there. */
export function hoursOn({ shifts, week, daysOff, away }: Hours, day: string): Stretches {
  const isOff = daysOff?.some(({ from, to }) => from <= day && day <= to)
  const usual = isOff ? [] : week ? week[weekdayOf(day)]! : shifts
  const today = (away ?? []).filter((a) => a.day === day)
  const longer = today.filter((a) => a.there).reduce((left, a) => withMore(left, a.from, a.to), usual)
  return today.filter((a) => !a.there).reduce((left, a) => without(left, a.from, a.to), longer)
}

/** The first stretch that runs backwards or into the one before it; -1 where all are well. */
export function badStretch(stretches: Stretches): number {
  return stretches.findIndex(([start, end], i) => end <= start || (i > 0 && start < stretches[i - 1]![1]))
}

/** Whether somebody works at all, on whatever day. */
export const works = ({ shifts, week }: Hours): boolean =>
  week ? week.some((day) => day.length > 0) : shifts.length > 0

/** Whether a shop is open at a minute of a day; a shop that has said no hours at all is never shut. @param day YYYY-MM-DD */
export function isOpen(opens: Week, day: string, minute: number): boolean {
  if (opens.every((stretches) => stretches.length === 0)) return true
  return opens[weekdayOf(day)]!.some(([from, to]) => from <= minute && minute <= to)
}
