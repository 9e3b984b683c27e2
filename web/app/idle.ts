import { useEffect, useRef } from 'react'

/** Calls back once after so many minutes without touch, key or pointer. */
export function useIdle(minutes: number, onIdle: () => void) {
  const callback = useRef(onIdle)
  callback.current = onIdle
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>
    const again = () => {
      clearTimeout(timer)
      timer = setTimeout(() => callback.current(), minutes * 60_000)
    }
    const kinds = ['pointerdown', 'keydown', 'wheel'] as const
    for (const kind of kinds) addEventListener(kind, again, { passive: true })
    again()
    return () => {
      clearTimeout(timer)
      for (const kind of kinds) removeEventListener(kind, again)
    }
  }, [minutes])
}
