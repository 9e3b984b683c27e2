/** What a vehicle identification number turned out to be, with a sentence for whoever typed it. */
export interface VinVerdict {
  /** Upper case, without spaces and hyphens. */
  vin: string
  verdict: 'valid' | 'wrong-check-digit' | 'no-check-digit' | 'malformed'
  message: string
}

/** Values of the letters (ISO 3779 leaves out I, O and Q, which look like 1 and 0). */
const values: Record<string, number> = Object.fromEntries(
  ['ABCDEFGH', 'JKLMN', 'P', 'R', 'STUVWXYZ'].flatMap((letters, group) =>
    [...letters].map((letter, i) => [letter, [1, 1, 7, 9, 2][group]! + i]),
  ),
)
const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2]

/** The check digit a number should have at its ninth place: weighted sum modulo 11, X for ten (49 CFR 565.15). */
function checkDigit(vin: string): string {
  const sum = [...vin].reduce((total, sign, i) => total + (values[sign] ?? Number(sign)) * weights[i]!, 0)
  return sum % 11 === 10 ? 'X' : String(sum % 11)
}

/** The ninth place is a check digit where the first one says North America (1–5) or China (L); elsewhere it means nothing. */
const hasCheckDigit = (vin: string) => /^[1-5L]/.test(vin)

/**
 * Reads a vehicle identification number (ISO 3779).
 * @param text as typed; spaces and hyphens do not matter
 */
export function readVin(text: string): VinVerdict {
  const vin = text.toUpperCase().replaceAll(/[\s-]/g, '')
  const bad = /[^A-HJ-NPR-Z0-9]/.exec(vin)
  if (vin.length !== 17) return { vin, verdict: 'malformed', message: `A VIN has 17 signs; this has ${vin.length}.` }
  if (bad)
    return {
      vin,
      verdict: 'malformed',
      message: `“${bad[0]}” does not occur in a VIN${/[IOQ]/.test(bad[0]) ? ': it is a 1 or a 0' : ''}.`,
    }
  if (!hasCheckDigit(vin))
    return {
      vin,
      verdict: 'no-check-digit',
      message: 'Well formed. This maker’s region has no check digit, so a slip cannot be seen.',
    }
  const wanted = checkDigit(vin)
  return vin[8] === wanted
    ? { vin, verdict: 'valid', message: 'The check digit agrees.' }
    : {
        vin,
        verdict: 'wrong-check-digit',
        message: `The check digit at the ninth place is ${vin[8]} and should be ${wanted}: one sign is wrong.`,
      }
}
