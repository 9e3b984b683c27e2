import { expect, it } from 'vitest'
import { title } from '#core/procedures/messages.ts'
import { speak } from '#words/en/speak.ts'
import { becauseOf } from './because.ts'
import { movedLines } from './moved-lines.ts'
import type { Plan } from './plan.ts'

const step = { title: title('treatment', { treatment: 'dust' }), stage: 'dust' }
const plan = {
  now: 600,
  people: [
    { id: 'ana', name: 'Ana' },
    { id: 'ben', name: 'Ben' },
  ],
  jobs: [
    { id: 'j1', callSign: 'Alder' },
    { id: 'j2', callSign: 'Teasel' },
  ],
  steps: { 'j1/a': step, 'j1/b': step, 'j2/c': step, 'j2/d': step, 'j2/e': step },
  assignments: [
    { activity: 'j1/a', start: 620, end: 630, technicians: ['ana'] },
    { activity: 'j1/b', start: 640, end: 650, technicians: ['ana'] },
    { activity: 'j2/c', start: 660, end: 670, technicians: ['ben'] },
    { activity: 'j2/d', start: 590, end: 610, technicians: ['ben'] },
    { activity: 'j2/e', start: 680, end: 690, technicians: [] },
  ],
  answer: {
    moved: [
      { activity: 'j1/a', start: 700, end: 710, technicians: ['ben'] },
      { activity: 'j1/b', start: 720, end: 730, technicians: ['ben'] },
      { activity: 'j2/c', start: 630, end: 640, technicians: ['ben'] },
      { activity: 'j2/d', start: 500, end: 520, technicians: ['ana'] },
      { activity: 'j2/e', start: 500, end: 510, technicians: [] },
    ],
  },
} as unknown as Plan

it('says what a change moved by car and person; what has begun, and what dries, is not told', () => {
  const lines = movedLines(plan, speak)
  expect(lines).toHaveLength(2)
  expect(lines[0]).toBe('Ana: Alder, 2 steps, the first at 10:20, until now Ben’s.')
  expect(lines[1]).toMatch(/^Ben: Teasel: .* at 11:00 instead of 10:30\.$/)
})
it('tells somebody only what concerns them, also what was theirs', () => {
  expect(movedLines(plan, speak, 'ana')).toHaveLength(1)
  expect(movedLines(plan, speak, 'ben')).toHaveLength(2)
})
it('why a car is late is part of a sentence', () => {
  expect(becauseOf({ kind: 'person', person: 'ben', job: 'j2', until: 670 }, plan, speak)).toBe(
    'Ben is on Teasel until 11:10',
  )
  expect(becauseOf({ kind: 'machine', machine: 'extractor', job: 'j1', until: 650 }, plan, speak)).toMatch(
    /xtractor is on Alder until 10:50$/,
  )
  expect(becauseOf({ kind: 'overrun', activity: 'j1/a', minutes: 12 }, plan, speak)).toMatch(
    /takes 12 min more than planned$/,
  )
})
