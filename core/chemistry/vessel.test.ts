import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { speak } from '#words/en/speak.ts'
import type { Product } from './schema.ts'
import { alwaysAsk, keepsUntil, vesselFindings } from './vessel.ts'

const made = (id: string, ...families: string[]): Product => ({
  ...catalogue.products.find((p) => p.id === 'neutral-cleaner')!,
  id,
  families,
})
const product = (id: string) => catalogue.products.find((p) => p.id === id)!
const into = (content: Parameters<typeof vesselFindings>[0], adding: Product, rinsed = false) =>
  vesselFindings(content, adding, catalogue.neverMix, { rinsed, closed: true })

describe('one vessel', () => {
  // Said once more by hand from the safety rules, so that a pair taken out of the catalogue is missed here.
  it.each([
    ['chlorine', 'acid'],
    ['chlorine', 'ammonia'],
    ['chlorine', 'alcohol'],
    ['chlorine', 'solvent'],
    ['chlorine', 'peroxide'],
    ['chlorine', 'reducer'],
    ['chlorine', 'quat'],
    ['chlorine', 'enzyme'],
    ['acid', 'alkali'],
    ['reducer', 'peroxide'],
    ['peroxide', 'acid'],
    ['quat', 'anionic'],
    ['enzyme', 'peroxide'],
    ['enzyme', 'quat'],
    ['peroxide', 'solvent'],
  ])('%s never meets %s, whichever was first, rinsed vessel or not asked', (a, b) => {
    for (const [first, second] of [
      [a, b],
      [b, a],
    ]) {
      const findings = into(made('first', first!), made('second', second!))
      expect(
        findings.some((f) => f.kind === 'stop'),
        `${first} then ${second}`,
      ).toBe(true)
      for (const f of findings) expect(speak.vessel(f).remedy).toContain('Follow the label')
    }
    const without = catalogue.neverMix.filter((p) => ![a, b].every((x) => [p.a, p.b].includes(x)))
    const found = vesselFindings(made('first', a), made('second', b), without, { rinsed: false, closed: true })
    if (a !== 'chlorine' && b !== 'chlorine') expect(found.every((f) => f.kind === 'rinse')).toBe(true)
  })
  it('chlorine is never put into anything, oxygen bleach never into a closed bottle', () => {
    expect(into(null, made('bleach', 'chlorine')).map((f) => f.code)).toEqual(['no-chlorine'])
    expect(into(null, made('oxi', 'peroxide', 'oxygen-bleach')).map((f) => f.code)).toEqual(['swells'])
    expect(
      vesselFindings(null, made('oxi', 'peroxide', 'oxygen-bleach'), catalogue.neverMix, {
        rinsed: false,
        closed: false,
      }),
    ).toEqual([])
  })
  it('another product and an unknown remnant need a recorded rinse; the same product does not', () => {
    expect(into(product('leather-cleaner'), product('neutral-cleaner')).map((f) => f.kind)).toEqual(['rinse'])
    expect(into('unknown', product('apc')).map((f) => f.code)).toEqual(['unknown-remnant'])
    expect(into(product('apc'), product('apc'))).toEqual([])
    expect(into(product('acid-rinse'), product('apc')).map((f) => [f.code, f.kind])).toEqual([['acid-alkali', 'stop']])
    expect(into(product('acid-rinse'), product('apc'), true)).toEqual([])
  })
})

describe('labels', () => {
  it('a ready mix has a day it is used by', () => {
    expect(keepsUntil(product('disinfectant'), '2026-11-25T08:00:00.000Z')).toBe('2026-11-26T08:00:00.000Z')
  })
  it('hazardous products’ labels are always asked about', () => {
    expect(['disinfectant', 'acid-rinse', 'spotter', 'peroxide'].every((id) => alwaysAsk(product(id)))).toBe(true)
    expect(alwaysAsk(product('apc'))).toBe(false)
  })
  it('every product says its signal word where it has a pictogram', () => {
    for (const p of catalogue.products) {
      if (p.pictograms.length > 0) expect(p.signal, p.id).not.toBe('none')
      for (const code of p.h) expect(code).toMatch(/^H[2-4]\d\d$/)
      for (const code of p.p) expect(code).toMatch(/^P\d{3}(\+P\d{3})*$/)
      for (const r of Object.values(p.methods ?? {}))
        expect(r.concentrate / (r.concentrate + r.water)).toBeLessThanOrEqual(
          p.maximum.concentrate / (p.maximum.concentrate + p.maximum.water),
        )
    }
  })
})
