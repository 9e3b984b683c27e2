import { expect, it } from 'vitest'
import { compile } from '#core/plan/problem/problem.ts'
import { Board } from './board.ts'

const problem = compile({
  technicians: ['ana', 'ben', 'cem'].map((id) => ({ id, shifts: [[0, 100]] })),
  jobs: [{ id: 'car' }, { id: 'other' }],
  activities: [
    { id: 'busy', job: 'car', minutes: 20, crew: 1 },
    { id: 'one', job: 'car', minutes: 10, crew: 1 },
    { id: 'two', job: 'car', minutes: 10, crew: 2 },
    { id: 'over', job: 'other', minutes: 10, crew: 1 },
  ],
  goingOver: 4,
})
const [busy, one, two, over] = problem.acts
const [ana, ben, cem] = [0, 1, 2]
/** Ana is busy until 20; who is waited for by activity. */
function board(waitsFor: number[], team?: number[]): Board {
  const teams = [team && new Set(team), undefined]
  const made = new Board(problem, () => 0, teams, waitsFor)
  made.place(busy!, { start: 0, end: 20, people: [ana] })
  return made
}

it('who is waited for does it, though others are free sooner; alone or with whoever is free then', () => {
  expect(board([-1, -1, -1, -1]).earliest(one!, 0, 100)).toEqual({ start: 0, end: 10, people: [ben] })
  expect(board([-1, ana, -1, -1]).earliest(one!, 0, 100)).toEqual({ start: 20, end: 30, people: [ana] })
  expect(board([-1, -1, ana, -1]).earliest(two!, 0, 100)).toEqual({ start: 20, end: 30, people: [ana, ben] })
})

it('nobody is waited for whom the job is not left to', () => {
  expect(board([-1, ana, ana, -1], [ben, cem]).earliest(one!, 0, 100)).toEqual({ start: 0, end: 10, people: [ben] })
  expect(board([-1, ana, ana, -1], [ben, cem]).earliest(two!, 0, 100)).toEqual({
    start: 0,
    end: 10,
    people: [ben, cem],
  })
})

it('who is waited for has the minutes to go over', () => {
  expect(board([-1, -1, -1, ana]).earliest(over!, 0, 100)).toEqual({ start: 24, end: 34, people: [ana] })
  expect(board([-1, -1, -1, ana]).ways(over!.job, ana, 24)).toBe(1)
})
