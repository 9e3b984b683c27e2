/// <reference lib="webworker" />

/** Longest edge sent, in pixels; the server keeps no more either. */
const longest = 2048

/**
 * Makes a picture smaller away from the main thread, so that it travels over a thin line. Drawn anew, it carries neither place nor camera;
 * the server does the same again, and trusts nobody.
 */
self.onmessage = async ({ data }: MessageEvent<{ id: number; file: Blob }>) => {
  const { id, file } = data
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
    const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
    const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale))
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
    picture.close()
    self.postMessage({ id, blob: await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 }) })
  } catch {
    // Whatever this is, the server says what is wrong with it.
    self.postMessage({ id, blob: null })
  }
}
