/** Every time zone this browser can count in. */
export const zones = () =>
  Intl.supportedValuesOf('timeZone').map((value) => ({ value, label: value.replaceAll('_', ' ') }))
