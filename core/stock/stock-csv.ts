/** One lot as it stands in a file. Amounts in ml or pieces, price in minor units. */
export interface LotLine {
  item: string
  code: string
  amount: number
  left: number
  price: number
  bestBefore: string | null
}
export const stockColumns = ['item', 'lot', 'amount', 'left', 'price', 'best_before'] as const

/**
 * Reads the lines of a stock list whose first line names the columns, already split into cells by a CSV parser.
 * @param known ids the catalogue has
 * @returns the good lines, and for every other its number in the file and what is wrong
 */
export function readStock(
  rows: readonly Record<string, string>[],
  known: ReadonlySet<string>,
): { good: LotLine[]; faults: { line: number; message: string }[] } {
  const good: LotLine[] = []
  const faults: { line: number; message: string }[] = []
  rows.forEach((row, i) => {
    const cell = (name: string) => (row[name] ?? '').trim()
    const wrong = (message: string) => faults.push({ line: i + 2, message })
    const number = (name: string) => Number(cell(name).replace(',', '.'))
    const [item, code, bestBefore] = [cell('item'), cell('lot'), cell('best_before')]
    const [amount, price] = [number('amount'), cell('price') === '' ? 0 : number('price')]
    const left = cell('left') === '' ? amount : number('left')
    if (!known.has(item)) return wrong(`No product or consumable “${item}”.`)
    if (code === '' || code.length > 60) return wrong('A lot needs its code, of at most 60 letters.')
    if (!Number.isFinite(amount) || amount <= 0 || amount > 1e7) return wrong(`“${cell('amount')}” is no amount.`)
    if (!Number.isFinite(left) || left < 0 || left > amount)
      return wrong(`“${cell('left')}” left of ${amount} is not possible.`)
    if (!Number.isInteger(price) || price < 0 || price > 1e9)
      return wrong(`“${cell('price')}” is no price in minor units.`)
    if (bestBefore !== '' && (!/^\d{4}-\d{2}-\d{2}$/.test(bestBefore) || Number.isNaN(Date.parse(bestBefore))))
      return wrong(`“${bestBefore}” is no day.`)
    good.push({ item, code, amount, left, price, bestBefore: bestBefore || null })
    return undefined
  })
  return { good, faults }
}

/** When to order: what booked work takes and what is used until the delivery comes, with a day's use to spare. */
export const reorderPoint = (booked: number, perDay: number, leadDays: number): number =>
  booked + perDay * (leadDays + 1)
