import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { catalogueQuery, useMay } from './session.ts'
import { dayQuery } from './useAtWork.ts'
import { jobRowQuery, workQuery } from './work.ts'

/** Milliseconds after the first screen in which nobody waits for the line. */
const later = 4_000
const fresh = 10 * 60_000

/** Whoever works carries the day's cars along: their procedures and how far they are, before the signal goes. */
export function useCarried(): void {
  const client = useQueryClient()
  const works = useMay('work.do')
  useEffect(() => {
    if (!works) return
    const timer = setTimeout(async () => {
      const day = await client.ensureQueryData(dayQuery).catch(() => undefined)
      await client.prefetchQuery({ ...catalogueQuery, retry: false })
      for (const job of day?.jobs ?? [])
        if (job.state === 'checked-in') {
          await client.prefetchQuery({ ...workQuery(job.id), staleTime: fresh, retry: false })
          await client.prefetchQuery({ ...jobRowQuery(job.id), staleTime: fresh, retry: false })
        }
    }, later)
    return () => clearTimeout(timer)
  }, [client, works])
}
