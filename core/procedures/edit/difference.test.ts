import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import { speak } from '#words/en/speak.ts'
import { differenceOf } from './difference.ts'

const of = (houseRules: Record<string, string> = {}) =>
  generateProcedure({ checkIn: sampleCar(catalogue), houseRules }, catalogue)

describe('the difference of two procedures', () => {
  it('is nothing between a procedure and itself', () => {
    expect(differenceOf(of(), of())).toEqual({
      minutes: 0,
      added: [],
      dropped: [],
      changed: [],
      moved: false,
      notes: [],
    })
  })
  it('names what comes, what goes, and the minutes; turned round it is the opposite', () => {
    const [there, back] = [
      differenceOf(of(), of({ headliner: 'towel' })),
      differenceOf(of({ headliner: 'towel' }), of()),
    ]
    expect(there.added).toContainEqual({ code: 'treatment', facts: expect.objectContaining({ treatment: 'blot' }) })
    expect(there.dropped).toContainEqual({
      code: 'treatment',
      facts: expect.objectContaining({ treatment: 'bonnet' }),
    })
    expect(back.added).toEqual(there.dropped)
    expect(back.dropped).toEqual(there.added)
    expect(back.minutes).toBeCloseTo(-there.minutes, 9)
  })
  it('sees order, product, place and motion', () => {
    expect(differenceOf(of(), of({ 'glass-timing': 'before-dressing' })).moved).toBe(true)
    expect(
      speak
        .difference(differenceOf(of(), of({ glass: 'no-chemical' })))
        .changed.map((c) => c.what)
        .join(),
    ).toContain('→ no product')
    expect(
      speak
        .difference(differenceOf(of(), of({ 'spray-where': 'surface' })))
        .changed.map((c) => c.what)
        .join(),
    ).toContain('on the surface')
    expect(differenceOf(of(), of({ odour: 'ozone' })).notes).toHaveLength(1)
  })
})
