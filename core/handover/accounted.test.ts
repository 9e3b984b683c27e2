import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { replay } from '#core/job/reduce.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf } from '../../tests/support/ledger.ts'
import { reportOf } from './report.ts'

const reported = (sold: string | undefined, lines: (ids: string[]) => Line[]) => {
  const request = requestFor(bodyNamed('hatchback'), {
    'seat-1l.seat-base': { soil: 3 },
    'glass.glass-front': { soil: 2 },
  })
  if (sold) request.checkIn.package = sold
  const procedure = generateProcedure(request, catalogue)
  const work = lines(procedure.steps.map((s) => s.id))
  const state = replay(ledgerOf(work), procedure)
  const { areas, notDone } = reportOf(request.checkIn, procedure, state, catalogue, 'Etc/GMT')
  return { did: areas.map((a) => a.area), notDone: Object.fromEntries(notDone.map((n) => [n.area, n.as])), procedure }
}
const finished = (ids: string[]): Line[] => ids.map((id) => ['ines', 'step-finished', id] as Line)
const gone: Line = ['tam', 'handed-over', { to: 'Mo' }]
const every = ['seats', 'floor', 'load', 'dash', 'doors', 'overhead', 'glass']

it('accounts for each area of the car once: done, clean as it came, or not sold', () => {
  for (const sold of [undefined, 'whole', 'seats', 'tidy']) {
    const { did, notDone } = reported(sold, (ids) => [...finished(ids), gone])
    expect([...did, ...Object.keys(notDone)].sort(), sold ?? 'nothing said').toEqual([...every].sort())
  }
  const { did, notDone } = reported('seats', (ids) => [...finished(ids), gone])
  expect(did).toContain('seats')
  expect(notDone).toMatchObject({ glass: 'not-sold', dash: 'not-sold', overhead: 'not-sold' })
  // Everything is looked after where everything was sold: what was not dirty needed nothing.
  expect(Object.values(reported('whole', (ids) => [...finished(ids), gone]).notDone)).not.toContain('not-sold')
})

it('calls what was skipped left, and says nothing of what is still to be worked', () => {
  const isGlass = (id: string) => id.includes('glass')
  const skipped = (ids: string[]): Line[] => [
    ...finished(ids.filter((id) => !isGlass(id))),
    ...ids.filter(isGlass).map((id): Line => ['ines', 'step-skipped', { step: id, reason: 'The film is coming off.' }]),
  ]
  expect(reported('whole', skipped).notDone.glass).toBe('left')
  expect(reported('whole', () => []).notDone).not.toHaveProperty('glass')
  expect(reported('whole', () => [gone]).notDone.glass).toBe('left')
})
