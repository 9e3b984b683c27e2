import { readFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import { describe, expect, it } from 'vitest'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { schemaFiles, schemaText } from '../bin/schemas.ts'
import { catalogue } from './catalogue.ts'
import { assertCatalogue, catalogueFaults } from './check.ts'

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
  it('every shape fits, every name used is a name defined, and none is defined twice', () => {
    expect(catalogueFaults(catalogue)).toEqual([])
    for (const list of [
      catalogue.materials,
      catalogue.treatments,
      catalogue.products,
      catalogue.orderRules,
      catalogue.forbidden,
      catalogue.sequences,
      catalogue.neverMix,
      catalogue.stains,
    ])
      expect(ids(list).size).toBe(list.length)
  })
  it.each<[string, (c: Catalogue) => void, string, string]>([
    [
      'a wrong shape',
      (c) => {
        c.treatments[2]!.attempts = 0
      },
      'catalogue/treatments.json',
      '/2/attempts',
    ],
    [
      'a treatment nobody defines, in a programme',
      (c) => {
        c.programmes[0]!.soil[3]![1] = 'magic'
      },
      'catalogue/programmes.json',
      '/0/soil/3/1',
    ],
    [
      'a permission nobody asks for, in a whole-car row',
      (c) => {
        c.wholeCar.find((w) => w.id === 'ozone')!.when!.permission = 'magic'
      },
      'catalogue/whole-car.json',
      `/${catalogue.wholeCar.findIndex((w) => w.id === 'ozone')}/when/permission`,
    ],
    [
      'a surface kind no car has, in a forbidden rule',
      (c) => {
        c.forbidden.find((r) => r.id === 'no-dressing-on-grips')!.kinds![0] = 'wing'
      },
      'catalogue/forbidden.json',
      `/${catalogue.forbidden.findIndex((r) => r.id === 'no-dressing-on-grips')}/kinds/0`,
    ],
  ])('%s is told by file and pointer, and nothing starts with it', (_name, spoil, file, pointer) => {
    const copy = structuredClone(catalogue)
    spoil(copy)
    expect(catalogueFaults(copy)).toContainEqual(expect.objectContaining({ file, pointer }))
    expect(() => assertCatalogue(copy)).toThrow(`${file} ${pointer}`)
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
