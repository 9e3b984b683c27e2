import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { emptyState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { checkListFor } from './check-list.ts'
import { reportOf } from './report.ts'

it('lists only the places this car has', () => {
  const listOf = (body: Body, functions: CheckIn['functions'] = {}) => {
    const { checkIn } = requestFor(body, {})
    return checkListFor({ ...checkIn, functions }, surfacesOf(body, catalogue.surfaces), catalogue)
  }
  const ids = (id: string) => listOf(bodyNamed(id)).map((p) => p.id)
  expect(ids('carrier')).toContain('sliding')
  expect(ids('hatchback')).not.toContain('sliding')
  const twoSeater = { ...bodyNamed('hatchback'), load: 'none' as const }
  expect(listOf(twoSeater).map((p) => p.id)).not.toContain('hatch')
  const dead = listOf(bodyNamed('hatchback'), { windows: { works: false }, seats: { works: false } })
  expect(dead.map((p) => p.id)).not.toContain('lip')
  expect(speak.placeToCheck(dead.find((p) => p.id === 'seat-slid')!)).not.toMatch(/slid/)
  expect(speak.placeToCheck(listOf(bodyNamed('hatchback')).find((p) => p.id === 'seat-slid')!)).toMatch(/slid/)
})

it('reports what was done, what remains and why', () => {
  const request = carA()
  request.checkIn.belongings = [{ what: 'rowing cap', where: 'rear seat' }]
  request.checkIn.condition['overhead-2.headliner'] = { soil: 4 }
  const procedure = generateProcedure(request, catalogue)
  const [first, second] = procedure.steps
  const at = '2026-01-01T00:00:00.000Z'
  const state: WorkState = {
    ...emptyState(),
    steps: {
      [first!.id]: {
        status: 'finished',
        by: ['ana'],
        runningBy: null,
        startedAt: at,
        since: null,
        worked: 1,
        finishedAt: at,
        reason: null,
        event: 'e1',
      },
      [second!.id]: {
        status: 'skipped',
        by: [],
        runningBy: null,
        startedAt: null,
        since: null,
        worked: 0,
        finishedAt: at,
        reason: 'owner in a hurry',
        event: 'e2',
      },
    },
    checks: { smell: { passed: false, by: 'ben', note: 'faint smoke', selfChecked: false } },
  }
  const report = reportOf(request.checkIn, procedure, state, catalogue, 'Etc/GMT-3')
  expect(report.done).toEqual([{ title: first!.title, by: ['ana'], minutes: first!.minutes }])
  const why = report.remains.map((r) => speak.remains(r).why).join(' | ')
  expect(why).toContain('owner in a hurry')
  expect(why).toContain('what remains is recorded')
  expect(why).toContain('faint smoke')
  expect(report.belongings).toHaveLength(1)
  expect(report.checks.find((c) => c.place.id === 'belts')!.passed).toBeNull()
})
