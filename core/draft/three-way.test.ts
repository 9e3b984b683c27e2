import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Json, sameJson, threeWay } from './three-way.ts'

const surface = (pointer: string) => /^\/condition\/[^/]+$/.test(pointer)

describe('two people on one document', () => {
  it('on other surfaces: both are kept, and it is said who changed what', () => {
    const base = { condition: { seat: { soil: 1 }, mat: { soil: 1 } }, notes: '' }
    const mine = { condition: { seat: { soil: 3 }, mat: { soil: 1 } }, notes: '' }
    const theirs = { condition: { seat: { soil: 1 }, mat: { soil: 2 }, dash: { soil: 1 } }, notes: 'in a hurry' }
    const { value, differences } = threeWay<Json>(base, mine, theirs, surface)
    expect(value).toEqual({
      condition: { seat: { soil: 3 }, mat: { soil: 2 }, dash: { soil: 1 } },
      notes: 'in a hurry',
    })
    expect(Object.fromEntries(differences.map((d) => [d.pointer, d.by]))).toEqual({
      '/condition/seat': 'mine',
      '/condition/mat': 'theirs',
      '/condition/dash': 'theirs',
      '/notes': 'theirs',
    })
  })
  it('on the same surface: a surface is one thing, and the last hand stands', () => {
    const base = { condition: { seat: { soil: 1 } } }
    const { value, differences } = threeWay<Json>(
      base,
      { condition: { seat: { soil: 3 } } },
      { condition: { seat: { soil: 1, hair: 2 } } },
      surface,
    )
    expect(value).toEqual({ condition: { seat: { soil: 3 } } })
    expect(differences).toEqual([
      { pointer: '/condition/seat', mine: { soil: 3 }, theirs: { soil: 1, hair: 2 }, by: 'both' },
    ])
  })
  it('what one took away and the other did not touch stays away', () => {
    const { value } = threeWay<Json>({ a: 1, b: 2 }, { a: 1 }, { a: 5, b: 2 })
    expect(value).toEqual({ a: 5 })
  })
  it('who both add to a list add both', () => {
    const { value } = threeWay<Json>({ edits: ['x'] }, { edits: ['x', 'mine'] }, { edits: ['x', 'theirs'] })
    expect(value).toEqual({ edits: ['x', 'theirs', 'mine'] })
  })
  it('whatever the documents: one who changed nothing takes the other’s, and no change of mine is lost', () => {
    const doc = fc.dictionary(fc.constantFrom('a', 'b', 'c', '/~'), fc.dictionary(fc.constantFrom('x', 'y'), fc.nat(3)))
    fc.assert(
      fc.property(doc, doc, doc, (base, mine, theirs) => {
        expect(sameJson(threeWay<Json>(base, base, theirs).value, theirs)).toBe(true)
        expect(sameJson(threeWay<Json>(base, mine, base).value, mine)).toBe(true)
        const merged = threeWay<Json>(base, mine, theirs).value as Record<string, Record<string, number>>
        for (const [key, inner] of Object.entries(mine))
          for (const [k, v] of Object.entries(inner)) if (base[key]?.[k] !== v) expect(merged[key]?.[k]).toBe(v)
      }),
      { numRuns: 500 },
    )
  })
})
