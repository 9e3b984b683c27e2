import { expect, it } from 'vitest'
import { violationSaid } from '#core/plan/messages.ts'
import { title } from '#core/procedures/messages.ts'
import type { Plan } from '#web/ui/plan.ts'
import { readable } from './readable.ts'

const lm = title('treatment', { treatment: 'lm', group: 'seats-1', rows: 2 })
const plan = {
  jobs: [{ id: 'j1', callSign: 'Alder', colour: '#000000', due: null }],
  people: [{ id: 'p1', name: 'Ines', skills: [] }],
  steps: { 'j1/lm:seats-1': { title: lm, stage: 'seats' } },
} as unknown as Plan

it('says names for ids and clock times for minutes', () => {
  const said = [
    violationSaid('skill', { person: 'p1', lacks: ['extract'], activity: 'j1/lm:seats-1' }),
    violationSaid('too-early', { activity: 'j1/lm:seats-1', start: 545, earliest: 600 }),
    violationSaid('crew-limit', { at: 545, people: 4, job: 'j1', limit: 3 }),
  ].map((s) => ({ code: s.code, said: s, activities: [] }))
  const { warnings } = readable({ unscheduled: [], warnings: said }, plan)
  expect(warnings.map((w) => w.message)).toEqual([
    expect.stringMatching(/^Ines does not hold extract, which Alder: Front seats: .* needs\.$/),
    expect.stringMatching(/^Alder: Front seats: .* starts at 9:05, before 10:00\.$/),
    'At 9:05 4 people would be on Alder; it allows 3.',
  ])
})
