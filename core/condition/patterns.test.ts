import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import {
  againstNormal,
  isClean,
  mirrored,
  opposite,
  presetCondition,
  selected,
  selections,
  withPreset,
} from './patterns.ts'

const surfaces = surfacesOf(bodyNamed('hatchback'), catalogue.surfaces)
const ids = new Set(surfaces.map((s) => s.id))

describe('presets by use', () => {
  it.each(catalogue.presets)('$id marks surfaces this car has, and guesses no stain and no damage', (preset) => {
    const condition = presetCondition(preset, surfaces)
    expect(Object.keys(condition).length).toBeGreaterThan(20)
    for (const [id, c] of Object.entries(condition)) {
      expect(ids.has(id)).toBe(true)
      expect(c.stains ?? c.damage ?? c.biohazard).toBeUndefined()
    }
  })
})

describe('a use laid over what is there', () => {
  const [family, dog] = ['family', 'dog'].map((id) => catalogue.presets.find((p) => p.id === id)!)
  it('adds to another: of each surface the dirtier stands, hair and grit too', () => {
    const first = withPreset({}, family!, surfaces).condition
    const both = withPreset(first, dog!, surfaces).condition
    const alone = presetCondition(dog!, surfaces)
    for (const { id } of surfaces) {
      const most = (of: 'soil' | 'hair' | 'sand') => Math.max(first[id]?.[of] ?? 0, alone[id]?.[of] ?? 0)
      expect([both[id]?.soil ?? 0, both[id]?.hair ?? 0, both[id]?.sand ?? 0], id).toEqual([
        most('soil'),
        most('hair'),
        most('sand'),
      ])
    }
  })
  it('takes nothing back that was seen, and says how much it changed; again it changes nothing', () => {
    const seen = { 'seat-1l.seat-base': { soil: 4, stains: [{ kind: 'tannin', age: 'old' as const, attempts: 0 }] } }
    const { condition, changed } = withPreset(seen, family!, surfaces)
    expect(condition['seat-1l.seat-base']).toMatchObject(seen['seat-1l.seat-base'])
    expect(changed).toBe(Object.keys(condition).length - 1)
    expect(withPreset(condition, family!, surfaces).changed).toBe(0)
  })
})

describe('sets of surfaces', () => {
  it.each(selections)('%s is never empty and within the car', (what) => {
    const set = selected(what, surfaces, 'left')
    expect(set.length).toBeGreaterThan(2)
    expect(set.every((id) => ids.has(id))).toBe(true)
  })
  it('the driver’s side follows the wheel and does not meet the passenger’s', () => {
    const [left, right] = [selected('driver', surfaces, 'left'), selected('driver', surfaces, 'right')]
    expect(left).toContain('seat-1l.seat-base')
    expect(right).toContain('seat-1r.seat-base')
    expect(left.filter((id) => right.includes(id))).toEqual([])
    expect(selected('passenger', surfaces, 'left')).toEqual(right)
  })
})

describe('mirroring', () => {
  it('takes soil, hair and grit across and leaves stains and damage where they are', () => {
    const before = {
      'seat-1l.seat-base': { soil: 3, hair: 2, stains: [{ kind: 'tannin', age: 'old' as const, attempts: 0 }] },
      'seat-1r.seat-base': { soil: 1, damage: [{ kind: 'burn' }] },
      'foot-1r.carpet': { soil: 2 },
      'dash.dash-top': { soil: 2 },
    }
    const after = mirrored(before, surfaces, 'left')
    expect(after['seat-1r.seat-base']).toEqual({ soil: 3, hair: 2, damage: [{ kind: 'burn' }] })
    expect(after['foot-1r.carpet']).toBeUndefined()
    expect(after['dash.dash-top']).toEqual({ soil: 2 })
    expect(after['seat-1l.seat-base']).toBe(before['seat-1l.seat-base'])
  })
  it('twice there and back is the same; what has no opposite stays', () => {
    expect(opposite('seat-2c.seat-base')).toBeUndefined()
    for (const { id } of surfaces) {
      const other = opposite(id)
      if (other) expect(opposite(other)).toBe(id)
    }
  })
})

it('a car against its own normal: one level away or more, worst first', () => {
  expect(
    againstNormal({ a: { soil: 4 }, b: { soil: 2 }, c: { soil: 1 } }, { a: 2, b: 1.5, d: 3 }).map((d) => d.surface),
  ).toEqual(['a', 'c', 'd'])
})

it('clean is nothing to say', () => {
  expect(isClean({ soil: 0, hair: 0, stains: [] })).toBe(true)
  expect(isClean({ soil: 0, moisture: 'damp' })).toBe(false)
})
