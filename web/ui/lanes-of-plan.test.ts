import { describe, expect, it } from 'vitest'
import { title } from '#core/procedures/messages.ts'
import { speak } from '#words/en/speak.ts'
import { waitsIn } from './LaneBox.tsx'
import { flagsOf, spellsOf, threadsOf } from './lanes-of-plan.ts'
import type { Plan } from './plan.ts'

function view(assignments: [string, number, number, string[]][], change: Partial<Plan> = {}): Plan {
  const steps = Object.fromEntries(
    assignments.map(([activity, , , people]) => [
      activity,
      {
        title: title('treatment', { treatment: activity.split('/')[1]! }),
        stage: activity.split('/')[1]!.split(':')[0]!,
        by: people.length > 0 ? people : undefined,
      },
    ]),
  )
  return {
    now: 100,
    changed: false,
    people: [
      { id: 'ana', name: 'Ana', skills: [] },
      { id: 'ben', name: 'Ben', skills: [] },
    ],
    jobs: [
      { id: 'j1', callSign: 'Alder', colour: '#111111', due: 300 },
      { id: 'j2', callSign: 'Teasel', colour: '#222222', due: null },
    ],
    steps,
    assignments: assignments.map(([activity, start, end, technicians]) => ({ activity, start, end, technicians })),
    answer: { warnings: [{ code: 'skill', message: '', activities: ['j1/seats:2'] }] },
    ...change,
  } as unknown as Plan
}

describe('spells', () => {
  it('join one person’s neighbouring steps on one car and name what is done there as segments', () => {
    const [spell, ...rest] = spellsOf(
      view([
        ['j1/vacuum:1', 110, 118, ['ana']],
        ['j1/vacuum:2', 118, 125, ['ana']],
        ['j1/seats:1', 127, 140, ['ana']],
      ]),
      100,
    )
    expect(rest).toEqual([])
    expect(spell).toMatchObject({
      row: 'ana',
      start: 110,
      end: 140,
      segments: [
        { start: 110, end: 125, word: 'vacuum', state: 'ahead' },
        { start: 127, end: 140, word: 'seats wet', state: 'ahead' },
      ],
      callSign: 'Alder',
      state: 'ahead',
      activities: ['j1/vacuum:1', 'j1/vacuum:2', 'j1/seats:1'],
    })
  })
  it('do not join over a gap or another car; what is over and what is ahead are segments of one stay under way', () => {
    const count = (list: [string, number, number, string[]][]) => spellsOf(view(list), 100).length
    expect(
      count([
        ['j1/vacuum:1', 110, 118, ['ana']],
        ['j1/vacuum:2', 134, 139, ['ana']],
      ]),
    ).toBe(2)
    expect(
      count([
        ['j1/vacuum:1', 110, 118, ['ana']],
        ['j2/vacuum:2', 118, 125, ['ana']],
      ]),
    ).toBe(2)
    const [stay] = spellsOf(
      view([
        ['j1/vacuum:1', 80, 90, ['ana']],
        ['j1/vacuum:2', 90, 110, ['ana']],
      ]),
      100,
    )
    expect(stay).toMatchObject({ start: 80, end: 110, state: 'running' })
    expect(stay!.segments.map((s) => s.state)).toEqual(['done', 'running'])
  })
  it('join over a wait at the car, which is told; not over a break', () => {
    const list: [string, number, number, string[]][] = [
      ['j1/seats:1', 110, 118, ['ana']],
      ['j1/seats:2', 120, 125, ['ana']],
      ['j1/seats:3', 135, 150, ['ana']],
    ]
    const [stay, ...more] = spellsOf(view(list), 100)
    expect(more).toEqual([])
    expect(stay).toMatchObject({ start: 110, end: 150 })
    expect(waitsIn(stay!)).toEqual([{ start: 125, end: 135 }])
    const hours: [number, number][] = [
      [0, 130],
      [140, 600],
    ]
    const people = [{ id: 'ana', name: 'Ana', skills: [], hours }]
    expect(spellsOf(view(list, { people }), 100).map((s) => [s.start, s.end])).toEqual([
      [110, 125],
      [135, 150],
    ])
  })
  it('two people on one step have a block each; passive steps have none', () => {
    const spells = spellsOf(
      view([
        ['j1/seats:1', 110, 118, ['ana', 'ben']],
        ['j1/dry-out:1', 118, 300, []],
      ]),
      100,
    )
    expect(spells.map((s) => s.row)).toEqual(['ana', 'ben'])
  })
  it('mark what a hand broke, and only then', () => {
    const list: [string, number, number, string[]][] = [['j1/seats:2', 110, 118, ['ana']]]
    expect(spellsOf(view(list), 100)[0]!.warned).toBe(false)
    expect(spellsOf(view(list, { changed: true }), 100)[0]!.warned).toBe(true)
  })
})

it('threads are what runs by itself and is not over; flags are due times of planned cars', () => {
  const plan = view([
    ['j1/dry-out:1', 50, 90, []],
    ['j1/dry-out:2', 90, 200, []],
    ['j1/dry-out:3', 400, 500, []],
    ['j1/seats:1', 110, 118, ['ana']],
  ])
  expect(threadsOf(plan, speak).map((t) => t.id)).toEqual(['j1/dry-out:2', 'j1/dry-out:3'])
  expect(threadsOf(plan, speak, 150).map((t) => t.id)).toEqual(['j1/dry-out:2'])
  expect(flagsOf(plan)).toEqual([{ id: 'j1', at: 300, text: 'Alder', colour: '#111111' }])
})
