import type { QueryClient } from '@tanstack/react-query'
import type { PhotoBox, WaitingPhoto } from './photo-box.ts'

// What is seen of the photos that wait on this device. The box itself comes after the first screen.

let list: readonly WaitingPhoto[] = []
const listeners = new Set<() => void>()

export const waitingPhotos = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  snapshot: (): readonly WaitingPhoto[] => list,
}

let queries: QueryClient | undefined
/** Screens that show a job's photos are told through the client's cache. */
export const connectPhotos = (client: QueryClient): void => {
  queries = client
}

let opened: Promise<PhotoBox> | undefined
/** The box of this device. */
export function photoBox(): Promise<PhotoBox> {
  opened ??= import('./device-photos.ts').then(({ openBox }) => {
    const box = openBox((job) => void queries?.invalidateQueries({ queryKey: ['jobs', job, 'photos'] }))
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
}
