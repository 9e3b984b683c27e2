import type { Placed } from '#core/plan/board/board.ts'
import type { Act, Problem } from './problem.ts'

export interface Violation {
  code: string
  message: string
  activities: string[]
}

/**
 * Every rule of the contract that a set of placements breaks. Used for pins, for facts (as warnings) and for what a person changes by hand.
 * @param placed by activity index; undefined where not planned
 */
export function violations(problem: Problem, placed: readonly (Placed | undefined)[]): Violation[] {
  const found: Violation[] = []
  const add = (code: string, message: string, ...acts: Act[]) =>
    found.push({ code, message, activities: acts.map((a) => a.id) })
  const done = problem.acts.filter((a) => placed[a.index])
  for (const act of done) {
    const at = placed[act.index]!
    const job = problem.jobs[act.job]!
    const earliest = Math.max(job.release, problem.now)
    if (!problem.pins.get(act.index)?.fact && at.start < earliest)
      add('too-early', `"${act.id}" starts at ${at.start}, before ${earliest}.`, act)
    if (new Set(at.people).size !== act.crew)
      add('crew', `"${act.id}" needs ${act.crew} people and has ${new Set(at.people).size}.`, act)
    for (const p of at.people) {
      const person = problem.people[p]!
      const lacking = act.skills.filter((s) => !person.skills.has(s))
      if (lacking.length > 0)
        add('skill', `"${person.id}" does not hold ${lacking.join(' and ')}, which "${act.id}" needs.`, act)
      if (!person.shifts.some(([start, end]) => start <= at.start && at.end <= end))
        add('shift', `"${act.id}" from ${at.start} to ${at.end} is not inside one shift of "${person.id}".`, act)
      const first = person.shifts[0]
      if (person.site !== undefined && first && at.start < first[0] + problem.travel(person.site, job.site))
        add('travel', `"${person.id}" cannot reach "${act.id}" by ${at.start}.`, act)
    }
    for (const k of act.equipment)
      if (problem.kit[k]!.site !== undefined && problem.kit[k]!.site !== job.site)
        add('site', `"${problem.kit[k]!.id}" is not where "${act.id}" is.`, act)
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
        'order',
        `"${b.id}" starts at ${to.start}; after "${a.id}" it may not before ${from.end + link.minLag}.`,
        a,
        b,
      )
    if (to.start > from.end + link.maxLag)
      add('max-lag', `"${b.id}" starts at ${to.start}; after "${a.id}" it must by ${from.end + link.maxLag}.`, a, b)
  }
  capacityViolations(problem, placed, done, add)
  return found
}

type Add = (code: string, message: string, ...acts: Act[]) => void

function pairViolations(problem: Problem, a: Act, b: Act, x: Placed, y: Placed, add: Add) {
  const overlap = x.start < y.end && y.start < x.end
  if (overlap && a.job === b.job) {
    const zone = a.zones.find((z) => b.zones.includes(z))
    if (zone) add('zone', `"${a.id}" and "${b.id}" are in "${zone}" at the same time.`, a, b)
  }
  for (const p of x.people) {
    if (!y.people.includes(p)) continue
    const travel = problem.travel(problem.jobs[a.job]!.site, problem.jobs[b.job]!.site)
    if (x.start < y.end + travel && y.start < x.end + travel) {
      add(
        'person',
        `"${problem.people[p]!.id}" would be on "${a.id}" and "${b.id}" at once${travel > 0 ? ', with the way between them' : ''}.`,
        a,
        b,
      )
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
          'equipment',
          `At ${use.start} ${at.length} of "${kit.id}" would be in use; there are ${kit.count}.`,
          ...at.map((o) => o.act),
        )
      if (kit.out.some(([start, end]) => use.start < end && start < use.end))
        add('equipment-out', `"${kit.id}" is out of use during "${use.act.id}".`, use.act)
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
          'crew-limit',
          `At ${placed[act.index]!.start} ${people} people would be on "${job.id}"; it allows ${job.crewLimit}.`,
          ...at,
        )
    }
  })
}
