import type { Walk } from '#core/catalogue/walk.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { Places, Spot, Stretch } from './places.ts'

/** The part of a step that going from one to the next looks at. */
export type Walked = Pick<Step, 'stage' | 'treatment' | 'zoneGroup' | 'equipment' | 'tool' | 'product'> & {
  /** Zones it is worked in. */
  at: readonly string[]
}

/** Minutes of a walk by what they go to. */
export interface WalkParts {
  machine: number
  tool: number
  product: number
  move: number
  door: number
  direction: number
  aside: number
}
export const noParts = (): WalkParts => ({ machine: 0, tool: 0, product: 0, move: 0, door: 0, direction: 0, aside: 0 })

/** How often what belongs together is left before it is done, in a list of what each step in turn belongs to, if to anything. */
function timesLeft(belongs: readonly unknown[]): number {
  const runs = belongs.filter((b, k) => b !== undefined && b !== belongs[k - 1])
  return runs.length - new Set(runs).size
}

interface Kept {
  /** What it belongs to that is done before it is left: a row, or a round of the car with one tool. */
  whole: string | undefined
  /** Its stage, where that is done in one go. */
  stage: string | undefined
  /** Which round it belongs to of those that go row by row, whatever each takes: first the seats, then the floors. */
  rowByRow: number
  stretch: Stretch
  machine: string
  tool: string
  product: string
}

function moving({ costs }: Walk, from: Spot, to: Spot, sameRound: boolean, parts: WalkParts) {
  const [dx, dy] = [Math.abs(from.x - to.x), Math.abs(from.y - to.y)]
  if (dx > 0 || dy > 0) parts.move += dx <= 1 && dy <= 1 ? costs.beside : costs.across
  if (to.along === from.along && to.level < from.level) parts.direction += costs.up
  // With another tool or product a new round begins, and so it does when the roof is done: that one at the beginning of the way. From one
  // side of the car to the other one goes back in any case; in the middle of it and beside that one does not.
  const isRoofDone = from.level === 0 && to.level > 0
  if (isRoofDone) parts.direction += to.along * costs.begun
  else if (sameRound && dx <= 1 && to.along < from.along) parts.direction += costs.back
  if (from.door && to.door && from.door !== to.door) parts.door += costs.door
}

/** What it costs to go from one step to the next: seeds in minutes from the catalogue. */
export class WalkCost {
  private readonly kept: Kept[]
  private readonly walk: Walk

  constructor(steps: readonly Walked[], walk: Walk, places: Places) {
    this.walk = walk
    const machineOf = (s: Walked) => [...s.equipment].sort().join('+')
    const wholeOf = (s: Walked) => {
      const by = walk.together[s.stage]
      if (by === 'equipment') return machineOf(s) || undefined
      return by && `${s.stage} ${s[by]}`
    }
    const rounds = Object.keys(walk.together).filter((stage) => walk.together[stage] === 'zoneGroup')
    this.kept = steps.map((s) => ({
      whole: wholeOf(s),
      stage: walk.inOneGo.includes(s.stage) ? s.stage : undefined,
      rowByRow: rounds.indexOf(s.stage),
      stretch: places.stretch(s.at),
      machine: machineOf(s),
      tool: s.tool,
      product: s.product ? `${s.product.id} ${s.product.ratio.concentrate}:${s.product.ratio.water}` : '',
    }))
  }

  /** @param from and to: places in the list of steps. Adds what it goes to onto `parts`. */
  between(from: number, to: number, parts: WalkParts): void {
    const [a, b] = [this.kept[from]!, this.kept[to]!]
    const { costs } = this.walk
    if (b.machine && b.machine !== a.machine) parts.machine += costs.machine
    if (b.tool && b.tool !== a.tool) parts.tool += b.machine && b.machine === a.machine ? costs.head : costs.tool
    if (b.product && b.product !== a.product) parts.product += costs.product
    const sameTool = (a.machine || a.tool) === (b.machine || b.tool) && a.product === b.product
    // The floors may be begun anew behind the seats; no seat is gone back to from a floor in front of it.
    const sameRound = sameTool || (b.rowByRow >= 0 && b.rowByRow <= a.rowByRow)
    if (a.stretch && b.stretch) moving(this.walk, a.stretch.to, b.stretch.from, sameRound, parts)
  }

  /** What an order costs for leaving blocks, rows, rounds and stages before they are done. */
  aside(order: readonly number[], blockOf: ReadonlyMap<number, number>): number {
    const { aside, left, stage } = this.walk.costs
    return (
      aside * timesLeft(order.map((i) => blockOf.get(i))) +
      left * timesLeft(order.map((i) => this.kept[i]!.whole)) +
      stage * timesLeft(order.map((i) => this.kept[i]!.stage))
    )
  }

  /** What it costs to leave what belongs together for a step that does not. */
  private leaving(from: number, to: number): number {
    const [a, b] = [this.kept[from]!, this.kept[to]!]
    const { left, stage } = this.walk.costs
    return (
      (a.whole === undefined || a.whole === b.whole ? 0 : left) +
      (a.stage === undefined || a.stage === b.stage ? 0 : stage)
    )
  }

  /** Every order leaves each row, round and stage once; whatever is more is one left before it is done. So that is paid for between two steps. */
  total(from: number, to: number): number {
    const parts = noParts()
    this.between(from, to, parts)
    const { machine, tool, product, move, door, direction } = parts
    return machine + tool + product + move + door + direction + this.leaving(from, to)
  }
}
