import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { lineIsBack } from './keeping.ts'
import { hear, type News } from './news.ts'

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
      hear(client, JSON.parse(message.data) as News)
    })
    source.onerror = () => setConnected(false)
    return () => source.close()
  }, [client])
  return connected
}
