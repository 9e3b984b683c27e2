import { expect, it } from 'vitest'
import { readStock, reorderPoint } from './stock-csv.ts'

const known = new Set(['apc', 'gloves'])
const row = (change: object) => ({
  item: 'apc',
  lot: 'A1',
  amount: '5000',
  left: '',
  price: '',
  best_before: '',
  ...change,
})

it('reads good lines and says of every other what is wrong, by its line', () => {
  const { good, faults } = readStock(
    [
      row({}),
      row({ item: 'gloves', amount: '100', left: '40', price: '1290', best_before: '2027-01-31' }),
      row({ item: 'soup' }),
      row({ lot: '' }),
      row({ amount: 'many' }),
      row({ left: '6000' }),
      row({ price: '1.5' }),
      row({ best_before: '2027-13-01' }),
      row({ amount: '0,5' }),
    ],
    known,
  )
  expect(good).toEqual([
    { item: 'apc', code: 'A1', amount: 5000, left: 5000, price: 0, bestBefore: null },
    { item: 'gloves', code: 'A1', amount: 100, left: 40, price: 1290, bestBefore: '2027-01-31' },
    { item: 'apc', code: 'A1', amount: 0.5, left: 0.5, price: 0, bestBefore: null },
  ])
  expect(faults.map((f) => f.line)).toEqual([4, 5, 6, 7, 8, 9])
})
it('orders when booked work and the days of waiting would take more than there is', () => {
  expect(reorderPoint(300, 50, 3)).toBe(500)
})
