import { Workbox } from 'workbox-window'
import { newVersion } from './new-version.ts'

/** Milliseconds between looks for a newer version. */
const every = 30 * 60_000

/** Puts the application on this device. Over plain http from another machine browsers do not allow it; it then asks for a line to open. */
export async function putOnDevice(): Promise<void> {
  if (!('serviceWorker' in navigator)) return
  const worker = new Workbox('/sw.js')
  worker.addEventListener('waiting', () => newVersion.found(worker))
  try {
    await worker.register()
    setInterval(() => void worker.update().catch(() => {}), every)
  } catch (error) {
    console.warn('The application could not be put on this device; it needs a line to open.', error)
  }
}
