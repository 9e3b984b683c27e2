import type { Stretches } from '#core/shop/week.ts'

const two = (n: number) => String(n).padStart(2, '0')
const clock = (minute: number) =>
  minute % 60 === 0 ? String(minute / 60) : `${Math.floor(minute / 60)}:${two(minute % 60)}`

/** "8–12, 12:30–17"; nothing for a day that is shut. */
export const sayHours = (hours: Stretches): string => hours.map(([a, b]) => `${clock(a)}–${clock(b)}`).join(', ')

function minuteOf(text: string): number | undefined {
  const parts = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(text.trim())
  if (!parts) return undefined
  const [hour, minute] = [Number(parts[1]), Number(parts[2] ?? 0)]
  return hour > 24 || minute > 59 || (hour === 24 && minute > 0) ? undefined : hour * 60 + minute
}

/** Hours as people type them; undefined for what nobody can read. */
export function readHours(text: string): Stretches | undefined {
  if (text.trim() === '') return []
  const stretches: Stretches = []
  for (const part of text.split(/,|;| and /)) {
    const [from, to, ...more] = part.split(/\s*(?:–|—|-|\bto\b)\s*/)
    const [a, b] = [minuteOf(from ?? ''), minuteOf(to ?? '')]
    if (a === undefined || b === undefined || more.length > 0) return undefined
    stretches.push([a, b])
  }
  return stretches
}
