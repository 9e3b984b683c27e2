import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { carA } from '../tests/fixtures/cars.ts'

function chamomile(args: string[], input: unknown) {
  const done = spawnSync('bin/chamomile', args, {
    input: typeof input === 'string' ? input : JSON.stringify(input),
    encoding: 'utf8',
  })
  return {
    code: done.status,
    out: done.stdout ? JSON.parse(done.stdout) : undefined,
    error: done.stderr.trim() ? JSON.parse(done.stderr) : undefined,
  }
}

describe('bin/chamomile', () => {
  it('mixes', () => {
    const { code, out } = chamomile(['mix'], { ratio: { concentrate: 1, water: 12 }, fill_ml: 5000, capacity_ml: 5000 })
    expect(code).toBe(0)
    expect(out.concentrate_ml).toBeCloseTo(384.62, 2)
  })
  it('makes procedures', () => {
    const { code, out } = chamomile(['procedure'], carA())
    expect(code).toBe(0)
    expect(out.steps.length).toBeGreaterThan(20)
  })
  it('plans', () => {
    const { out } = chamomile(['plan'], {
      technicians: [{ id: 't', shifts: [[0, 60]] }],
      jobs: [{ id: 'j' }],
      activities: [{ id: 'a', job: 'j', minutes: 10 }],
      budgetMs: 50,
    })
    expect(out.assignments).toEqual([{ activity: 'a', start: 0, end: 10, technicians: ['t'] }])
  })
  it('reads labels, marks bottles and counts what a concentrate gives', () => {
    expect(chamomile(['ratio'], { text: '1:4' }).out.readings[1].doseChange).toBe(0.25)
    const refused = chamomile(['ratio'], { text: '164' })
    expect([refused.code, refused.error.errors[0].pointer, refused.error.errors[0].suggestion]).toEqual([
      2,
      '/text',
      '1:64',
    ])
    const shape = { kind: 'cylinder', diameter: 100, height: 200 }
    const { out } = chamomile(['marks'], { shape, marks: [{ ratio: { concentrate: 1, water: 9 }, fill_ml: 1000 }] })
    expect(out.marks[0].fill_mm).toBeCloseTo(127.32, 1)
    const given = { concentrate_ml: 5000, ratio: { concentrate: 1, water: 15 }, bottle_ml: 750, vehicle_ml: 250 }
    expect(chamomile(['yield'], given).out).toMatchObject({
      ready_ml: 80000,
      bottles: 106,
      left_over_ml: 500,
      vehicles: 320,
    })
  })
  it('prints schemas', () => {
    expect(chamomile(['schema', 'mix'], '').out).toMatchObject({ $id: 'mix', type: 'object' })
  })
  it.each([
    ['no JSON', ['mix'], '{', 'not-json', undefined],
    [
      'surplus and missing fields',
      ['mix'],
      { ratio: { concentrate: 1, water: 1 }, fill_ml: 5, extra: 1 },
      'invalid',
      '/extra',
    ],
    [
      'what core refuses',
      ['mix'],
      { ratio: { concentrate: 1, water: 1 }, fill_ml: 5, capacity_ml: 4 },
      'invalid',
      '/fill_ml',
    ],
    ['an unknown verb', ['brew'], {}, 'unknown-verb', undefined],
  ] as const)('refuses %s with code 2 and one JSON error', (_name, args, input, code, pointer) => {
    const answer = chamomile([...args], input)
    expect(answer.code).toBe(2)
    expect(answer.error.code).toBe(code)
    if (pointer) expect(answer.error.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer)
  })
})
