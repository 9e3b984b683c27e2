import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { dayNamed } from '../../tests/support/plan-problems.ts'
import { plan } from './plan.ts'

// Optima that a constraint solver proved, which shares no code with the planner (docs/plan-quality.md): minutes late, end of the day, hand-overs.

const optima: Record<string, [late: number, end: number, hands: number]> = JSON.parse(
  readFileSync('tests/fixtures/plan-optima.json', 'utf8'),
)

describe('small days of which the best is known', () => {
  const answers = Object.entries(optima).map(([day, best]) => {
    const request = { ...dayNamed(day), iterations: 1500 }
    return { day, best, request, answer: plan(request) }
  })
  it('no bound is above what can be reached, and no feasible plan better', () => {
    expect(answers.length).toBeGreaterThan(25)
    for (const { day, best, request, answer } of answers) {
      expect(faultsOfPlan(request, answer), day).toEqual([])
      const { bounds, objective } = answer
      expect(bounds.weightedTardiness, day).toBeLessThanOrEqual(best[0])
      // The end of the day is bounded among plans that are no later than they must be.
      if (objective.weightedTardiness === best[0]) expect(bounds.makespan, day).toBeLessThanOrEqual(best[1])
      const ours = [objective.weightedTardiness, objective.makespan, objective.handovers]
      const better = ours[0]! - best[0] || ours[1]! - best[1] || ours[2]! - best[2]
      expect(better, `${day}: ${ours.join(' / ')}`).toBeGreaterThanOrEqual(0)
    }
  })
  it('the end of the day is met on nine in ten of them, and all of it on four in five', () => {
    const share = (is: (a: (typeof answers)[number]) => boolean) => answers.filter(is).length / answers.length
    const lateAndEnd = share(
      ({ best, answer: { objective: o } }) => o.weightedTardiness === best[0] && o.makespan === best[1],
    )
    const all = share(
      ({ best, answer: { objective: o } }) =>
        o.weightedTardiness === best[0] && o.makespan === best[1] && o.handovers === best[2],
    )
    expect(lateAndEnd).toBeGreaterThanOrEqual(0.9)
    expect(all).toBeGreaterThanOrEqual(0.8)
  })
  it('the bound on the end of the day is nine tenths of the best and more, in the middle', () => {
    const ratio = answers.map(({ best, answer }) => answer.bounds.makespan / best[1]).sort((a, b) => a - b)
    expect(ratio[Math.floor(ratio.length / 2)]).toBeGreaterThanOrEqual(0.9)
  })
})
