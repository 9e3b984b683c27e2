import { faultOf } from '#core/message/message.ts'
import { violations } from '#core/plan/problem/check.ts'
import { criticalChain } from '#core/plan/problem/critical.ts'
import { compile, type Problem } from '#core/plan/problem/problem.ts'
import { boundsOf } from '#core/plan/search/bounds.ts'
import { changed } from '#core/plan/search/objective.ts'
import type { Solution } from '#core/plan/search/search.ts'
import { solve } from '#core/plan/search/solve.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Assignment, PlanAnswer, PlanRequest } from './schema.ts'

/** Says whether there is time for more; core reads no clock of its own. */
export type KeepGoing = () => boolean

/** Pins must satisfy everything among themselves; facts are told about, not refused. */
function checkPins(problem: Problem): PlanAnswer['warnings'] {
  const placed = problem.acts.map((a) => {
    const pin = problem.pins.get(a.index)
    return pin ? { start: pin.start, end: pin.end, people: pin.people } : undefined
  })
  const isFact = (id: string) => problem.pins.get(problem.acts.findIndex((a) => a.id === id))?.fact === true
  const broken = violations(problem, placed)
  // A rule between two facts, or inside one, is a warning; as soon as a pin takes part it could have been put elsewhere.
  const refused = broken.filter((v) => !v.activities.some(isFact))
  if (refused.length > 0) {
    throw new BadInput(refused.map((v) => faultOf('/fixed', v.said)))
  }
  return broken
}

export function assignmentsOf(problem: Problem, board: Solution['board']): Assignment[] {
  return problem.acts
    .flatMap((act) => {
      const at = board.placed[act.index]
      return at
        ? [{ activity: act.id, start: at.start, end: at.end, technicians: at.people.map((p) => problem.people[p]!.id) }]
        : []
    })
    .sort((a, b) => a.start - b.start || (a.activity < b.activity ? -1 : 1))
}

/** What is otherwise than in the plan people went by, as it was there. */
function movedIn({ previous = [] }: PlanRequest, problem: Problem, solution: Solution): Assignment[] {
  const moved = new Set(changed(problem, solution).map((act) => problem.acts[act]!.id))
  return previous.filter((a) => moved.has(a.activity))
}

/** The one unit more (of a machine or a skill on the critical chain) that would help most, found by planning again with it. */
function bottleneckOf(
  request: PlanRequest,
  problem: Problem,
  solution: Solution,
  keepGoing: KeepGoing,
): PlanAnswer['bottleneck'] {
  const chain = criticalChain(problem, solution.board)
  const machines = [...new Set(chain.flatMap((a) => a.equipment))].map((k) => ({
    kind: 'equipment' as const,
    id: problem.kit[k]!.id,
  }))
  const skills = [...new Set(chain.flatMap((a) => (a.crew > 0 ? a.skills : [])))].map((id) => ({
    kind: 'skill' as const,
    id,
  }))
  const candidates = [...machines, ...skills].slice(0, 3)
  let best: PlanAnswer['bottleneck'] = null
  for (const { kind, id } of candidates) {
    const more: PlanRequest =
      kind === 'equipment'
        ? { ...request, equipment: request.equipment!.map((e) => (e.id === id ? { ...e, count: e.count + 1 } : e)) }
        : { ...request, technicians: [...request.technicians, oneMore(request, id)] }
    const other = solve(compile(more), request.seed ?? 1, (n) => n < solution.iterations && keepGoing())
    const fall =
      other.score[0] < solution.score[0] ? 0 : solution.score[1] - other.score[1] || solution.score[2] - other.score[2]
    if (fall > (best?.minutes ?? 0)) best = { kind, id, minutes: fall }
  }
  return best
}

function oneMore(request: PlanRequest, skill: string): PlanRequest['technicians'][number] {
  const model = request.technicians.find((t) => t.skills?.includes(skill))!
  return { ...model, id: `${model.id} (one more)` }
}

/**
 * Plans a crew's day: who does which activity when, under every rule of the contract.
 * With `iterations` in the request the answer is the same byte for byte each time and `keepGoing` is not asked.
 * @throws BadInput for requests that contradict themselves, with a JSON Pointer to each fault
 */
export function plan(
  request: PlanRequest,
  keepGoing: KeepGoing = () => true,
  onBetter?: (assignments: Assignment[]) => void,
): PlanAnswer {
  const problem = compile(request)
  const warnings = checkPins(problem)
  const wanted = request.iterations ?? undefined
  const most = wanted ?? 200_000
  const going = wanted === undefined ? keepGoing : () => true
  const solution = solve(
    problem,
    request.seed ?? 1,
    (n) => n < most && going(),
    onBetter && ((s) => onBetter(assignmentsOf(problem, s.board))),
  )
  const [, weightedTardiness, makespan, handovers] = solution.score
  return {
    assignments: assignmentsOf(problem, solution.board),
    unscheduled: [...solution.failed]
      .map(([act, o]) => ({ activity: problem.acts[act]!.id, code: o.code, reason: o.reason }))
      .sort((a, b) => (a.activity < b.activity ? -1 : 1)),
    objective: { weightedTardiness, makespan, handovers },
    bounds: boundsOf(problem, solution),
    critical: criticalChain(problem, solution.board).map((a) => a.id),
    bottleneck: bottleneckOf(request, problem, solution, going),
    warnings,
    iterations: solution.iterations,
    ...(problem.previous.size > 0 ? { moved: movedIn(request, problem, solution) } : {}),
  }
}

/** What breaks when a plan is changed by hand; empty when nothing does. */
export function checkAssignments(request: PlanRequest, assignments: readonly Assignment[]): PlanAnswer['warnings'] {
  const problem = compile(request)
  const byId = new Map(assignments.map((a) => [a.activity, a]))
  const personIndex = new Map(problem.people.map((p, i) => [p.id, i]))
  const placed = problem.acts.map((act) => {
    const a = byId.get(act.id)
    return a
      ? { start: a.start, end: a.end, people: a.technicians.map((t) => personIndex.get(t) ?? -1).filter((p) => p >= 0) }
      : undefined
  })
  return violations(problem, placed)
}
