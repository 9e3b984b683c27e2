import { closingStages } from '#core/procedures/closing.ts'
import type { StepLink } from '#core/procedures/schema.ts'

/** What a sequence is made of. Steps are known by their place in the list. */
export interface Sequenced {
  id: string
  minutes: number
  /** 0: it passes by itself, from when all it waits for is over. */
  crew: number
  stage: string
}

interface Wait {
  from: number
  min: number
  max: number
}

/** Steps and links by number, for a search that looks at each of them thousands of times. */
export interface SequenceProblem {
  count: number
  minutes: readonly number[]
  attended: readonly boolean[]
  /** Steps that close the job. */
  closing: readonly boolean[]
  /** Minutes of each that somebody works at and that does not close the job; else 0. */
  open: readonly number[]
  /** What each waits for. */
  waits: readonly (readonly Wait[])[]
  /** Attended steps that must come before each, also through what passes by itself. */
  before: readonly ReadonlySet<number>[]
  /** Minutes that are waited in whatever order: what the links alone take longer than all the work does. */
  leastWait: number
  /** Attended steps that belong together because one may wait only so long for the other, each list in an order its links allow. */
  blocks: readonly (readonly number[])[]
  /** The block of each attended step. */
  blockOf: ReadonlyMap<number, number>
}

/** Strongly connected groups of a small graph, each as early as its links allow (Tarjan). */
function components(count: number, next: readonly ReadonlySet<number>[]): number[][] {
  const index = new Array<number>(count).fill(-1)
  const low = new Array<number>(count).fill(0)
  const on = new Array<boolean>(count).fill(false)
  const stack: number[] = []
  const found: number[][] = []
  let clock = 0
  const visit = (v: number) => {
    index[v] = low[v] = clock++
    stack.push(v)
    on[v] = true
    for (const w of next[v]!) {
      if (index[w]! < 0) {
        visit(w)
        low[v] = Math.min(low[v]!, low[w]!)
      } else if (on[w]) low[v] = Math.min(low[v]!, index[w]!)
    }
    if (low[v] !== index[v]) return
    const group: number[] = []
    for (;;) {
      const w = stack.pop()!
      on[w] = false
      group.push(w)
      if (w === v) break
    }
    found.push(group)
  }
  for (let v = 0; v < count; v++) if (index[v]! < 0) visit(v)
  return found.reverse()
}

/** Attended steps before each, with what passes by itself looked through. */
function attendedBefore(attended: readonly boolean[], waits: readonly (readonly Wait[])[]): Set<number>[] {
  const before: (Set<number> | undefined)[] = new Array(attended.length)
  const of = (i: number): Set<number> => {
    const known = before[i]
    if (known) return known
    const set = new Set<number>()
    before[i] = set
    for (const { from } of waits[i]!) {
      if (attended[from]) set.add(from)
      else for (const further of of(from)) set.add(further)
    }
    return set
  }
  return attended.map((_, i) => of(i))
}

/** Steps tied by a longest lag, and whatever has to stand between them, as blocks; the others each their own. */
function blocksOf(
  attended: readonly boolean[],
  waits: readonly (readonly Wait[])[],
  before: readonly ReadonlySet<number>[],
  minutes: readonly number[],
): number[][] {
  const next = attended.map(() => new Set<number>())
  before.forEach((set, i) => {
    if (attended[i]) for (const from of set) next[from]!.add(i)
  })
  // A tie leads both ways: then what has to stand between is in the same group.
  waits.forEach((list, i) => {
    if (!attended[i]) return
    for (const { from, max } of list) if (attended[from] && max < Number.POSITIVE_INFINITY) next[i]!.add(from)
  })
  const blocks = components(attended.length, next).filter((group) => attended[group[0]!])
  return blocks.map((group) => inOrderOfLinks(group, waits, before, minutes))
}

/** Infinity less infinity is no number. */
const compared = (a: number, b: number) => (a === b ? 0 : a - b)

/**
 * A block's own order: what is waited for no longer than so much comes as soon as it may. Of two that the same next step may not be late for
 * the longer comes first, or the shorter waits for all of it.
 */
function inOrderOfLinks(
  group: readonly number[],
  waits: readonly (readonly Wait[])[],
  before: readonly ReadonlySet<number>[],
  minutes: readonly number[],
): number[] {
  const members = new Set(group)
  const order: number[] = []
  const done = new Set<number>()
  const due = (i: number) =>
    Math.min(...waits[i]!.flatMap((w) => (done.has(w.from) && members.has(w.from) ? [w.max] : [])))
  while (order.length < group.length) {
    const ready = group
      .filter((i) => !done.has(i) && [...before[i]!].every((b) => done.has(b) || !members.has(b)))
      .sort((a, b) => compared(due(a), due(b)) || minutes[b]! - minutes[a]! || a - b)
    const [first] = ready
    if (first === undefined) throw new Error('The order rules go in a circle.')
    done.add(first)
    order.push(first)
  }
  return order
}

function leastWaitOf(steps: readonly Sequenced[], waits: readonly (readonly Wait[])[]): number {
  const start: (number | undefined)[] = new Array(steps.length)
  const of = (i: number): number => {
    start[i] ??= Math.max(0, ...waits[i]!.map((w) => of(w.from) + steps[w.from]!.minutes + w.min))
    return start[i]!
  }
  const attended = steps.map((s, i) =>
    s.crew > 0 ? { end: of(i) + s.minutes, minutes: s.minutes } : { end: 0, minutes: 0 },
  )
  return Math.max(0, Math.max(0, ...attended.map((a) => a.end)) - attended.reduce((sum, a) => sum + a.minutes, 0))
}

/** @param steps in an order that the links allow; @param links between them, by id */
export function sequenceProblem(steps: readonly Sequenced[], links: readonly StepLink[]): SequenceProblem {
  const at = new Map(steps.map((s, i) => [s.id, i]))
  const waits = steps.map((): Wait[] => [])
  for (const { from, to, minLag, maxLag } of links)
    waits[at.get(to)!]!.push({ from: at.get(from)!, min: minLag, max: maxLag ?? Number.POSITIVE_INFINITY })
  const attended = steps.map((s) => s.crew > 0)
  const before = attendedBefore(attended, waits)
  const minutes = steps.map((s) => s.minutes)
  const closing = steps.map((s) => closingStages.has(s.stage))
  const blocks = blocksOf(attended, waits, before, minutes)
  return {
    count: steps.length,
    minutes,
    attended,
    closing,
    open: minutes.map((m, i) => (attended[i] && !closing[i] ? m : 0)),
    waits,
    before,
    leastWait: leastWaitOf(steps, waits),
    blocks,
    blockOf: new Map(blocks.flatMap((block, b) => block.map((i) => [i, b] as const))),
  }
}
