import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { lineIsBack } from './keeping.ts'

interface Change {
  topic: 'job' | 'plan' | 'mixing' | 'people' | 'customers' | 'vehicles' | 'standards' | 'stock'
  job: string | null
}

/** Listens to the shop's changes and makes the screens that show them ask again. @returns false while the line is down */
export function useLive(): boolean {
  const client = useQueryClient()
  const [connected, setConnected] = useState(true)
  useEffect(() => {
    const source = new EventSource('/api/live')
    source.addEventListener('hello', () => {
      setConnected(true)
      lineIsBack()
    })
    source.addEventListener('reset', () => {
      // The line was down for longer than the server remembers: ask for everything once.
      setConnected(true)
      void client.invalidateQueries()
    })
    source.addEventListener('change', (message) => {
      const change = JSON.parse(message.data) as Change
      const stale = {
        job: [['day'], ['jobs', change.job], ['demand'], ['plan'], ['day-mix']],
        plan: [['plan'], ['day'], ['jobs']],
        mixing: [['batches'], ['containers'], ['day-mix'], ['stock']],
        people: [['people'], ['session'], ['house-rules']],
        customers: [['customers']],
        vehicles: [['bodies'], ['models']],
        standards: [['standards']],
        stock: [['stock'], ['day-mix']],
      }[change.topic]
      for (const queryKey of stale) void client.invalidateQueries({ queryKey })
    })
    source.onerror = () => setConnected(false)
    return () => source.close()
  }, [client])
  return connected
}
