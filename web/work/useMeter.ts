import { useEffect, useState } from 'react'

/** What a moisture meter reads where a step dries, as it comes in; nothing while nobody listens. */
export function useMeter(job: string, step: string, listening: boolean): { grams: number | undefined; lost: boolean } {
  const [grams, setGrams] = useState<number>()
  const [lost, setLost] = useState(false)
  useEffect(() => {
    if (!listening) return
    const source = new EventSource(`/api/jobs/${job}/meter?step=${encodeURIComponent(step)}`)
    source.addEventListener('reading', (message) => {
      setLost(false)
      setGrams((JSON.parse(message.data) as { grams: number }).grams)
    })
    source.addEventListener('over', () => source.close())
    source.onerror = () => setLost(true)
    return () => {
      source.close()
      setGrams(undefined)
      setLost(false)
    }
  }, [job, step, listening])
  return { grams, lost }
}
