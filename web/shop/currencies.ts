/** Currencies with what people call them. */
export function currencies() {
  const names = new Intl.DisplayNames('en', { type: 'currency' })
  return Intl.supportedValuesOf('currency').map((value) => ({ value, label: `${value}, ${names.of(value) ?? value}` }))
}
