import { useEffect, useSyncExternalStore } from 'react'

export type Theme = 'paper' | 'bay'

const key = 'theme'
const listeners = new Set<() => void>()

function current(): Theme {
  const kept = localStorage.getItem(key)
  if (kept === 'paper' || kept === 'bay') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'bay' : 'paper'
}

function subscribe(listener: () => void) {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

function choose(theme: Theme) {
  localStorage.setItem(key, theme)
  for (const listener of listeners) listener()
}

/** The theme in force and how to change it; kept on this device and the same for everything on the page. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const theme = useSyncExternalStore(subscribe, current)
  useEffect(() => {
    document.documentElement.dataset.theme = theme
  }, [theme])
  return [theme, choose]
}
