import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { isRecheck } from '#core/job/recheck.ts'
import { replay } from '#core/job/reduce.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf } from '../../tests/support/ledger.ts'
import { reportOf } from './report.ts'

// What a customer reads of a heavily used hatchback with tea on its seat, while it is worked and when it is done: areas and deeds, no step.

const request = requestFor(bodyNamed('hatchback'), {
  'seat-1l.seat-base': { soil: 3, stains: [{ kind: 'tannin', age: 'fresh', attempts: 0 }] },
  'seat-1r.seat-base': { soil: 3 },
  'foot-1l.carpet': { soil: 3 },
  'load.load-floor': { soil: 2 },
  'dash.dash-top': { soil: 2 },
  'door-1l.door-card': { soil: 2 },
  'glass.glass-front': { soil: 1 },
  'overhead-1.headliner': { soil: 2 },
})
const procedure = generateProcedure(request, catalogue)
const done = (ids: readonly string[]): Line[] => ids.map((id) => ['ines', 'step-finished', id] as Line)
const all = procedure.steps.map((s) => s.id)
const told = (lines: Line[]) =>
  speak.report(reportOf(request.checkIn, procedure, replay(ledgerOf(lines), procedure), catalogue, 'Etc/GMT'))
const stain = (lines: Line[]) => told(lines).expectations.find((e) => e.surface === 'seat-1l.seat-base')!

describe('what was done, by area, in a customer’s words', () => {
  it('of a car that is done, from the seats to the glass; each word once, nothing of kit, covers or rounds', () => {
    const { areas, summary } = told(done(all))
    expect(areas.map((a) => a.area)).toEqual([
      'Seats',
      'Floor and mats',
      'Load area',
      'Dash and console',
      'Doors and pillars',
      'Roof lining',
      'Glass',
    ])
    const of = (area: string) => areas.find((a) => a.area === area)!.did
    expect(of('Seats')).toMatch(/vacuumed.*washed and dried/)
    expect(of('Floor and mats')).toMatch(/vacuumed.*washed and dried/)
    expect(of('Glass')).toBe('cleaned')
    expect(of('Dash and console')).toMatch(/cleaned/)
    expect(areas.every((a) => !/set up|kit|judge|cover/i.test(a.did))).toBe(true)
    expect(summary).toMatch(/^Seats, floor and mats(, roof lining)? washed; .*glass cleaned\. One stain is out\.$/)
  })
  it('of what is washed and not judged dry it says so', () => {
    const lines = done(procedure.steps.filter((s) => s.treatment !== 'dry' && !isRecheck(s)).map((s) => s.id))
    const { areas, care } = told(lines)
    expect(areas.find((a) => a.area === 'Seats')!.did).toMatch(/washed, still drying/)
    expect(areas.find((a) => a.area === 'Seats')!.did).not.toMatch(/washed and dried/)
    expect(care('May')[0]).toMatch(/still drying/)
    expect(told(done(all)).care('May').join(' ')).toMatch(/for an hour/)
    // This car has no leather.
    expect(told(done(all)).care('May').join(' ')).not.toMatch(/Leather/)
  })
  it('of a car nobody has touched there is nothing', () => {
    expect(told([])).toMatchObject({ areas: [], summary: '' })
  })
})

describe('how a stain fared', () => {
  it('is out once its place was judged and found right, stays where a hand left it, and is open before', () => {
    expect(stain(done(all)).outcome).toBe('out')
    expect(stain(done(all.filter((id) => !isRecheck(procedure.steps.find((s) => s.id === id)!)))).outcome).toBe(
      'not judged dry yet',
    )
    const left: Line = ['ines', 'recheck-left', { surface: 'seat-1l.seat-base', note: 'a faint ring' }]
    expect(stain([...done(all), left]).outcome).toBe('stays')
    expect(told([...done(all), left]).summary).toMatch(/One stays, for the reason below\.$/)
  })
})

it('of the places that are easily forgotten only those that were looked at are said to have been, on paper too', () => {
  const { checkIn } = request
  const said = (lines: Line[]) => {
    const report = reportOf(checkIn, procedure, replay(ledgerOf(lines), procedure), catalogue, 'Etc/GMT')
    return { of: report.checks.length, text: speak.handover({ report, checkIn, names: { wren: 'Wren' } }).lookedOver }
  }
  const none = said([])
  expect(none.text).toBe(`${none.of} places are still to be looked at before the car goes.`)
  const one: Line = ['wren', 'check-passed', { place: 'smell' }]
  expect(said([one]).text).toBe(`1 of ${none.of} places that are easily forgotten were looked at by Wren.`)
})
