import { describe, expect, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { type Demand, dayMix, type Vessel } from './day-mix.ts'
import { drill, judge } from './drill.ts'

const ratio = { concentrate: 1, water: 10 }

/** Every way of giving vessels to demands, one by one. */
function tryAll(demands: readonly Demand[], vessels: readonly Vessel[]): [missing: number, fills: number] {
  let best: [number, number] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY]
  const walk = (i: number, used: ReadonlySet<string>, missing: number, fills: number) => {
    if (i === demands.length) {
      if (missing < best[0] || (missing === best[0] && fills < best[1])) best = [missing, fills]
      return
    }
    walk(i + 1, used, missing + 1, fills)
    for (const v of vessels)
      if (!used.has(v.id))
        walk(i + 1, new Set([...used, v.id]), missing, fills + Math.ceil(demands[i]!.ml / v.capacity - 1e-9))
  }
  walk(0, new Set(), 0, 0)
  return best
}

describe('the day mix', () => {
  it('nobody mixes 12 ml: a batch is 100 ml at least, unless a bottle in date has it', () => {
    const bottles = [{ id: 'small', capacity: 500 }]
    const wanted = [{ product: 'neutral', ratio, ml: 12 }]
    expect(dayMix(wanted, bottles, 100).fills).toMatchObject([{ vessel: 'small', ml: 100, fills: 1 }])
    const held = [{ id: 'small', capacity: 500, holds: { product: 'neutral', ratio, ml: 40 } }]
    expect(dayMix(wanted, held, 100)).toMatchObject({ fills: [], ready: [{ vessel: 'small', ml: 12 }] })
    // What the bottle lacks is mixed as a batch too.
    expect(dayMix([{ ...wanted[0]!, ml: 60 }], held, 100).fills).toMatchObject([{ ml: 100 }])
  })
  it('needs as few fills as trying everything finds, up to six demands', () => {
    const random = seededRandom(17)
    for (let n = 0; n < 150; n++) {
      const demands = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, i) => ({
        product: `p${i}`,
        ratio,
        ml: 50 + Math.floor(random() * 3000),
      }))
      const vessels = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, i) => ({
        id: `v${i}`,
        capacity: [500, 750, 946, 1000, 2000, 5000][Math.floor(random() * 6)]!,
      }))
      const answer = dayMix(demands, vessels)
      const fills = answer.fills.reduce((sum, f) => sum + f.fills, 0)
      expect([answer.without.length, fills], `case ${n}`).toEqual(tryAll(demands, vessels))
      // Never two products in one bottle.
      expect(new Set(answer.fills.map((f) => f.vessel)).size).toBe(answer.fills.length)
    }
  })
  it('uses what is in date first, and leaves a bottle that holds something else alone', () => {
    const vessels: Vessel[] = [
      { id: 'a', capacity: 1000, holds: { product: 'apc', ratio, ml: 300 } },
      { id: 'b', capacity: 5000, holds: { product: 'glass', ratio, ml: 200 } },
      { id: 'c', capacity: 500 },
    ]
    const { ready, fills } = dayMix([{ product: 'apc', ratio, ml: 700 }], vessels)
    expect(ready).toEqual([{ vessel: 'a', product: 'apc', ratio, ml: 300 }])
    expect(fills).toEqual([{ vessel: 'c', product: 'apc', ratio, ml: 400, fills: 1 }])
  })
  it('answers at once for a shop with many different bottles', () => {
    const demands = Array.from({ length: 14 }, (_, i) => ({ product: `p${i}`, ratio, ml: 100 + 137 * i }))
    const vessels = Array.from({ length: 60 }, (_, i) => ({ id: `v${i}`, capacity: 90 + 61 * i }))
    const { fills, without } = dayMix(demands, vessels)
    expect(without).toEqual([])
    // Every one of them fits into some bottle of its own.
    expect(fills.every((f) => f.fills === 1)).toBe(true)
  })
  it('says what no vessel is left for', () => {
    const two = ['x', 'y'].map((product) => ({ product, ratio, ml: 100 }))
    expect(dayMix(two, [{ id: 'only', capacity: 500 }]).without).toHaveLength(1)
    expect(dayMix([], [])).toEqual({ ready: [], fills: [], without: [] })
  })
})

describe('the pour drill', () => {
  it('has ten pours, with leftovers among them, and knows its own answers', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const pours = drill(seed)
      expect(pours).toHaveLength(10)
      expect(pours.filter((p) => p.present)).toHaveLength(3)
      for (const pour of pours) {
        expect(judge(pour, pour.answer_ml, pour.empty).right).toBe(true)
        expect(judge(pour, pour.answer_ml * 1.2, pour.empty).right).toBe(false)
        expect(judge(pour, pour.answer_ml, !pour.empty)).toMatchObject({ right: false })
        expect(pour.answer_ml).toBeLessThanOrEqual(pour.fill_ml)
      }
    }
    expect(drill(3)).toEqual(drill(3))
    expect(drill(3)).not.toEqual(drill(4))
  })
  it('says why: the share that was meant, or what had to be emptied', () => {
    const pour = drill(1).find((p) => p.empty)
    expect(judge(pour ?? drill(2).find((p) => p.empty)!, 1, false).verdict).toEqual({ is: 'had-to-be-emptied' })
  })
})
