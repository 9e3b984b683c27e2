import { describe, expect, it } from 'vitest'
import { extraPrice, labourOf } from './prices.ts'

describe('prices', () => {
  it('work beside a package is sold by its minutes, in whole units', () => {
    // 40 min at 36.00 an hour are 24.00; 25 min are 15.00; 7 min at 31.50 are 3.675, so 4.00. The yen has no digits behind the point.
    expect(extraPrice(40, 3600, 2)).toBe(2400)
    expect(extraPrice(25, 3600, 2)).toBe(1500)
    expect(extraPrice(7, 3150, 2)).toBe(400)
    expect(extraPrice(40, 4200, 0)).toBe(2800)
  })
  it('labour is the mean of what is said of people, the shop’s figure for the others', () => {
    expect(labourOf([1800, 2200], undefined)).toBe(2000)
    expect(labourOf([1800, null], 2400)).toBe(2100)
    expect(labourOf([null], undefined)).toBeUndefined()
    expect(labourOf([], 2400)).toBe(2400)
  })
})
