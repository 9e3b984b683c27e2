import { expect, it } from 'vitest'
import { pairsOf } from './pairs.ts'

const photo = (id: string, kind: string, surface: string | null) => ({ id, kind, surface })

it('a pair is the last before and the last after of one place; of half a pair, damage or the whole car there is none', () => {
  const pairs = pairsOf([
    photo('1', 'before', 'seat-1l.seat-base'),
    photo('2', 'before', 'seat-1l.seat-base'),
    photo('3', 'before', 'foot-1l.carpet'),
    photo('4', 'after', 'seat-1l.seat-base'),
    photo('5', 'half', 'foot-1l.carpet'),
    photo('6', 'damage', 'dash.dash-top'),
    photo('7', 'before', null),
    photo('8', 'after', null),
    photo('9', 'before', 'load.load-floor'),
    photo('10', 'after', 'load.load-floor'),
  ])
  expect(pairs.map(({ before, after }) => [before.id, after.id])).toEqual([
    ['2', '4'],
    ['9', '10'],
  ])
})
