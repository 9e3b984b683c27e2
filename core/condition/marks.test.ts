import { expect, it } from 'vitest'
import { marksOf, marksOver } from './marks.ts'

it('signs come in the order of what stops work first, hair and grit with their level', () => {
  expect(
    marksOf({ soil: 0, sand: 1, hair: 3, moisture: 'damp', damage: [{ kind: 'burn' }], biohazard: ['blood'] }),
  ).toEqual(['B', 'D', 'W', 'H3', 'G1'])
  expect(marksOf(undefined)).toEqual([])
})
it('of a place each stands once, at its highest', () => {
  expect(
    marksOver([
      ['S', 'H1'],
      ['H3', 'G2'],
      ['B', 'G1'],
    ]),
  ).toEqual(['B', 'S', 'H3', 'G2'])
})
