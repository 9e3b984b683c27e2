import { expect, it } from 'vitest'
import type { PlanView } from '#server/plan/views.ts'
import { staysOf } from './my-day.ts'

type At = [number, number]
const step = (id: string, at: At | undefined, by: string[], fixed = false) => ({
  id,
  ...(at ? { at } : {}),
  by,
  ...(fixed ? { fixed: true } : {}),
})
const plan = {
  jobs: [
    {
      id: 'a',
      callSign: 'Alder',
      colour: '#345',
      steps: [
        step('dust', [480, 490], ['ana'], true),
        step('vacuum', [490, 510], ['ana']),
        step('seats', [510, 530], ['ana', 'ben']),
        step('dry', undefined, []),
        step('glass', [600, 615], ['ana']),
      ],
    },
    {
      id: 'b',
      callSign: 'Briar',
      colour: '#543',
      steps: [step('floor', [540, 570], ['ana']), step('dash', [570, 580], ['ben'])],
    },
  ],
} as unknown as PlanView

it('puts together what lies on one car in one go, and leaves out what is over, passive or somebody else’s', () => {
  expect(staysOf(plan, 'ana').map((s) => [s.sign, s.from, s.steps, s.minutes])).toEqual([
    ['Alder', 490, 2, 40],
    ['Briar', 540, 1, 30],
    ['Alder', 600, 1, 15],
  ])
  expect(staysOf(plan, 'ben').map((s) => s.sign)).toEqual(['Alder', 'Briar'])
  expect(staysOf(null, 'ana')).toEqual([])
})
