import { useEffect, useRef } from 'react'

/** Asked again after so long while it is not time yet, in ms. */
const again = 60_000

/**
 * Calls back after so many minutes without touch, key or pointer.
 * @param onIdle says whether it was time; when it was not, it is asked again a minute later
 */
export function useIdle(minutes: number, onIdle: () => Promise<boolean>) {
  const callback = useRef(onIdle)
  callback.current = onIdle
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>
    let touches = 0
    const ask = async () => {
      const before = touches
      const done = await callback.current()
      // Somebody may have come back while it was asked.
      if (!done && before === touches) timer = setTimeout(() => void ask(), again)
    }
    const touched = () => {
      touches++
      clearTimeout(timer)
      timer = setTimeout(() => void ask(), minutes * 60_000)
    }
    const kinds = ['pointerdown', 'keydown', 'wheel'] as const
    for (const kind of kinds) addEventListener(kind, touched, { passive: true })
    touched()
    return () => {
      clearTimeout(timer)
      for (const kind of kinds) removeEventListener(kind, touched)
    }
  }, [minutes])
}
