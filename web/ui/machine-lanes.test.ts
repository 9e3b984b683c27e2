import { expect, it } from 'vitest'
import { machineLanes } from './machine-lanes.ts'
import type { Plan } from './plan.ts'

/** Steps with one machine each: activity, from, to, who, machine. */
function day(list: [activity: string, start: number, end: number, who: string[], machine?: string][]): Plan {
  return {
    people: [
      { id: 'ana', name: 'Ana' },
      { id: 'ben', name: 'Ben' },
    ],
    jobs: [
      { id: 'j1', callSign: 'Alder', colour: '#111111' },
      { id: 'j2', callSign: 'Teasel', colour: '#222222' },
    ],
    steps: Object.fromEntries(list.map(([activity, , , , machine]) => [activity, machine ? { needs: [machine] } : {}])),
    assignments: list.map(([activity, start, end, technicians]) => ({ activity, start, end, technicians })),
  } as unknown as Plan
}

it('a machine’s steps on one car are one stay, with everybody who had it; what needs none is not there', () => {
  const [lane, ...others] = machineLanes(
    day([
      ['j1/a', 10, 20, ['ana'], 'extractor'],
      ['j1/b', 22, 30, ['ben'], 'extractor'],
      ['j1/c', 30, 40, ['ben']],
      ['j2/a', 45, 60, ['ana'], 'extractor'],
    ]),
    undefined,
  )
  expect(others).toEqual([])
  expect(lane!.stays.map((s) => [s.callSign, s.start, s.end, s.people])).toEqual([
    ['Alder', 10, 30, ['Ana', 'Ben']],
    ['Teasel', 45, 60, ['Ana']],
  ])
})

it('two of a kind at work at once are two lanes, and the one that stands at a car stays there', () => {
  const lanes = machineLanes(
    day([
      ['j1/a', 0, 10, ['ana'], 'vacuum'],
      ['j2/a', 5, 15, ['ben'], 'vacuum'],
      // Both are free: the second stands at Teasel already.
      ['j2/b', 20, 30, ['ana'], 'vacuum'],
    ]),
    undefined,
  )
  expect(lanes.map((l) => l.name)).toEqual(['vacuum 1', 'vacuum 2'])
  expect(lanes.map((l) => l.stays.map((s) => s.callSign))).toEqual([['Alder'], ['Teasel', 'Teasel']])
  // Nothing is ever on one machine twice at once.
  for (const { stays } of lanes)
    for (const [i, s] of stays.entries()) expect(s.start).toBeGreaterThanOrEqual(stays[i - 1]?.end ?? 0)
})

it('what nobody stands beside, as it gets warm or runs by itself, is on the machine too', () => {
  const [lane] = machineLanes(day([['j1/warm', 0, 8, [], 'steamer']]), undefined)
  expect(lane!.stays).toMatchObject([{ callSign: 'Alder', start: 0, end: 8, people: [] }])
})

it('a bay is a car’s from its first step to its last, also while it only dries', () => {
  const plan = day([
    ['j1/a', 10, 20, ['ana']],
    ['j1/dry', 20, 90, []],
    ['j2/a', 30, 60, ['ben']],
    ['j3/a', 95, 99, ['ben']],
  ])
  for (const job of plan.jobs) job.holds = ['bay']
  const lanes = machineLanes(plan, undefined)
  expect(lanes.map((l) => l.name)).toEqual(['bay 1', 'bay 2'])
  expect(lanes.map((l) => l.stays.map((s) => [s.callSign, s.start, s.end, s.people]))).toEqual([
    [['Alder', 10, 90, []]],
    [['Teasel', 30, 60, []]],
  ])
})
