import { useState } from 'react'

const key = (name: string) => `form ${name}`

/** What was typed into a form on this device and not sent yet. */
export function stored<T>(name: string): Partial<T> | undefined {
  try {
    const text = localStorage.getItem(key(name))
    return text === null ? undefined : (JSON.parse(text) as Partial<T>)
  } catch {
    return undefined
  }
}

/**
 * A half-filled form that survives a reload of this device: what was typed is there again until it is sent or put away.
 * @param secret fields that are never written down
 */
export function useKeptForm<T extends object>(name: string, secret: readonly (keyof T)[] = []) {
  const [kept] = useState(() => stored<T>(name))
  return {
    /** What was typed before, to start the form with. */
    kept,
    keep(values: Partial<T>) {
      const open = Object.entries(values).filter(([field]) => !secret.includes(field as keyof T))
      try {
        localStorage.setItem(key(name), JSON.stringify(Object.fromEntries(open)))
      } catch {
        // A full or closed store loses the convenience, nothing else.
      }
    },
    forget: () => localStorage.removeItem(key(name)),
  }
}

/** State of a form that survives a reload of this device: what was set stands over `start` until it is forgotten. */
export function useKeptState<T extends object>(name: string, start: T): [T, (next: T) => void, () => void] {
  const { kept, keep, forget } = useKeptForm<T>(name)
  const [state, setState] = useState<T>({ ...start, ...kept })
  const set = (next: T) => {
    setState(next)
    keep(next)
  }
  return [state, set, forget]
}
