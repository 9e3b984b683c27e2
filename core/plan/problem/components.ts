import type { Problem } from './problem.ts'

/** Activities that a maximum lag ties together and that are placed as one: all of them or none. */
export interface Component {
  index: number
  /** In topological order. */
  acts: number[]
  job: number
  into: number[]
  out: number[]
}

/** Tarjan's strongly connected components (1972), iterative; returns a component number a node. */
function strongComponents(count: number, next: readonly ReadonlySet<number>[]): number[] {
  const number = new Array<number>(count).fill(-1)
  const low = new Array<number>(count).fill(0)
  const component = new Array<number>(count).fill(-1)
  const stack: number[] = []
  let counter = 0
  let components = 0
  for (let root = 0; root < count; root++) {
    if (number[root] !== -1) continue
    const work: { node: number; rest: number[] }[] = []
    const enter = (node: number) => {
      number[node] = low[node] = counter++
      stack.push(node)
      work.push({ node, rest: [...next[node]!] })
    }
    enter(root)
    while (work.length > 0) {
      const { node, rest } = work[work.length - 1]!
      const to = rest.pop()
      if (to !== undefined) {
        if (number[to] === -1) enter(to)
        else if (component[to] === -1) low[node] = Math.min(low[node]!, number[to]!)
        continue
      }
      work.pop()
      const parent = work[work.length - 1]
      if (parent) low[parent.node] = Math.min(low[parent.node]!, low[node]!)
      if (low[node] !== number[node]) continue
      for (;;) {
        const member = stack.pop()!
        component[member] = components
        if (member === node) break
      }
      components++
    }
  }
  return component
}

/**
 * Groups activities by their maximum lags, and whatever lies between two members of a group with them, so that groups can be placed one after another.
 */
export function componentsOf(problem: Problem): Component[] {
  const { acts, links } = problem
  // A maximum lag ties both ways; strong components of that graph are the groups and everything between their members.
  const next = acts.map(() => new Set<number>())
  for (const link of links) {
    next[link.from]!.add(link.to)
    if (link.maxLag !== Number.POSITIVE_INFINITY) next[link.to]!.add(link.from)
  }
  const of = strongComponents(acts.length, next)
  const byNumber = new Map<number, Component>()
  for (const act of problem.topological) {
    let component = byNumber.get(of[act]!)
    if (!component) {
      component = { index: byNumber.size, acts: [], job: acts[act]!.job, into: [], out: [] }
      byNumber.set(of[act]!, component)
    }
    component.acts.push(act)
  }
  const list = [...byNumber.values()]
  const pairs = new Set<string>()
  for (const link of links) {
    const [a, b] = [byNumber.get(of[link.from]!)!, byNumber.get(of[link.to]!)!]
    if (a === b || pairs.has(`${a.index} ${b.index}`)) continue
    pairs.add(`${a.index} ${b.index}`)
    a.out.push(b.index)
    b.into.push(a.index)
  }
  return list
}
