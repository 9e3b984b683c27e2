import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { lineIsBack } from './keeping.ts'
import { hear, type News } from './news.ts'

/** Milliseconds until a stream that the browser gave up is opened anew. */
const pause = 5_000

/** Listens to the shop's changes and makes the screens that show them ask again. @returns false while the line is down */
export function useLive(): boolean {
  const client = useQueryClient()
  const [connected, setConnected] = useState(true)
  useEffect(() => {
    let source: EventSource
    let again: ReturnType<typeof setTimeout> | undefined
    /** News may have passed that no stream will tell again. */
    let missed = false
    let heard = false
    const open = () => {
      source = new EventSource('/api/live')
      source.addEventListener('hello', () => {
        heard = true
        setConnected(true)
        lineIsBack()
        if (missed) void client.invalidateQueries()
        missed = false
      })
      source.addEventListener('reset', () => {
        // The line was down for longer than the server remembers: ask for everything once.
        setConnected(true)
        void client.invalidateQueries()
      })
      source.addEventListener('change', (message) => {
        hear(client, JSON.parse(message.data) as News)
      })
      source.onerror = () => {
        setConnected(false)
        // The browser comes back by itself from a line that broke, and gives up on a server that answered wrongly.
        missed ||= !heard
        if (source.readyState !== EventSource.CLOSED) return
        missed = true
        again = setTimeout(open, pause)
      }
    }
    open()
    return () => {
      clearTimeout(again)
      source.close()
    }
  }, [client])
  return connected
}
