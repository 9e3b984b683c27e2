import { type Static, Type } from '@sinclair/typebox'
import { dayIn } from '#core/units/shop-time.ts'
import { foretellingOf, shiftOf } from './outcomes.ts'
import type { JobFacts } from './schema.ts'
import { whereTheDayWent } from './where-the-day-went.ts'

const Strict = { additionalProperties: false }
const Number_ = Type.Number()
/** The cars a line is made of: what it opens. */
const Jobs = Type.Array(Type.String())
const line = <T extends Record<string, ReturnType<typeof Type.Number>>>(of: T) =>
  Type.Object({ key: Type.String(), ...of, jobs: Jobs }, Strict)
const Amount = Type.Union([Type.Number(), Type.Null()])

const TimeLine = line({ planned: Number_, took: Number_, steps: Number_ })
export type TimeLine = Static<typeof TimeLine>
export const DayLine = line({ hands: Number_, drying: Number_, waiting: Number_, moving: Number_ })
export type DayLine = Static<typeof DayLine>
const AgainLine = line({ steps: Number_, again: Number_, came: Number_, back: Number_ })
const StainLine = line({ of: Number_, out: Number_, said: Number_, brier: Number_, shift: Number_ })
const KeptLine = line({ of: Number_, kept: Number_, late: Number_ })
const SureLine = line({ said: Number_, kept: Number_, of: Number_ })
const MoneyLine = Type.Object(
  {
    key: Type.String(),
    price: Amount,
    extras: Number_,
    product: Number_,
    used: Number_,
    labour: Number_,
    minutes: Number_,
    margin: Amount,
    jobs: Jobs,
  },
  Strict,
)

/** Sums over the cars that were handed over in a period. Minutes, minor units, percent. */
export const Figures = Type.Object(
  {
    cars: Type.Integer(),
    times: Type.Object(
      { treatment: Type.Array(TimeLine), person: Type.Array(TimeLine), car: Type.Array(TimeLine) },
      Strict,
    ),
    /** By day: minutes of everybody's from their first tap to their last. */
    days: Type.Array(DayLine),
    /** By treatment: steps done, surfaces that were not right when dry, and of these those that came back as they dried. */
    again: Type.Array(AgainLine),
    /** By car, the first handed over first. */
    money: Type.Array(MoneyLine),
    promises: Type.Object(
      {
        /** By week, its Monday the key; `late`: minutes in all. */
        weeks: Type.Array(KeptLine),
        /** By what was said of them: percent said and percent kept. */
        sure: Type.Array(SureLine),
      },
      Strict,
    ),
    stains: Type.Object({ stain: Type.Array(StainLine), treatment: Type.Array(StainLine) }, Strict),
  },
  Strict,
)
export type Figures = Static<typeof Figures>

/** What sums ask beside what is kept of each car. */
export interface Setting {
  zone: string
  /** When somebody was there: minutes of a shop's day. Empty: nobody knows. */
  hours(person: string, day: string): readonly (readonly [number, number])[]
  /** Minor units an hour of somebody's costs; undefined: nobody said. */
  hour(person: string): number | undefined
  /** Minor units a millilitre of a product costs; undefined: none was ever received. */
  perMl(product: string): number | undefined
  /** Minor units of what a car used up besides. */
  usedUp(job: string): number
  /** Percent that was said of keeping a car's promise; undefined: nothing was. */
  foretold(job: string): number | undefined
}
export type Kept = JobFacts & { id: string }

/** Lines of cars by a key, in the order in which keys are first met. */
function grouped<T>(cars: readonly Kept[], keysOf: (car: Kept) => readonly (readonly [string, T])[]) {
  const groups = new Map<string, { parts: T[]; jobs: Set<string> }>()
  for (const car of cars)
    for (const [key, part] of keysOf(car)) {
      const group = groups.get(key) ?? { parts: [], jobs: new Set<string>() }
      group.parts.push(part)
      group.jobs.add(car.id)
      groups.set(key, group)
    }
  return [...groups].map(([key, { parts, jobs }]) => ({ key, parts, jobs: [...jobs] }))
}

const sum = <T>(parts: readonly T[], of: (part: T) => number) => parts.reduce((total, part) => total + of(part), 0)

interface Timed {
  planned: number
  took: number
}
const timesBy = (cars: readonly Kept[], keysOf: (car: Kept) => readonly (readonly [string, Timed])[]): TimeLine[] =>
  grouped(cars, keysOf)
    .map(({ key, parts, jobs }) => ({
      key,
      planned: sum(parts, (p) => p.planned),
      took: sum(parts, (p) => p.took),
      steps: parts.length,
      jobs,
    }))
    .sort((a, b) => b.took - a.took)

