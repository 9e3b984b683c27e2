import { describe, expect, it } from 'vitest'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import { generateProcedure, reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Edit, ProcedureRequest } from '#core/procedures/schema.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { speak } from '../../../words/en/speak.ts'

const load = 'load.load-floor'
/** A used hatchback whose owner came for the coffee in the load area: what is extra otherwise. */
function forTheLoad(more: Partial<ProcedureRequest> = {}): ProcedureRequest {
  const request = soiled(2)
  request.checkIn.condition[load] = {
    soil: 2,
    stains: [{ kind: 'tannin', age: 'days', attempts: 0, size: 'palm' }],
  }
  request.checkIn.cameFor = { words: 'the coffee in the boot', surfaces: [load] }
  return { ...request, ...more }
}
const onLoad = (p: ReturnType<typeof generateProcedure>) =>
  p.steps.filter((s) => s.surfaces.includes(load) && s.playbook?.some((b) => b.surface === load))
const cameFor = (p: ReturnType<typeof generateProcedure>) => p.findings.filter((f) => f.code === 'came-for')

describe('what the customer came for', () => {
  it('is worked within two hours and a half, though the load area is extra otherwise', () => {
    const fitted = fittedProcedure(forTheLoad({ timeLimit: { minutes: 150, crew: 1 } }), catalogue)
    expect(onLoad(fitted).length).toBeGreaterThan(0)
    expect(cameFor(fitted)).toEqual([])
    expect(fitted.expectations.find((e) => e.surface === load)!.chance).toBeGreaterThan(0)
  })
  it('is not worked there where nobody came for it: other things come first', () => {
    const request = forTheLoad({ timeLimit: { minutes: 150, crew: 1 } })
    delete request.checkIn.cameFor
    const fitted = fittedProcedure(request, catalogue)
    expect(onLoad(fitted)).toEqual([])
    expect(fitted.expectations.find((e) => e.surface === load)).toMatchObject({ chance: 0, unplanned: true })
  })
  it('is not left out silently: taking its step out asks for a reason', () => {
    const full = generateProcedure(forTheLoad(), catalogue)
    const step = onLoad(full)[0]!.id
    const edits: Edit[] = [{ do: 'remove', step }]
    const [asked] = cameFor(reviewProcedure(forTheLoad({ edits }), catalogue))
    expect(asked).toMatchObject({ grade: 'order', edit: 0, answered: null })
    expect(speak.finding(asked!).text).toMatch(/^The customer came for it and it is left: load floor/i)
    const [told] = cameFor(
      reviewProcedure(forTheLoad({ edits: [{ ...edits[0]!, reason: 'they will wait for it' }] }), catalogue),
    )
    expect(told!.answered).toBe('they will wait for it')
  })
  it('is told where what was sold has no part of it', () => {
    const request = forTheLoad()
    request.checkIn.package = 'tidy'
    expect(cameFor(reviewProcedure(request, catalogue))).toMatchObject([{ grade: 'advice', edit: null }])
    expect(cameFor(reviewProcedure(forTheLoad(), catalogue))).toEqual([])
  })
  it('names only what the car has', () => {
    const request = forTheLoad()
    request.checkIn.cameFor = { words: '', surfaces: ['seat-9x.seat-base'] }
    expect(() => generateProcedure(request, catalogue)).toThrow(/seat-9x/)
  })
})
