import type { Order } from './neighbours.ts'
import type { Solution } from './search.ts'

/** Where a search stands, the best it has seen, and the same of what it seeks by urgency alone; each plan with the order it came by. */
export interface Walk {
  now: Solution
  by: Order
  urgent: Solution
  urgency: Order
  best: Solution
  bestBy: Order
}

export const walkFrom = (plan: Solution, order: Order): Walk => ({
  now: plan,
  by: order,
  urgent: plan,
  urgency: order,
  best: plan,
  bestBy: order,
})

/** Steps that each walk takes before the worse half of them is left. */
const heat = 30

/**
 * Walks from several beginnings take turns, and after every heat the better half of them goes on: which cars to let wait is not seen from a plan
 * that was just begun (successive halving after Karnin, Koren and Somekh 2013).
 */
export class Race {
  private walks: Walk[]
  private steps = 0
  private readonly compare: (a: Solution, b: Solution) => number

  constructor(walks: readonly Walk[], compare: (a: Solution, b: Solution) => number) {
    this.walks = [...walks]
    this.compare = compare
  }

  get isOver(): boolean {
    return this.walks.length === 1
  }

  /** The walk whose turn it is. */
  next(): Walk {
    const { walks } = this
    if (walks.length > 1 && this.steps === heat * walks.length) {
      walks.sort((a, b) => this.compare(a.best, b.best))
      walks.length = Math.ceil(walks.length / 2)
      this.steps = 0
    }
    return walks[this.steps++ % walks.length]!
  }
}
