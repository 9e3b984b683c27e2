import type { Workbox } from 'workbox-window'

// The application is put on the device, so that it opens without a line; a newer version waits until somebody takes it.

let waiting: Pick<Workbox, 'messageSkipWaiting'> | undefined
const listeners = new Set<() => void>()

/** Whether a newer version lies ready on this device. */
export const newVersion = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  isThere: (): boolean => waiting !== undefined,
  /** Takes it: the page comes anew with it. What waits on the device stays kept. */
  take: (): void => waiting?.messageSkipWaiting(),
  /** One lies ready. */
  found(worker: Pick<Workbox, 'messageSkipWaiting'>): void {
    waiting = worker
    for (const listener of listeners) listener()
  },
}
