import sharp from 'sharp'
import { Problem } from '#server/http/problem.ts'

/** Longest edge kept, in pixels: enough to judge a stain, small enough for a yard's line. */
const longest = 2048
/** No camera in a bay makes more; a small file that unpacks to more is made to harm. */
const mostPixels = 60_000_000
const known = new Set(['jpeg', 'png', 'webp'])

/** Longest edge of a photo in a list, on screens of two points a pixel. */
const thumbnailEdge = 320

export interface Picture {
  bytes: Buffer
  width: number
  height: number
}

/**
 * Makes a picture of ours from what somebody sent: decoded, turned upright, made smaller, and written anew as JPEG. Nothing but the
 * picture survives that: no place, no camera, no script, no second file behind the first.
 * @throws Problem 415 when it is no JPEG, PNG or WebP, or is damaged
 */
export async function picture(bytes: Uint8Array): Promise<Picture> {
  const read = () => sharp(bytes, { limitInputPixels: mostPixels, failOn: 'error', pages: 1 })
  const format = await read()
    .metadata()
    .then((m) => m.format)
    .catch(() => undefined)
  if (!format || !known.has(format))
    throw new Problem(415, 'no-picture', 'This is no picture a camera makes. Send a JPEG, PNG or WebP.')
  try {
    const { data, info } = await read()
      .rotate()
      .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer({ resolveWithObject: true })
    return { bytes: data, width: info.width, height: info.height }
  } catch {
    throw new Problem(415, 'no-picture', 'The picture is damaged or too large to open. Take it again.')
  }
}

/** A stored picture small, for lists of many. */
export const thumbnail = (bytes: Uint8Array): Promise<Buffer> =>
  sharp(bytes)
    .resize({ width: thumbnailEdge, height: thumbnailEdge, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 74, mozjpeg: true })
    .toBuffer()
