import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { historyOf } from './history.ts'
import type { WorkEvent } from './schema.ts'

const procedure = generateProcedure(carA(), catalogue)
const event = (position: number, type: WorkEvent['type'], data: object, more: object = {}) =>
  ({
    id: `e${position}`,
    position,
    type,
    data,
    author: 'ana',
    serverTime: `2026-05-04T10:0${position}:00.000Z`,
    ...more,
  }) as unknown as WorkEvent

it('is read from the latest back: who, when, what it is about and what was said with it', () => {
  const offline = { at: '2026-05-04T09:00:00.000Z', conflict: 'over' }
  const lines = historyOf(
    [
      event(1, 'step-started', { step: 'dust:car' }),
      event(3, 'incident', { kind: 'burn', note: 'steam on the wrist', done: 'cooled', hurt: 'Ana' }),
      event(2, 'step-paused', { step: 'dust:car', reason: 'Break' }, { offline }),
    ],
    procedure,
  )
  expect(lines.map((l) => [l.type, l.kind, l.words])).toEqual([
    ['incident', 'found', 'steam on the wrist. cooled. Ana'],
    ['step-paused', 'work', 'Break'],
    ['step-started', 'work', ''],
  ])
  expect(lines[1]).toMatchObject({ at: offline.at, offline: true, conflict: 'over' })
  expect(lines[2]!.step?.code).toBe('treatment')
})

it('keeps lines of steps that the procedure no longer has', () => {
  expect(historyOf([event(1, 'step-finished', { step: 'gone:car' })], procedure)[0]).toMatchObject({
    type: 'step-finished',
    words: '',
  })
})
