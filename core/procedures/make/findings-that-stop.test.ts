import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { revisedProcedure, revisedRequest } from '#core/procedures/revise.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { endsWalk, needsPlace, withFinding, withoutFinding } from './findings-that-stop.ts'
import { generateProcedure } from './generate.ts'

const body = bodyNamed('hatchback')
const surfaces = surfacesOf(body, catalogue.surfaces)
const clean = requestFor(body, { 'seat-1l.seat-base': { soil: 2, stains: [{ kind: 'gum', age: 'old', attempts: 0 }] } })
const told = { told: 'Tam', by: 'Bea', at: '2026-01-01T08:00:00.000Z' }
const rule = (id: string) => catalogue.stops.find((s) => s.id === id)!

describe('what ends a walk-round', () => {
  it('is fuel, a battery, sharps, powder, droppings, large mould, an infestation; not vomit, glass or a soaked floor', () => {
    const ends = catalogue.stops.filter((stop) => {
      const where = stop.id === 'mould-large' ? 'overhead-1.headliner' : 'foot-1l.carpet'
      return endsWalk(withFinding(clean.checkIn, stop, where, told), surfaces, catalogue).length > 0
    })
    expect(ends.map((s) => s.id).sort()).toEqual(
      ['unknown-powder', 'battery', 'fuel', 'rodents', 'infestation', 'mould-large', 'sharps'].sort(),
    )
    expect(endsWalk(clean.checkIn, surfaces, catalogue)).toEqual([])
  })
  it('is written down with who was told, and stops the procedure', () => {
    for (const stop of catalogue.stops.filter((s) => s.first)) {
      const where = stop.id === 'mould-large' ? 'overhead-1.headliner' : 'foot-1l.carpet'
      const checkIn = withFinding(clean.checkIn, stop, where, told)
      expect(checkIn.stopped).toEqual({ [stop.id]: told })
      const { steps } = generateProcedure({ ...clean, checkIn }, catalogue)
      expect(steps[0]!.stop?.rule, stop.id).toBe(stop.id)
    }
  })
  it('can be smelt without a place only where it smells', () => {
    expect(catalogue.stops.filter((s) => !needsPlace(s)).map((s) => s.id)).toEqual(['fuel'])
    const { odours } = withFinding(clean.checkIn, rule('fuel'), undefined, told)
    expect(odours).toEqual([{ kind: 'fuel', level: 2, source: '' }])
  })
  it('can turn out to be something else: its marks go, the others stay', () => {
    for (const stop of catalogue.stops) {
      const found = withFinding(clean.checkIn, stop, 'foot-1l.carpet', told)
      const back = withoutFinding(found, stop)
      expect(endsWalk(back, surfaces, catalogue), stop.id).toEqual([])
      expect(back.stopped).toEqual({})
      expect(back.condition['seat-1l.seat-base']).toEqual(clean.checkIn.condition['seat-1l.seat-base'])
    }
  })
})

it('found a second time after it was cleared, it stops again, and is cleared again', () => {
  const procedure = generateProcedure(clean, catalogue)
  const find = (request: typeof clean, now: typeof procedure, over: string[]) =>
    revisedProcedure(
      revisedRequest(request, now, new Set(over), {
        checkIn: withFinding(request.checkIn, rule('fuel'), 'foot-1l.carpet', told),
        found: 'fuel',
      }),
      catalogue,
    )
  const clear = ({ request, procedure: now }: ReturnType<typeof find>, cleared: string) =>
    revisedProcedure(revisedRequest(request, now, new Set([cleared]), { cleared }), catalogue)
  const first = find(clean, procedure, [])
  expect(first.procedure.steps.map((s) => s.id)).toEqual(['stop:fuel'])
  const over = clear(first, 'stop:fuel')
  expect(over.procedure.steps.length).toBeGreaterThan(8)
  const again = find(over.request, over.procedure, ['stop:fuel'])
  const open = again.procedure.steps.filter((s) => !s.kept)
  expect(open.map((s) => s.id)).toEqual(['stop:fuel+2'])
  expect(clear(again, 'stop:fuel+2').procedure.steps.filter((s) => !s.kept && !s.stop).length).toBeGreaterThan(8)
})

it('a car that is held whole says nothing of a limit it was fitted to, nor of how long it dries: nothing is done in it', () => {
  const timeLimit = { minutes: 180, crew: 1 }
  const codes = (request: ProcedureRequest) => generateProcedure(request, catalogue).notes.map((n) => n.code)
  const held = { ...clean, timeLimit, checkIn: withFinding(clean.checkIn, rule('fuel'), 'foot-1l.carpet', told) }
  expect(codes({ ...clean, timeLimit })).toEqual(expect.arrayContaining(['fits-limit', 'drying-in']))
  expect(codes(held).filter((code) => code === 'fits-limit' || code === 'drying-in')).toEqual([])
})
