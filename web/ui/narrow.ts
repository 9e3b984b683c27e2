import { useSyncExternalStore } from 'react'

const query = '(max-width: 900px)'

/** True on phones and upright tablets, where sheets stand nose-up. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = matchMedia(query)
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    () => matchMedia(query).matches,
  )
}
