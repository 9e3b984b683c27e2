import type { Problem } from '#core/plan/problem/problem.ts'

/**
 * The same day run backwards from a moment: what waits for something now comes before it, shifts and what is out of use lie the other way
 * round. A plan of it, turned round again, has everything as late as it may be, which is a good order to plan forwards by (justification after
 * Valls, Ballestín and Quintanilla 2005).
 * @param from the moment that becomes 0
 */
export function mirrored(problem: Problem, from: number): Problem {
  const turned = ([start, end]: [number, number]): [number, number] => [from - end, from - start]
  const acts = problem.acts.map((act) => ({ ...act, into: act.out.map(turnedLink), out: act.into.map(turnedLink) }))
  return {
    ...problem,
    acts,
    links: problem.links.map(turnedLink),
    people: problem.people.map((p) => ({ ...p, shifts: p.shifts.map(turned).reverse() })),
    kit: problem.kit.map((k) => ({ ...k, out: k.out.map(turned) })),
    // What is pinned stands where it stands; nothing of it is a fact that broke a rule, the other way round.
    pins: new Map(
      [...problem.pins].map(([act, pin]) => [act, { ...pin, start: from - pin.end, end: from - pin.start }]),
    ),
    now: 0,
    topological: [...problem.topological].reverse(),
  }
}

const turnedLink = <L extends { from: number; to: number }>(link: L): L => ({ ...link, from: link.to, to: link.from })
