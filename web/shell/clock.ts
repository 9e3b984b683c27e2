import { useEffect, useState } from 'react'

/** The current moment, renewed every `ms`. */
export function useNow(ms = 1000): number {
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), ms)
    return () => clearInterval(timer)
  }, [ms])
  return now
}

/** A moment on the shop's clock: "9:58". */
export const clockIn = (zone: string, at: number | string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: 'numeric', minute: '2-digit' }).format(new Date(at))

/** A moment on the shop's clock, with its day where that is not today: "19 Nov, 9:58". */
export function saidAt(zone: string, at: number | string, now = Date.now()): string {
  const day = new Intl.DateTimeFormat('en-GB', { timeZone: zone, day: 'numeric', month: 'short' })
  const [that, today] = [day.format(new Date(at)), day.format(now)]
  return that === today ? clockIn(zone, at) : `${that}, ${clockIn(zone, at)}`
}

export const weekdayIn = (zone: string, at: number): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'long' }).format(at)
