import { expect, it } from 'vitest'
import { type HandPin, standingPins, withPins } from './pins.ts'
import { plan } from './plan.ts'
import type { PlanRequest } from './schema.ts'

const day: PlanRequest = {
  technicians: ['ana', 'ben', 'cleo'].map((id) => ({
    id,
    skills: id === 'cleo' ? [] : ['extract'],
    shifts: [[0, 300]],
  })),
  jobs: [{ id: 'j1' }],
  activities: [
    { id: 'j1/walk', job: 'j1', minutes: 10 },
    { id: 'j1/vacuum', job: 'j1', minutes: 20 },
    { id: 'j1/extract', job: 'j1', minutes: 30, skill: 'extract' },
    { id: 'j1/lift', job: 'j1', minutes: 5, crew: 2 },
  ],
  links: [
    { from: 'j1/walk', to: 'j1/vacuum' },
    { from: 'j1/vacuum', to: 'j1/extract' },
  ],
  now: 30,
  fixed: [{ activity: 'j1/walk', start: 15, technicians: ['ana'] }],
  iterations: 20,
}
const pin = (activity: string, technicians: string[], start: number | null = null): HandPin => ({
  activity: `j1/${activity}`,
  technicians,
  start,
  by: 'tam',
  at: '2026-11-28T09:00:00Z',
})
const at = (request: PlanRequest, activity: string) =>
  plan(request).assignments.find((a) => a.activity === `j1/${activity}`)!

it('what has begun, and what is no more, is pinned no longer', () => {
  const pins = [pin('walk', ['ben']), pin('vacuum', ['ben']), pin('gone', ['ben'])]
  expect(standingPins(day, pins).map((p) => p.activity)).toEqual(['j1/vacuum'])
})
it('kept people do it, whoever else is free; a kept time is that time', () => {
  for (const who of ['ana', 'ben', 'cleo'])
    expect(at(withPins(day, [pin('vacuum', [who])]), 'vacuum').technicians).toEqual([who])
  expect(at(withPins(day, [pin('vacuum', ['ben'], 90)]), 'vacuum')).toMatchObject({ start: 90, technicians: ['ben'] })
  expect(at(withPins(day, [pin('vacuum', ['ben'], 90)], false), 'vacuum').start).toBeLessThan(90)
  expect([...at(withPins(day, [pin('lift', ['cleo', 'ana'])]), 'lift').technicians].sort()).toEqual(['ana', 'cleo'])
})
it('a time that is over without a start holds no more; somebody who may not, or is gone, is not asked for', () => {
  expect(withPins(day, [pin('vacuum', ['ben'], 20)]).fixed).toEqual(day.fixed)
  expect(withPins(day, [pin('extract', ['cleo'])])).toEqual(day)
  const gone = { ...day, technicians: day.technicians.map((t) => (t.id === 'ben' ? { ...t, shifts: [] } : t)) }
  expect(withPins(gone, [pin('vacuum', ['ben'], 90)])).toEqual(gone)
  // One name for two hands is not enough to ask for.
  expect(withPins(day, [pin('lift', ['ana'])])).toEqual(day)
})
