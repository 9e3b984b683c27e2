import type { Workbox } from 'workbox-window'

// The application is put on the device, so that it opens without a line; a newer version waits until somebody takes it.

let waiting: Pick<Workbox, 'messageSkipWaiting'> | undefined
/** Milliseconds that taking over may need. */
const longestTaking = 8_000
const listeners = new Set<() => void>()

/** Whether a newer version lies ready on this device. */
export const newVersion = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  isThere: (): boolean => waiting !== undefined,
  /** Takes it: the page comes anew with it. What waits on the device stays kept. */
  take(): void {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
    waiting?.messageSkipWaiting()
    // Another page of this browser may have taken it before.
    setTimeout(() => location.reload(), longestTaking)
  },
  /** One lies ready. */
  found(worker: Pick<Workbox, 'messageSkipWaiting'>): void {
    waiting = worker
    for (const listener of listeners) listener()
  },
}
