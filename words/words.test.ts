import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { inWords, type Kind } from './catalogue.ts'
import { language } from './en/language.ts'
import { speak } from './en/speak.ts'
import { asWritten, say } from './message.ts'

type Plain = Record<string, unknown>
const idsOf = (kind: Kind) =>
  (catalogue[kind] as unknown as Plain[]).map((e) => (e.id as string | undefined) ?? `${e.place}.${e.kind}`)
const kinds = Object.keys(language.texts.kinds) as Kind[]

describe.each([language])('the catalogue in $tag', ({ texts }) => {
  it.each(kinds)('%s: every entry has its words, and no words are left over', (kind) => {
    expect(Object.keys(texts.kinds[kind]).sort()).toEqual([...new Set(idsOf(kind))].sort())
  })
  it('no text is empty but a limit that a stain does not have', () => {
    const empty: string[] = []
    const walk = (value: unknown, path: string) => {
      if (value === '' && !path.endsWith('/limit')) empty.push(path)
      if (typeof value === 'object' && value !== null)
        for (const [key, inner] of Object.entries(value)) walk(inner, `${path}/${key}`)
    }
    walk(texts, '')
    expect(empty).toEqual([])
  })
  it('what the catalogue names by id alone has its words, and nothing else has', () => {
    const named = (...lists: (readonly string[])[]) => [...new Set(lists.flat())].sort()
    expect(Object.keys(texts.tools).sort()).toEqual(named(catalogue.treatments.map((t) => t.tool)))
    expect(Object.keys(texts.wear).sort()).toEqual(
      named(
        catalogue.treatments.flatMap((t) => t.ppe),
        catalogue.products.flatMap((p) => p.ppe),
        catalogue.stops.flatMap((s) => s.wear ?? []),
      ),
    )
    expect(Object.keys(texts.productCautions).sort()).toEqual(named(catalogue.products.flatMap((p) => p.cautions)))
  })
  it('what a choice, a function, a stop or a damage says of itself is there', () => {
    for (const rule of catalogue.houseRules)
      for (const choice of rule.choices) {
        const own = texts.kinds.houseRules[rule.id]!.choices[choice.id]!
        expect(Object.keys(own.motion ?? {}).sort(), choice.id).toEqual([...(choice.motions ?? [])].sort())
        expect(own.note !== undefined, choice.id).toBe(choice.noted === true)
      }
    for (const { id, instead = {} } of catalogue.functions)
      for (const what of ['motion', 'refused', 'cautions', 'places'] as const)
        expect(Object.keys(texts.kinds.functions[id]!.said?.[what] ?? {}), id).toEqual(instead[what] ?? [])
    for (const stop of catalogue.stops) expect(texts.kinds.stops[stop.id]!.doing, stop.id).toHaveLength(stop.lines)
    for (const { id, effects } of catalogue.damages)
      expect(Object.keys(texts.kinds.damages[id]!.effects ?? {})).toEqual(
        effects.flatMap((e, i) => (e.advised ? [String(i)] : [])),
      )
    for (const row of catalogue.wholeCar) {
      const own = texts.kinds.wholeCar[row.id]!
      expect([own.why !== undefined, own.refusedName !== undefined], row.id).toEqual([
        row.protected === true,
        row.refused !== undefined,
      ])
    }
  })
})

describe('facts and words', () => {
  it('the facts alone hold no text that people read', () => {
    const spoken: string[] = []
    const walk = (value: unknown, path: string) => {
      if (typeof value === 'string' && /\s/.test(value)) spoken.push(`${path}: ${value}`)
      if (typeof value === 'object' && value !== null)
        for (const [key, inner] of Object.entries(value)) walk(inner, `${path}/${key}`)
    }
    walk(catalogue, '')
    expect(spoken).toEqual([])
  })
  it('put together they are the catalogue core reads, with names beside', () => {
    const worded = inWords(catalogue, language.texts, () => ({}))
    const asCore: Catalogue = worded
    expect(asCore.treatments.map((t) => t.rate)).toEqual(catalogue.treatments.map((t) => t.rate))
    expect(worded.treatments.find((t) => t.id === 'hotx')).toMatchObject({
      name: 'Hot-extract seats',
      techniques: ['HX'],
    })
    expect(worded.surfaces.find((s) => s.place === 'bucket' && s.kind === 'seat-base')!.name).toBe('base')
    expect(worded.houseRules[0]!.choices[0]!.reason.length).toBeGreaterThan(10)
  })
})

describe('saying', () => {
  it('surfaces are called by row, side, driver and kind', () => {
    const base = { kind: 'seat-base', place: 'bucket', rows: 2 }
    expect(speak.surface({ ...base, zone: 'seat-1l', driver: true })).toBe('Driver seat base')
    expect(speak.surface({ ...base, zone: 'seat-1r' })).toBe('Passenger seat base')
    expect(speak.surface({ ...base, place: 'bench', zone: 'seat-2c' })).toBe('Rear centre seat base')
    expect(speak.surface({ ...base, rows: 3, zone: 'seat-3l' })).toBe('Third-row left seat base')
    expect(speak.surface({ kind: 'dash-top', place: 'dash', zone: 'dash', rows: 2 })).toMatch(/^[A-Z]/)
  })
  it('what an earlier release stored as text stands as it was written', () => {
    expect(say({}, { code: asWritten, facts: { text: 'Front seats: wet-vacuum' } }, speak.names)).toBe(
      'Front seats: wet-vacuum',
    )
  })
  it('a code of a newer release and an id the catalogue lost are shown, not hidden', () => {
    expect(say(language.procedures.titles, { code: 'levitate', facts: {} }, speak.names)).toBe('levitate')
    expect(speak.title({ code: 'treatment', facts: { treatment: 'gone' } })).toBe('gone')
  })
  it('no code is in two of the tables faults are said from', () => {
    const { procedures, mixing, plan } = language
    const codes = [
      procedures.findings,
      procedures.reasons,
      mixing.labelFaults,
      plan.violations((id) => id, String),
    ].flatMap((table) => Object.keys(table))
    expect(new Set(codes).size).toBe(codes.length)
  })
})
