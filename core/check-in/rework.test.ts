import { expect, it } from 'vitest'
import { carA } from '../../tests/fixtures/cars.ts'
import { reworkCheckIn } from './rework.ts'

const money = { price: 9000, deposit: 1000, currency: 'EUR' }
const before = {
  ...carA().checkIn,
  money,
  belongings: [{ what: 'umbrella', where: 'boot' }],
  notes: 'Clay in every seam.',
}

it('is the same car with nothing looked at yet, for what its owner says is not right', () => {
  const again = reworkCheckIn(before as never, 'The seat smells of milk again.', true)
  expect(again.vehicle).toEqual(before.vehicle)
  expect(again.permissions).toEqual(before.permissions)
  expect(again.condition).toEqual({})
  expect(again.belongings).toEqual([])
  expect(again.notes).toBeUndefined()
  expect(again.cameFor).toEqual({ words: 'The seat smells of milk again.', surfaces: [] })
})
it('costs nothing within the shop’s period; after it a price is agreed anew', () => {
  expect(reworkCheckIn(before as never, '', true).money).toEqual({ price: 0, deposit: null, currency: 'EUR' })
  expect(reworkCheckIn(before as never, '', false).money?.price).toBeNull()
  const { money: _money, ...unpriced } = before
  expect(reworkCheckIn(unpriced as never, '', true).money).toBeUndefined()
})
