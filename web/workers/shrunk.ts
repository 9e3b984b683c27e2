let worker: Worker | undefined
let next = 0
const waiting = new Map<number, (blob: Blob | null) => void>()

/** A picture made small enough to send, or the file itself when the browser cannot read it: the server then says why. */
export async function shrunk(file: Blob): Promise<Blob> {
  if (!worker) {
    worker = new Worker(new URL('./shrink.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<{ id: number; blob: Blob | null }>) => {
      waiting.get(data.id)?.(data.blob)
      waiting.delete(data.id)
    }
  }
  const id = next++
  const blob = await new Promise<Blob | null>((resolve) => {
    waiting.set(id, resolve)
    worker!.postMessage({ id, file })
  })
  return blob ?? file
}
