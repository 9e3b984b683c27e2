import type { Placed } from '#core/plan/board/board.ts'
import { type ViolationSaid, violationSaid } from '#core/plan/messages.ts'
import type { Act, Problem } from './problem.ts'

export interface Violation {
  code: string
  said: ViolationSaid
  activities: string[]
}

/**
 * Every rule of the contract that a set of placements breaks. Used for pins, for facts (as warnings) and for what a person changes by hand.
 * @param placed by activity index; undefined where not planned
 */
export function violations(problem: Problem, placed: readonly (Placed | undefined)[]): Violation[] {
  const found: Violation[] = []
  const add: Add = (said, ...acts) => found.push({ code: said.code, said, activities: acts.map((a) => a.id) })
  const done = problem.acts.filter((a) => placed[a.index])
  for (const act of done) {
    const at = placed[act.index]!
    const job = problem.jobs[act.job]!
    const earliest = Math.max(job.release, problem.now)
    if (!problem.pins.get(act.index)?.fact && at.start < earliest)
      add(violationSaid('too-early', { activity: act.id, start: at.start, earliest }), act)
    if (new Set(at.people).size !== act.crew)
      add(violationSaid('crew', { activity: act.id, needs: act.crew, has: new Set(at.people).size }), act)
    for (const p of at.people) {
      const person = problem.people[p]!
      const lacking = act.skills.filter((s) => !person.skills.has(s))
      if (lacking.length > 0) add(violationSaid('skill', { person: person.id, lacks: lacking, activity: act.id }), act)
      if (!person.shifts.some(([start, end]) => start <= at.start && at.end <= end))
        add(violationSaid('shift', { activity: act.id, start: at.start, end: at.end, person: person.id }), act)
      const first = person.shifts[0]
      if (person.site !== undefined && first && at.start < first[0] + problem.travel(person.site, job.site))
        add(violationSaid('travel', { person: person.id, activity: act.id, start: at.start }), act)
    }
    for (const k of act.equipment)
      if (problem.kit[k]!.site !== undefined && problem.kit[k]!.site !== job.site)
        add(violationSaid('site', { equipment: problem.kit[k]!.id, activity: act.id }), act)
  }
  done.forEach((a, i) => {
    for (const b of done.slice(i + 1)) pairViolations(problem, a, b, placed[a.index]!, placed[b.index]!, add)
  })
  for (const link of problem.links) {
    const [from, to] = [placed[link.from], placed[link.to]]
    if (!from || !to) continue
    const [a, b] = [problem.acts[link.from]!, problem.acts[link.to]!]
    if (to.start < from.end + link.minLag)
      add(
        violationSaid('order', { activity: b.id, start: to.start, after: a.id, earliest: from.end + link.minLag }),
        a,
        b,
      )
    if (to.start > from.end + link.maxLag)
      add(
        violationSaid('max-lag', { activity: b.id, start: to.start, after: a.id, latest: from.end + link.maxLag }),
        a,
        b,
      )
  }
  capacityViolations(problem, placed, done, add)
  return found
}

type Add = (said: ViolationSaid, ...acts: Act[]) => void

function pairViolations(problem: Problem, a: Act, b: Act, x: Placed, y: Placed, add: Add) {
  const overlap = x.start < y.end && y.start < x.end
  if (overlap && a.job === b.job) {
    const zone = a.zones.find((z) => b.zones.includes(z))
    if (zone) add(violationSaid('zone', { one: a.id, other: b.id, zone }), a, b)
  }
  for (const p of x.people) {
    if (!y.people.includes(p)) continue
    const travel = problem.travel(problem.jobs[a.job]!.site, problem.jobs[b.job]!.site)
    if (x.start < y.end + travel && y.start < x.end + travel) {
      add(violationSaid('person', { person: problem.people[p]!.id, one: a.id, other: b.id, way: travel > 0 }), a, b)
    }
  }
}

function capacityViolations(problem: Problem, placed: readonly (Placed | undefined)[], done: readonly Act[], add: Add) {
  const hulls = problem.jobs.map((job) => {
    const at = job.acts.flatMap((i) => (placed[i] ? [placed[i]!] : []))
    return at.length === 0
      ? undefined
      : { start: Math.min(...at.map((x) => x.start)), end: Math.max(...at.map((x) => x.end)) }
  })
  problem.kit.forEach((kit, index) => {
    const uses = done.filter((a) => a.equipment.includes(index)).map((a) => ({ act: a, ...placed[a.index]! }))
    const holds = problem.jobs.flatMap((job, j) =>
      job.holds.includes(index) && hulls[j] ? [{ act: problem.acts[job.acts[0]!]!, ...hulls[j]! }] : [],
    )
    const all = [...uses, ...holds]
    for (const use of all) {
      const at = all.filter((o) => o.start <= use.start && o.end > use.start)
      if (at.length > kit.count)
        add(
          violationSaid('equipment', { at: use.start, used: at.length, equipment: kit.id, count: kit.count }),
          ...at.map((o) => o.act),
        )
      if (kit.out.some(([start, end]) => use.start < end && start < use.end))
        add(violationSaid('equipment-out', { equipment: kit.id, activity: use.act.id }), use.act)
    }
  })
  problem.jobs.forEach((job, j) => {
    for (const act of done.filter((a) => a.job === j && a.crew > 0)) {
      const at = done.filter(
        (o) =>
          o.job === j &&
          placed[o.index]!.start <= placed[act.index]!.start &&
          placed[o.index]!.end > placed[act.index]!.start,
      )
      const people = at.reduce((sum, o) => sum + placed[o.index]!.people.length, 0)
      if (people > job.crewLimit)
        add(
          violationSaid('crew-limit', { at: placed[act.index]!.start, people, job: job.id, limit: job.crewLimit }),
          ...at,
        )
    }
  })
}
