import { describe, expect, it } from 'vitest'
import type { DayJobView, DayView } from '#server/day/views.ts'
import type { Plan } from '#web/ui/plan.ts'
import { glanceOf } from './glance.ts'

// Ten o'clock in Lisbon, which is UTC in winter.
const job = (callSign: string, more: Partial<DayJobView>): DayJobView => ({
  id: callSign,
  callSign,
  colour: '#000',
  state: 'checked-in',
  vehicle: '',
  plate: '',
  petals: [],
  minutesLeft: 60,
  arrives: '2026-11-27T08:00:00Z',
  due: null,
  ready: null,
  running: [],
  hands: [],
  stepsDone: 0,
  steps: 10,
  needs: [],
  ...more,
})
const day = (...jobs: DayJobView[]): DayView => ({
  day: '2026-11-27',
  now: 600,
  serverTime: '2026-11-27T10:00:00Z',
  jobs,
  bottles: [],
})
const plan = (assignments: Plan['assignments']) =>
  ({
    people: [
      { id: 't', name: 'Tam' },
      { id: 'w', name: 'Wren' },
    ],
    assignments,
  }) as unknown as Plan
const zone = 'Europe/Lisbon'

describe('the day in two seconds', () => {
  it('says which car will be late and by how much, the latest first; what is in time is not told', () => {
    const seen = glanceOf(
      day(
        job('Alder', { due: '2026-11-27T12:00:00Z', ready: 735 }),
        job('Teasel', { due: '2026-11-27T12:00:00Z', ready: 760 }),
        job('Hazel', { due: '2026-11-27T12:00:00Z', ready: 700 }),
      ),
      null,
      zone,
    )
    expect(seen.late).toEqual([
      { sign: 'Teasel', by: 40, isNow: false },
      { sign: 'Alder', by: 15, isNow: false },
    ])
  })
  it('tells of cars that the plan has in time and most days would not, the least likely first', () => {
    const due = { due: '2026-11-27T12:00:00Z' }
    const jobs = [
      job('Alder', { ...due, ready: 715 }),
      job('Teasel', { ...due, ready: 760 }),
      job('Hazel', { ...due, ready: 700 }),
      job('Sorrel', { ...due, ready: 719 }),
      job('Yarrow', due),
    ]
    const chances: Record<string, number | undefined> = { Alder: 0.5, Teasel: 0.1, Hazel: 0.9, Sorrel: 0.3 }
    const odds = { now: 600, jobs: jobs.map(({ id }) => ({ job: id, inTime: chances[id] })) } as never
    // Teasel will be late anyway, and is told so; nothing is known of Yarrow.
    expect(glanceOf(day(...jobs), null, zone, odds).risk).toEqual([
      { sign: 'Sorrel', chance: 0.3 },
      { sign: 'Alder', chance: 0.5 },
    ])
    expect(glanceOf(day(...jobs), null, zone).risk).toEqual([])
  })
  it('a car past its promise is late now, whatever the plan said; one handed over is not', () => {
    const past = { due: '2026-11-27T09:30:00Z', ready: 560 }
    const { late } = glanceOf(day(job('Alder', past), job('Sorrel', { ...past, state: 'handed-over' })), null, zone)
    expect(late).toEqual([{ sign: 'Alder', by: 30, isNow: true }])
  })
  it('free is who has nothing running and nothing planned now, until their next', () => {
    const at = (technicians: string[], start: number, end: number) => ({
      activity: `${start}`,
      start,
      end,
      technicians,
    })
    const running = [{ step: 's', title: {} as never, person: 'Tam' }]
    expect(glanceOf(day(job('Alder', { running })), plan([at(['w'], 640, 660)]), zone).free).toEqual([
      { name: 'Wren', until: 640 },
    ])
    // Whose next begins in five minutes is not free for anything.
    expect(glanceOf(day(), plan([at(['w'], 605, 620)]), zone).free.map((f) => f.name)).toEqual(['Tam'])
    expect(glanceOf(day(), plan([at(['w'], 590, 610)]), zone).free).toEqual([{ name: 'Tam', until: undefined }])
  })
  it('next is who comes first today; tomorrow’s are counted and not among today’s', () => {
    const seen = glanceOf(
      day(
        job('Burdock', { state: 'draft', arrives: '2026-11-27T13:30:00Z' }),
        job('Yarrow', { state: 'draft', arrives: '2026-11-27T09:30:00Z' }),
        job('Hazel', { state: 'draft', arrives: '2026-11-28T08:00:00Z' }),
      ),
      null,
      zone,
    )
    expect(seen.next).toEqual({ sign: 'Yarrow', arrives: '2026-11-27T09:30:00Z', overdue: true })
    expect(seen.today.map((j) => j.callSign)).toEqual(['Burdock', 'Yarrow'])
    expect(seen.later).toBe(1)
  })
  it('by the shop’s own midnight', () => {
    const draft = job('Hazel', { state: 'draft', arrives: '2026-11-27T23:30:00Z' })
    expect(glanceOf(day(draft), null, 'Europe/Lisbon').later).toBe(0)
    expect(glanceOf(day(draft), null, 'Asia/Tokyo').later).toBe(1)
  })
})
