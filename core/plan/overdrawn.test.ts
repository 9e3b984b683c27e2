import { describe, expect, it } from 'vitest'
import { overdrawn } from './overdrawn.ts'

const dries = (job: string, from: number, to: number, machine = 'blower') => ({ job, machine, from, to })
const one = () => 1

describe('what more cars count on than there are', () => {
  it('is nothing while one after the other has it, nor while one car has it for two places', () => {
    expect(overdrawn([dries('alder', 600, 660), dries('hazel', 660, 700)], one)).toEqual([])
    expect(overdrawn([dries('alder', 600, 660), dries('alder', 620, 700)], one)).toEqual([])
    expect(overdrawn([], one)).toEqual([])
  })
  it('is told from when to when, with the cars in their order', () => {
    expect(overdrawn([dries('hazel', 630, 700), dries('alder', 600, 660)], one)).toEqual([
      { machine: 'blower', count: 1, from: 630, to: 660, jobs: ['alder', 'hazel'] },
    ])
  })
  it('is one stretch where one car gives it to the next that another has been waiting for too', () => {
    const day = [dries('alder', 600, 660), dries('hazel', 620, 700), dries('bramble', 650, 720)]
    expect(overdrawn(day, one)).toEqual([
      { machine: 'blower', count: 1, from: 620, to: 700, jobs: ['alder', 'hazel', 'bramble'] },
    ])
    expect(overdrawn(day, () => 2)).toEqual([
      { machine: 'blower', count: 2, from: 650, to: 660, jobs: ['alder', 'hazel', 'bramble'] },
    ])
    expect(overdrawn(day, () => 3)).toEqual([])
  })
  it('is told of each kind by itself, the earliest first, and where there is none of it at all', () => {
    const day = [dries('alder', 600, 610), dries('hazel', 500, 510, 'heater')]
    expect(overdrawn(day, () => 0).map(({ machine, jobs }) => [machine, jobs])).toEqual([
      ['heater', ['hazel']],
      ['blower', ['alder']],
    ])
  })
})
