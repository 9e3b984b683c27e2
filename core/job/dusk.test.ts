import { describe, expect, it } from 'vitest'
import type { Outside } from '#core/drying/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { catalogue } from '../../catalogue/catalogue.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { generateProcedure } from '../procedures/make/generate.ts'
import { duskRisk, frozeOvernight } from './dusk.ts'
import { emptyState } from './reduce.ts'
import type { WorkState } from './schema.ts'
import { inTodaysAir } from './todays-air.ts'

const procedure: Procedure = generateProcedure(carB(), catalogue)
const drying = procedure.steps.filter((s) => s.treatment === 'dry')
const midnight = Date.parse('2026-11-28T00:00:00Z')
const minuteOf = (iso: string) => (Date.parse(iso) - midnight) / 60_000
const isoAt = (minute: number) => new Date(midnight + minute * 60_000).toISOString()
const day = { high: 12, low: 5, humidity: 0.6, wind: 2, clear: true, sunset: 960 }
const longest = Math.max(...drying.map((d) => d.minutes))
/** The plan has all of it dry by then: what takes longest begins so long before. */
const dryBy = (minute: number) => () => minute - longest

/** All that is wetted was finished at a minute. */
function wetted(at: number): WorkState {
  const state = emptyState()
  for (const { from } of procedure.links.filter((l) => drying.some((d) => d.id === l.to)))
    state.steps[from] = { ...state.steps[from], status: 'finished', finishedAt: isoAt(at) } as never
  return state
}
const ground = (state: WorkState, end: number) => ({ procedure, state, begins: dryBy(end), minuteOf })
/** The same in other air than the sheet's. */
const turned = (state: WorkState, end: number, outside: Outside) => ({
  ...ground(state, end),
  procedure: inTodaysAir(procedure, outside),
})

describe('dusk', () => {
  it('says nothing of a car that the plan has dry before it is dark, and nothing where nobody knows the weather', () => {
    expect(drying.length).toBeGreaterThan(2)
    expect(duskRisk(ground(emptyState(), 900), day)).toBeUndefined()
    expect(duskRisk(ground(emptyState(), 1100), undefined)).toBeUndefined()
  })
  it('fog where shut wet air is damper than the panes are cold, frost where they are under nought, else the dark alone', () => {
    // 12 °C nearly full: dew point about 11 °C; panes at 5 − 3 = 2 °C.
    expect(duskRisk(ground(emptyState(), 1100), day)).toEqual({ kind: 'fog', dryAt: 1100, sunset: 960 })
    expect(duskRisk(ground(emptyState(), 1100), { ...day, low: 1 })?.kind).toBe('frost')
    // A night no colder than its day: nothing condenses.
    expect(duskRisk(ground(emptyState(), 1100), { ...day, high: 14, low: 14, clear: false })?.kind).toBe('dark')
  })
  it('what is wet already dries by its own course, whatever was planned', () => {
    const takes = Math.max(...drying.map((d) => d.minutes))
    expect(duskRisk(ground(wetted(700), 0), { ...day, sunset: 700 + takes + 1 })).toBeUndefined()
    expect(duskRisk(ground(wetted(700), 0), { ...day, sunset: 700 + takes - 1 })?.dryAt).toBe(700 + takes)
  })
  it('weather that turned since the sheet was made is counted: what dries is later, what a meter read is not', () => {
    const outside = { temperature: 8, humidity: 0.85 }
    const takes = Math.max(...drying.map((d) => d.minutes))
    const early = { ...day, sunset: 300 }
    const issued = duskRisk(ground(wetted(400), 0), early)!.dryAt
    const now = duskRisk(turned(wetted(400), 0, outside), early)!.dryAt
    expect(issued).toBe(400 + takes)
    // By hand: 20 °C at half lets 2.7 times as much go as 8 °C at 85 %, wet bulb to wet bulb, at the least twice.
    expect(now - 400).toBeGreaterThan(2 * takes)
    expect(duskRisk(turned(wetted(400), 0, { temperature: 20, humidity: 0.5 }), early)!.dryAt).toBe(issued)
    // Planned work is later by as much as its drying is longer.
    expect(duskRisk(turned(emptyState(), 600, outside), early)!.dryAt).toBeGreaterThan(600 + takes)
  })
  it('the morning after: a car that stood wet through a frost is named, one wetted this morning is not', () => {
    const cold = { ...day, low: -3, sunset: 960 }
    // Wetted at five in the evening before: minute −420 of today.
    expect(frozeOvernight(ground(wetted(-420), 0), cold)).toMatchObject({ kind: 'froze' })
    expect(frozeOvernight(ground(wetted(480), 0), cold)).toBeUndefined()
    expect(frozeOvernight(ground(wetted(-420), 0), { ...cold, low: 4 })).toBeUndefined()
    expect(frozeOvernight(ground(wetted(-420), 0), undefined)).toBeUndefined()
  })
})