const timed = (car: Kept) => car.steps.filter((s) => s.timed)

function againOf(cars: readonly Kept[]) {
  const done = grouped(cars, (car) => car.steps.map((s) => [s.treatment, s] as const))
  const failed = grouped(cars, (car) => car.again.map((a) => [a.treatment, a] as const))
  return failed
    .map(({ key, parts, jobs }) => ({
      key,
      steps: done.find((d) => d.key === key)?.parts.length ?? 0,
      again: parts.length,
      came: parts.filter((p) => p.came).length,
      back: parts.filter((p) => p.back).length,
      jobs,
    }))
    .sort((a, b) => b.again - a.again)
}

function moneyOf(car: Kept, { hour, perMl, usedUp }: Setting) {
  const minutes = new Map<string, number>()
  for (const [person, from, to] of car.hands) minutes.set(person, (minutes.get(person) ?? 0) + (to - from) / 60_000)
  const labour = sum([...minutes], ([person, m]) => (m / 60) * (hour(person) ?? 0))
  const product = sum(Object.entries(car.products), ([id, ml]) => ml * (perMl(id) ?? 0))
  const used = usedUp(car.id)
  const margin = car.price === null ? null : car.price + car.extras - labour - product - used
  return {
    key: car.id,
    price: car.price,
    extras: car.extras,
    product,
    used,
    labour,
    minutes: sum([...minutes], ([, m]) => m),
    margin,
    jobs: [car.id],
  }
}

/** The Monday of a day's week. @param day YYYY-MM-DD */
export function mondayOf(day: string): string {
  const at = new Date(`${day}T12:00:00Z`)
  at.setUTCDate(at.getUTCDate() - ((at.getUTCDay() + 6) % 7))
  return at.toISOString().slice(0, 10)
}

const lateOf = ({ ready, due }: Kept) => Math.max(0, (Date.parse(ready) - Date.parse(due!)) / 60_000)

function promisesOf(cars: readonly Kept[], { zone, foretold }: Setting) {
  const promised = cars.filter((c) => c.due !== null)
  const weeks = grouped(promised, (car) => [[mondayOf(dayIn(zone, car.due!)), lateOf(car)] as const])
  // By tenths: what was said of nine in ten lies between 85 and 95.
  const tenth = (percent: number) => String(Math.round(percent / 10) * 10)
  const sure = grouped(promised, (car) => {
    const said = foretold(car.id)
    return said === undefined ? [] : [[tenth(said), { said, kept: lateOf(car) === 0 }] as const]
  })
  return {
    weeks: weeks
      .map(({ key, parts, jobs }) => ({
        key,
        of: parts.length,
        kept: parts.filter((late) => late === 0).length,
        late: sum(parts, (late) => late),
        jobs,
      }))
      .sort((a, b) => (a.key < b.key ? -1 : 1)),
    sure: sure
      .map(({ key, parts, jobs }) => ({
        key,
        of: parts.length,
        said: sum(parts, (p) => p.said) / parts.length,
        kept: (100 * parts.filter((p) => p.kept).length) / parts.length,
        jobs,
      }))
      .sort((a, b) => Number(a.key) - Number(b.key)),
  }
}

const stainsBy = (cars: readonly Kept[], keyOf: (fate: Kept['stains'][number]) => string) =>
  grouped(cars, (car) => car.stains.map((fate) => [keyOf(fate), fate] as const))
    .map(({ key, parts, jobs }) => ({ key, ...foretellingOf(parts), shift: shiftOf(parts), jobs }))
    .sort((a, b) => b.of - a.of)

/** All sums over some cars. @param cars those handed over in the period, the first first */
export function figuresOf(cars: readonly Kept[], setting: Setting): Figures {
  return {
    cars: cars.length,
    times: {
      treatment: timesBy(cars, (car) => timed(car).map((s) => [s.treatment, s] as const)),
      // What was planned is shared out as it was worked.
      person: timesBy(cars, (car) =>
        timed(car).flatMap((s) =>
          Object.entries(s.by).map(
            ([person, took]) => [person, { took, planned: (s.planned * took) / s.took }] as const,
          ),
        ),
      ),
      car: timesBy(cars, (car) => timed(car).map((s) => [car.car, s] as const)),
    },
    days: whereTheDayWent(cars, setting),
    again: againOf(cars),
    money: cars.map((car) => moneyOf(car, setting)),
    promises: promisesOf(cars, setting),
    stains: { stain: stainsBy(cars, (f) => f.stain), treatment: stainsBy(cars, (f) => f.treatment) },
  }
}
