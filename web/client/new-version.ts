import type { Workbox } from 'workbox-window'

// The application is put on the device, so that it opens without a line; a newer version waits until somebody takes it.

let waiting: Workbox | undefined
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
}

/** Milliseconds between looks for a newer version. */
const every = 30 * 60_000

/** Puts the application on this device. Over plain http from another machine browsers do not allow it; it then asks for a line to open. */
export async function putOnDevice(): Promise<void> {
  if (!('serviceWorker' in navigator)) return
  const { Workbox } = await import('workbox-window')
  const worker = new Workbox('/sw.js')
  worker.addEventListener('waiting', () => {
    waiting = worker
    for (const listener of listeners) listener()
  })
  worker.addEventListener('controlling', ({ isUpdate }) => isUpdate && location.reload())
  try {
    await worker.register()
    setInterval(() => void worker.update().catch(() => {}), every)
  } catch (error) {
    console.warn('The application could not be put on this device; it needs a line to open.', error)
  }
}
