import { readFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import { describe, expect, it } from 'vitest'
import { schemaFiles, schemaText } from '../bin/schemas.ts'
import { catalogue } from './catalogue.ts'

describe('published schemas', () => {
  it.each(Object.entries(schemaFiles))('%s is what the code says', (file, schema) => {
    expect(readFileSync(file, 'utf8')).toBe(schemaText(schema))
  })
})

describe('catalogue files', () => {
  const files = Object.keys(schemaFiles).filter((f) => f.startsWith('catalogue/'))
  it.each(files)('%s holds for its data', (file) => {
    const validate = new Ajv({ allErrors: true, strict: false }).compile(JSON.parse(readFileSync(file, 'utf8')))
    validate(JSON.parse(readFileSync(file.replace('/schema', ''), 'utf8')))
    expect(validate.errors ?? []).toEqual([])
  })
})

describe('references', () => {
  const ids = (list: { id: string }[]) => new Set(list.map((x) => x.id))
  const unknown = (known: Set<string>, used: string[]) => [...new Set(used)].filter((id) => !known.has(id))
  it('every name used is a name defined, and none is defined twice', () => {
    const treatments = new Set([...ids(catalogue.treatments), ...ids(catalogue.wholeCar)])
    const stages = ids(catalogue.stages)
    const selectors = catalogue.orderRules.flatMap((r) => [r.first, r.next])
    expect(
      unknown(
        treatments,
        catalogue.programmes.flatMap((p) => p.soil.flat()),
      ),
    ).toEqual([])
    expect(
      unknown(treatments, [
        ...catalogue.stains.flatMap((s) => s.treatments),
        ...catalogue.stainGroups.flatMap((g) => g.on.flatMap((row) => row.treatments)),
      ]),
    ).toEqual([])
    expect(
      unknown(
        treatments,
        selectors.flatMap((s) => s.treatments ?? []),
      ),
    ).toEqual([])
    expect(
      unknown(
        treatments,
        catalogue.cautions.flatMap((c) => c.when.treatments ?? []),
      ),
    ).toEqual([])
    expect(
      unknown(
        new Set([...stages, 'wet']),
        catalogue.treatments.map((t) => t.stage),
      ),
    ).toEqual([])
    expect(
      unknown(stages, [
        ...selectors.flatMap((s) => s.stages ?? []),
        ...catalogue.programmes.map((p) => p.stage),
        ...catalogue.wholeCar.map((w) => w.stage),
      ]),
    ).toEqual([])
    expect(
      unknown(
        ids(catalogue.equipment),
        catalogue.treatments.flatMap((t) => t.equipment),
      ),
    ).toEqual([])
    expect(
      unknown(
        ids(catalogue.skills),
        catalogue.treatments.flatMap((t) => t.skills),
      ),
    ).toEqual([])
    for (const list of [
      catalogue.materials,
      catalogue.treatments,
      catalogue.products,
      catalogue.orderRules,
      catalogue.stains,
    ])
      expect(ids(list).size).toBe(list.length)
  })
  it('every product has a ratio for each purpose it is used for, none above its label’s maximum', () => {
    for (const t of catalogue.treatments)
      if (t.product)
        expect(catalogue.products.find((p) => p.id === t.product!.id)?.ratios[t.product.purpose], t.id).toBeDefined()
    const share = (r: { concentrate: number; water: number }) => r.concentrate / (r.concentrate + r.water)
    for (const p of catalogue.products)
      for (const r of Object.values(p.ratios)) expect(share(r)).toBeLessThanOrEqual(share(p.maximum))
  })
  it('holds the whole table of 36 materials by 20 techniques', () => {
    expect(catalogue.materials).toHaveLength(36)
    for (const m of catalogue.materials) expect(Object.keys(m.tolerates)).toHaveLength(20)
  })
})
