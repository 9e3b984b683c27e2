/** Digits behind the point of a currency, as its country counts it: 2 for most, 0 for the yen. */
export const minorDigits = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2

/** An amount as people write it: 45.50. @param minor units of the currency, or undefined */
export const sayMoney = (minor: number, currency: string): string => {
  const digits = minorDigits(currency)
  return (minor / 10 ** digits).toFixed(digits)
}

/**
 * Minor units of an amount as people type it: "45", "45.50", "45,50", "1 250.00", "1,250.00". The last point or comma with one or two digits
 * behind it is the decimal one.
 * @returns undefined for what is no amount, or has more digits than the currency
 */
export function readMoney(text: string, currency: string): number | undefined {
  const plain = text.replaceAll(/[\s'’ ]/g, '')
  const digits = minorDigits(currency)
  // A thousand or three digits too many: nobody can tell.
  if (digits > 0 && /^\d+\.\d{3}$/.test(plain)) return undefined
  const parts = /^(\d{1,3}(?:[.,]\d{3})*|\d+)(?:[.,](\d+))?$/.exec(plain)
  if (!parts) return undefined
  const [, whole, fraction = ''] = parts
  if (fraction.length > digits) return undefined
  const minor = Number(whole!.replaceAll(/[.,]/g, '')) * 10 ** digits + Number(fraction.padEnd(digits, '0') || 0)
  return Number.isSafeInteger(minor) ? minor : undefined
}
