import { expect, it } from 'vitest'
import { withList } from './lists-csv.ts'
import { nothingOwn } from './schema.ts'
import type { SetUp } from './set-up.ts'

const setUp: SetUp = {
  kind: 'shop set-up',
  name: 'Heron Slip',
  timeZone: 'Europe/Dublin',
  about: null,
  houseRules: {},
  rates: null,
  own: nothingOwn,
  machines: [{ kind: 'vacuum', count: 1, home: null, broken: null, upkeep: null }],
  people: [
    { login: 'tam', name: 'Tam', role: 'lead', skills: [], shifts: [], week: null, daysOff: [], trainee: false },
  ],
}
const ground = {
  machineOf: (name: string) => (['vacuum', 'steamer'].includes(name) ? name : undefined),
  skillOf: (name: string) => (name === 'leather' ? name : undefined),
  roleOf: (name: string) => (name === 'crew lead' ? ('lead' as const) : undefined),
  readHours: (text: string): [number, number][] | undefined =>
    text === '' ? [] : text === '8-12' ? [[480, 720]] : undefined,
}

it('machines: a known one gets its new count, a new one comes, a bad line says why', () => {
  const taken = withList(
    setUp,
    [
      { machine: 'vacuum', count: '3', home: 'van' },
      { machine: 'steamer', count: '', home: '' },
      { machine: 'rocket', count: '1', home: '' },
      { machine: 'vacuum', count: 'many', home: '' },
      { machine: 'vacuum', count: '1', home: 'moon' },
    ],
    ground,
  )!
  expect(taken.setUp.machines.map((m) => [m.kind, m.count, m.home])).toEqual([
    ['steamer', 1, null],
    ['vacuum', 3, 'van'],
  ])
  expect(taken.faults.map((f) => f.line)).toEqual([4, 5, 6])
})
it('people: each comes with a way to sign in, nobody twice', () => {
  const taken = withList(
    setUp,
    [
      { name: 'Zoë Maré', role: 'crew lead', skills: 'leather', hours: '8-12' },
      { name: 'Tam', role: '', skills: '', hours: '' },
      { name: 'Pim', role: 'king', skills: '', hours: '' },
      { name: 'Uma', role: '', skills: 'flying', hours: '' },
      { name: 'Ivo', role: '', skills: '', hours: 'late' },
    ],
    ground,
  )!
  expect(taken.setUp.people.slice(1)).toEqual([
    {
      login: 'zoe-mare',
      name: 'Zoë Maré',
      role: 'lead',
      skills: ['leather'],
      shifts: [[480, 720]],
      week: null,
      daysOff: [],
      trainee: false,
    },
  ])
  expect(taken.faults.map((f) => f.line)).toEqual([3, 4, 5, 6])
})
it('a file of neither list is not taken for one', () =>
  expect(withList(setUp, [{ colour: 'red' }], ground)).toBeUndefined())
