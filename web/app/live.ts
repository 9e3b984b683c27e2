import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'

interface Change {
  topic: 'job' | 'plan' | 'mixing'
  job?: string
}

/** Listens to the shop's changes and makes the screens that show them ask again. @returns false while the line is down */
export function useLive(): boolean {
  const client = useQueryClient()
  const [connected, setConnected] = useState(true)
  useEffect(() => {
    const source = new EventSource('/api/live')
    let lost = false
    source.addEventListener('hello', () => {
      setConnected(true)
      // What happened while the line was down was missed: ask for everything once.
      if (lost) void client.invalidateQueries()
      lost = false
    })
    source.addEventListener('change', (message) => {
      const change = JSON.parse(message.data) as Change
      const keys =
        change.topic === 'job'
          ? [['day'], ['jobs', change.job], ['demand']]
          : change.topic === 'plan'
            ? [['plan'], ['day'], ['jobs']]
            : [['batches']]
      for (const queryKey of keys) void client.invalidateQueries({ queryKey })
      if (change.topic === 'job') void client.invalidateQueries({ queryKey: ['plan'] })
    })
    source.onerror = () => {
      lost = true
      setConnected(false)
    }
    return () => source.close()
  }, [client])
  return connected
}
