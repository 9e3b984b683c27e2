import { expect, it } from 'vitest'
import type { PlanView } from '#server/plan/views.ts'
import { readable } from './readable.ts'

const plan = {
  jobs: [{ id: 'j1', callSign: 'Alder', colour: '#000000', due: null }],
  people: [{ id: 'p1', name: 'Ines', skills: [] }],
  steps: { 'j1/lm:seats-1': { title: 'Front seats', stage: 'seats', job: 'j1', crew: 1 } },
} as unknown as PlanView

it('says names instead of ids and leaves other words alone', () => {
  expect(readable('"p1" does not hold extract, which "j1/lm:seats-1" needs.', plan)).toBe(
    'Ines does not hold extract, which Alder: Front seats needs.',
  )
  expect(readable('in "seat-1l" on "j1"', plan)).toBe('in seat-1l on Alder')
})
