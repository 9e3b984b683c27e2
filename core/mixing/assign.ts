/**
 * The cheapest way of giving every row a column of its own (Kuhn 1955, Munkres 1957; the O(n²m) form with potentials).
 * @param cost rows × columns, at least as many columns as rows, finite
 * @returns the column of each row
 */
export function assign(cost: readonly (readonly number[])[]): number[] {
  const rows = cost.length
  const columns = cost[0]?.length ?? 0
  const rowPotential = new Array<number>(rows + 1).fill(0)
  const columnPotential = new Array<number>(columns + 1).fill(0)
  /** Row of each column, from 1; 0 is free. */
  const owner = new Array<number>(columns + 1).fill(0)
  for (let row = 1; row <= rows; row++) {
    owner[0] = row
    let column = 0
    const least = new Array<number>(columns + 1).fill(Number.POSITIVE_INFINITY)
    const seen = new Array<boolean>(columns + 1).fill(false)
    const from = new Array<number>(columns + 1).fill(0)
    do {
      seen[column] = true
      const at = owner[column]!
      let step = Number.POSITIVE_INFINITY
      let next = 0
      for (let j = 1; j <= columns; j++) {
        if (seen[j]) continue
        const reduced = cost[at - 1]![j - 1]! - rowPotential[at]! - columnPotential[j]!
        if (reduced < least[j]!) {
          least[j] = reduced
          from[j] = column
        }
        if (least[j]! < step) {
          step = least[j]!
          next = j
        }
      }
      for (let j = 0; j <= columns; j++)
        if (seen[j]) {
          rowPotential[owner[j]!]! += step
          columnPotential[j]! -= step
        } else least[j]! -= step
      column = next
    } while (owner[column] !== 0)
    // Back along the way that was found, each column takes the row before it.
    while (column !== 0) {
      owner[column] = owner[from[column]!]!
      column = from[column]!
    }
  }
  const answer = new Array<number>(rows).fill(-1)
  owner.forEach((row, j) => {
    if (j > 0 && row > 0) answer[row - 1] = j - 1
  })
  return answer
}
