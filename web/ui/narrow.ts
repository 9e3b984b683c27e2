import { useSyncExternalStore } from 'react'

const query = '(max-width: 900px)'

/** The same, asked once. */
export const isNarrow = (): boolean => matchMedia(query).matches

/** True on phones and upright tablets, where sheets stand nose-up. */
export function useNarrow(): boolean {
  return useSyncExternalStore((changed) => {
    const list = matchMedia(query)
    list.addEventListener('change', changed)
    return () => list.removeEventListener('change', changed)
  }, isNarrow)
}
