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

export const weekdayIn = (zone: string, at: number): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'long' }).format(at)
