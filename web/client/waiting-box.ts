import type { Box, Waiting } from './box.ts'

/** What is seen of a box of this device. The box itself comes after the first screen. */
export interface WaitingBox<T extends Waiting> {
  subscribe(listener: () => void): () => void
  snapshot(): readonly T[]
  box(): Promise<Box<T>>
}

/** @param open fetches the box; tried again where that failed */
export function waitingBox<T extends Waiting>(open: () => Promise<Box<T>>): WaitingBox<T> {
  let list: readonly T[] = []
  const listeners = new Set<() => void>()
  let opened: Promise<Box<T>> | undefined
  return {
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    snapshot: () => list,
    box() {
      opened ??= open().then((box) => {
        box.subscribe(() => {
          list = box.snapshot()
          for (const listener of listeners) listener()
        })
        return box
      })
      opened.catch(() => {
        opened = undefined
      })
      return opened
    },
  }
}
