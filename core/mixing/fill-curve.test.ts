import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fillStripSvg } from '#core/formats/fill-strip.ts'
import type { BadInput } from '#core/units/fault.ts'
import { heightAt, pointsOf, sameHeight, volumeAt } from './fill-curve.ts'
import { fillMarks } from './marks.ts'
import { yieldOf } from './yield.ts'

const jug: [number, number][] = [
  [0, 0],
  [40, 300],
  [100, 900],
  [130, 1000],
  [150, 1050],
]
const ratio = (concentrate: number, water: number) => ({ concentrate, water })

describe('volume over height', () => {
  it('is exact at the measured points, both ways, and held at the ends', () => {
    for (const [height, volume] of jug) {
      expect(volumeAt(jug, height)).toBeCloseTo(volume, 9)
      expect(heightAt(jug, volume)).toBeCloseTo(height, 9)
    }
    expect(heightAt(jug, 5000)).toBe(150)
    expect(volumeAt(jug, 900)).toBe(1050)
  })
  it('rises everywhere and never overshoots between two points, for any measured container', () => {
    const steps = fc.array(
      fc.tuple(fc.double({ min: 1, max: 100, noNaN: true }), fc.double({ min: 0.5, max: 2000, noNaN: true })),
      { minLength: 1, maxLength: 10 },
    )
    fc.assert(
      fc.property(steps, (rises) => {
        const points: [number, number][] = [[0, 0]]
        for (const [h, v] of rises) points.push([points.at(-1)![0] + h, points.at(-1)![1] + v])
        const top = points.at(-1)![0]
        let before = -1e-9
        for (let i = 0; i <= 200; i++) {
          const h = (i * top) / 200
          const v = volumeAt(points, h)
          expect(v).toBeGreaterThanOrEqual(before - 1e-7)
          before = v
          const at = points.findLastIndex(([x]) => x <= h)
          const next = points[Math.min(at + 1, points.length - 1)]!
          expect(v).toBeLessThanOrEqual(next[1] + 1e-7)
          expect(v).toBeGreaterThanOrEqual(points[at]![1] - 1e-7)
        }
        const volume = 0.37 * points.at(-1)![1]
        expect(volumeAt(points, heightAt(points, volume))).toBeCloseTo(volume, 6)
      }),
      { numRuns: 200 },
    )
  })
  it.each([
    ['cylinder', { kind: 'cylinder', diameter: 80, height: 200 }, 100, (Math.PI * 40 * 40 * 100) / 1000],
    ['box', { kind: 'box', width: 100, depth: 60, height: 200 }, 50, 300],
    [
      'tapered',
      { kind: 'tapered', bottom: 60, top: 100, height: 200 },
      200,
      (Math.PI * 200 * (3600 + 6000 + 10000)) / 12000,
    ],
    [
      'shoulder',
      { kind: 'shoulder', diameter: 80, shoulder: 150, neck: 30, height: 200 },
      150,
      (Math.PI * 1600 * 150) / 1000,
    ],
  ] as const)('a %s holds what geometry says', (_name, shape, height, volume) => {
    const points = pointsOf(shape)
    expect(volumeAt(points, height) / volume).toBeCloseTo(1, 3)
  })
  it('the same height in a wider jug is another volume', () => {
    const narrow = pointsOf({ kind: 'cylinder', diameter: 80, height: 200 })
    const wide = pointsOf({ kind: 'cylinder', diameter: 120, height: 200 })
    expect(sameHeight(narrow, wide, 400) / 400).toBeCloseTo(2.25, 2)
  })
})

describe('fill marks', () => {
  const marks = fillMarks({
    points: jug,
    marks: [
      { ratio: ratio(1, 10), fill_ml: 1000, name: 'Trim' },
      { ratio: ratio(1, 4), fill_ml: 1000, name: 'Heavy', water_first: true },
    ],
  })
  it('stand at the dose and at the fill, or at the water where that goes first', () => {
    const [trim, heavy] = marks.marks
    expect(trim).toMatchObject({ first: 'concentrate', fill_mm: 130 })
    expect(trim!.first_ml).toBeCloseTo(1000 / 11, 9)
    expect(volumeAt(jug, trim!.first_mm)).toBeCloseTo(1000 / 11, 6)
    expect(heavy).toMatchObject({ first: 'water', first_ml: 800 })
  })
  it('refuse points that fall and fills that do not fit, by pointer', () => {
    const faults = (request: Parameters<typeof fillMarks>[0]) => {
      try {
        fillMarks(request)
      } catch (error) {
        return (error as BadInput).faults.map((f) => f.pointer)
      }
      return []
    }
    const mark = [{ ratio: ratio(1, 1), fill_ml: 5 }]
    expect(
      faults({
        points: [
          [0, 0],
          [10, 5],
          [9, 8],
        ],
        marks: mark,
      }),
    ).toEqual(['/points/2'])
    expect(faults({ points: jug, marks: [{ ratio: ratio(1, 1), fill_ml: 2000 }] })).toEqual(['/marks/0/fill_ml'])
    expect(faults({ marks: mark })).toEqual(['/shape'])
  })
  it('are drawn at true scale: millimetres are millimetres, the check bar is 50 of them', () => {
    const svg = fillStripSvg(marks, 'Spray bottle <1 l>')
    const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg)!
    const [, boxWidth, boxHeight] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!
    expect([width, height]).toEqual([boxWidth, boxHeight])
    const [, from, to] = /id="check-bar" d="M57 ([\d.]+)V([\d.]+)M/.exec(svg)!
    expect(Number(from) - Number(to)).toBeCloseTo(50, 9)
    expect(svg).toContain('&lt;1 l&gt;')
    // The bottom of the strip is the bottom of the vessel: the full mark stands 130 mm above it.
    const full = [...svg.matchAll(/d="M2 ([\d.]+)H18"/g)].map((m) => Number(from) - Number(m[1]))
    expect(full.some((mm) => Math.abs(mm - 130) < 1e-6)).toBe(true)
  })
})

describe('what a concentrate gives', () => {
  it('a 5 l can at 1:15 gives 80 l, 106 bottles of 750 ml and 500 ml over, 320 vehicles at 250 ml', () => {
    expect(
      yieldOf({ concentrate_ml: 5000, ratio: ratio(1, 15), bottle_ml: 750, vehicle_ml: 250, price: 4000 }),
    ).toEqual({
      ready_ml: 80_000,
      bottles: 106,
      left_over_ml: 500,
      vehicles: 320,
      price_per_litre: 50,
      price_per_vehicle: 12.5,
    })
  })
})
