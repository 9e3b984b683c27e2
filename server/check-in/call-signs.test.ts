import { expect, it } from 'vitest'
import { freeCallSigns } from './call-signs.ts'

it('gives every plant once, then every plant with a number, none of them taken', () => {
  const all = freeCallSigns(new Set(), 500)
  expect(new Set(all.map((c) => c.name)).size).toBe(500)
  expect(all[0]!.name).toBe('Alder')
  expect(all.slice(0, 170).every((c) => /^[A-Z][a-z]+$/.test(c.name))).toBe(true)
  expect(all.some((c) => c.name === 'Alder 2')).toBe(true)
  expect(all.every((c) => c.name.length <= 30 && /^#[0-9A-F]{6}$/.test(c.colour))).toBe(true)
  expect(freeCallSigns(new Set(['Alder', 'Burdock']), 2).map((c) => c.name)).toEqual(['Teasel', 'Sorrel'])
})
