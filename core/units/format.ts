/** Minutes as people say them: 42 → "42 min", 100 → "1 h 40". */
export function sayMinutes(minutes: number): string {
  const whole = Math.round(minutes)
  if (whole < 60) return `${whole} min`
  const rest = whole % 60
  return rest === 0 ? `${Math.floor(whole / 60)} h` : `${Math.floor(whole / 60)} h ${String(rest).padStart(2, '0')}`
}

/** Minutes for the heart of a ring: below an hour the number alone, above it hours and minutes, "2:38". */
export function heartOf(minutes: number): string {
  const whole = Math.round(minutes)
  return whole < 60 ? String(whole) : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

/** Millilitres as a hand pours them: whole millilitres below a litre, litres with two digits above. */
export function sayVolume(millilitres: number): string {
  if (millilitres >= 1000) return `${(millilitres / 1000).toFixed(2)} l`
  return millilitres >= 10 ? `${Math.round(millilitres)} ml` : `${millilitres.toFixed(1)} ml`
}

/** US fluid ounces as a cup shows them: a tenth below ten, whole above, gallons from one on. */
export function sayOunces(millilitres: number): string {
  const ounces = millilitres / 29.5735295625
  if (ounces >= 128) return `${(ounces / 128).toFixed(2)} gal`
  return ounces >= 10 ? `${Math.round(ounces)} fl oz` : `${ounces.toFixed(1)} fl oz`
}

/** What a trigger gives at one pull and what a drop holds, ml: usual sizes, not measured. */
const sprayOf = 1
const dropOf = 0.05
/** Under so many ml a hand does not measure: it counts pulls of the trigger (judgement.md §10). */
const countedUnder = 15

const toTwoFigures = (value: number) => Number(value.toPrecision(2))

/** Millilitres as a hand at the car measures them: drops and sprays where there are few, two figures above. */
export function sayAmount(millilitres: number): string {
  const sprays = Math.round(millilitres / sprayOf)
  if (sprays < 1) {
    const drops = Math.max(1, Math.round(millilitres / dropOf))
    return drops === 1 ? '1 drop' : `${drops} drops`
  }
  if (millilitres < countedUnder) return sprays === 1 ? '1 spray' : `${sprays} sprays`
  const rounded = toTwoFigures(millilitres)
  return rounded >= 1000 ? `${toTwoFigures(rounded / 1000)} l` : `${rounded} ml`
}

/** A ratio as on a label: {1, 10} → "1:10", {1, 0} → "neat". */
export function sayRatio(ratio: { concentrate: number; water: number }): string {
  return ratio.water === 0 ? 'neat' : `${ratio.concentrate}:${ratio.water}`
}

/** Minutes from an origin as a clock time: 598 → "9:58". */
export function sayClock(minutes: number): string {
  const day = ((Math.floor(minutes) % 1440) + 1440) % 1440
  return `${Math.floor(day / 60)}:${String(day % 60).padStart(2, '0')}`
}

/** A text with its first letter large: "driver's seat" → "Driver's seat". */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** Degrees as people write them: −6 °C. */
export const sayDegrees = (celsius: number): string => `${String(Math.round(celsius)).replace('-', '−')} °C`
