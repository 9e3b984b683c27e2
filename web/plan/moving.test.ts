import { describe, expect, it } from 'vitest'
import type { Spell } from '#web/ui/lanes-of-plan.ts'
import type { Plan } from '#web/ui/plan.ts'
import { moved, movesOf, movesToKeep } from './moving.ts'

const plan = {
  now: 100,
  people: [
    { id: 'ana', name: 'Ana', skills: ['extract'] },
    { id: 'ben', name: 'Ben', skills: [] },
    { id: 'cleo', name: 'Cleo', skills: [] },
  ],
  assignments: [
    { activity: 'j1/clear', start: 90, end: 110, technicians: ['ana'] },
    { activity: 'j1/vacuum', start: 110, end: 130, technicians: ['ana'] },
    { activity: 'j1/extract', start: 130, end: 150, technicians: ['ana'] },
    { activity: 'j1/lift', start: 150, end: 155, technicians: ['ana', 'ben'] },
    { activity: 'j2/glass', start: 120, end: 125, technicians: ['ben'] },
  ],
  steps: {
    'j1/clear': { fixed: true },
    'j1/vacuum': {},
    'j1/extract': { skills: ['extract'] },
    'j1/lift': {},
    'j2/glass': {},
  },
} as unknown as Plan
const stay = { id: 'ana j1/clear', row: 'ana', activities: ['j1/clear', 'j1/vacuum', 'j1/extract', 'j1/lift'] } as Spell
const inHand = { id: stay.id, to: 'ana', by: 0 }

describe('a stay in hand', () => {
  it('comes to no move where it was; what has begun stays, and the second of two people too', () => {
    expect(movesOf(plan, stay, inHand)).toEqual([])
    expect(movesOf(plan, stay, { ...inHand, to: 'cleo' })).toEqual([
      { activity: 'j1/vacuum', technicians: ['cleo'], start: null },
      { activity: 'j1/extract', technicians: ['cleo'], start: null },
      { activity: 'j1/lift', technicians: ['cleo', 'ben'], start: null },
    ])
    // Given to somebody who is at it already, nobody is named twice.
    expect(movesOf(plan, stay, { ...inHand, to: 'ben' })[2]!.technicians).toEqual(['ben'])
    expect(movesOf(plan, stay, { ...inHand, by: 15 }).map((m) => m.start)).toEqual([125, 145, 165])
  })
  it('goes no further than the first and the last person, and not before now', () => {
    expect(moved(plan, stay, inHand, 0, -3).to).toBe('ana')
    expect(moved(plan, stay, inHand, 0, 9).to).toBe('cleo')
    // The first of it that can be moved begins at 110 and it is 100: ten minutes sooner at most.
    expect(moved(plan, stay, inHand, -60, 0).by).toBe(-10)
    expect(moved(plan, stay, inHand, 25, 1)).toMatchObject({ by: 25, to: 'ben' })
  })
})

it('keeping somebody on a car leaves them what is ahead of it and what they may do alone', () => {
  const [ana, ben] = plan.people
  expect(movesToKeep(plan, 'j1', ana!).map((m) => m.activity)).toEqual(['j1/vacuum', 'j1/extract'])
  expect(movesToKeep(plan, 'j1', ben!).map((m) => m.activity)).toEqual(['j1/vacuum'])
})
