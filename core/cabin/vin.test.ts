import { describe, expect, it } from 'vitest'
import { plateKey } from './plate.ts'
import { readVin } from './vin.ts'

describe('vehicle identification numbers', () => {
  // Made up: the standard's own all-ones example, and numbers whose ninth place was worked out by hand.
  it('accepts a right check digit where the region has one', () => {
    expect(readVin('11111111111111111').verdict).toBe('valid')
    expect(readVin('1zzg dm9a-7kp042788')).toMatchObject({ vin: '1ZZGDM9A7KP042788', verdict: 'valid' })
  })
  it('says what the digit should be when one sign is wrong', () => {
    const slip = readVin('1ZZGDM9A7KP042789')
    expect(slip.verdict).toBe('wrong-check-digit')
    expect(slip.message).toMatch(/is 7 and should be [\dX]/)
  })
  it('sees every single wrong digit', () => {
    const right = '1ZZGDM9A7KP042788'
    let unseen = 0
    for (let i = 0; i < 17; i++)
      for (const digit of '0123456789')
        if (right[i] !== digit && i !== 8 && /\d/.test(right[i]!) && i !== 0)
          unseen += readVin(right.slice(0, i) + digit + right.slice(i + 1)).verdict === 'valid' ? 1 : 0
    expect(unseen).toBe(0)
  })
  it('does not judge the ninth place elsewhere, and says so', () => {
    expect(readVin('VZZ00000000000017')).toMatchObject({ verdict: 'no-check-digit' })
    expect(readVin('VZZ00000000000017').message).toContain('no check digit')
  })
  it.each([
    ['123', 'has 3'],
    ['', 'has 0'],
    ['1ZZGDM9A7KP04278O', 'a 1 or a 0'],
    ['1ZZGDM9A7KP04278é', 'does not occur'],
  ])('tells what is malformed about “%s”', (text, words) => {
    expect(readVin(text).verdict).toBe('malformed')
    expect(readVin(text).message).toContain(words)
  })
})

it('one plate however it is written', () => {
  for (const text of ['RM 204 K', 'rm204k', 'RM-204-K', ' rm·204–K ']) expect(plateKey(text)).toBe('RM204K')
  expect(plateKey(' - ')).toBe('')
})
