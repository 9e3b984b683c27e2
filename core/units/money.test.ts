import { describe, expect, it } from 'vitest'
import { readMoney, sayMoney } from './money.ts'

describe('money as people type it', () => {
  it.each([
    ['45', 4500],
    ['45.50', 4550],
    ['45,50', 4550],
    ['45.5', 4550],
    ['0.05', 5],
    ['1 250', 125_000],
    ['1,250', 125_000],
    ['1,250.75', 125_075],
    ['1.250,75', 125_075],
  ])('%s', (text, minor) => expect(readMoney(text, 'EUR')).toBe(minor))
  it.each(['', 'ten', '-5', '45.505', '4.5.5', '1,25,0'])('“%s” is no amount', (text) =>
    expect(readMoney(text, 'EUR')).toBeUndefined(),
  )
  it('a currency without cents has none', () => {
    expect(readMoney('1250', 'JPY')).toBe(1250)
    expect(readMoney('12.50', 'JPY')).toBeUndefined()
    expect(sayMoney(1250, 'JPY')).toBe('1250')
  })
  it('there and back', () => {
    for (const minor of [0, 1, 99, 100, 4550, 1_234_567]) expect(readMoney(sayMoney(minor, 'USD'), 'USD')).toBe(minor)
  })
})
