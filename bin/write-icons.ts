import { fileURLToPath } from 'node:url'
import sharp from 'sharp'

// Draws the application's icon in the sizes that devices want it in, from the one drawing.

const folder = fileURLToPath(new URL('../web/public/icons/', import.meta.url))
await Promise.all(
  [192, 512].map((size) =>
    sharp(`${folder}chamomile.svg`, { density: 600 })
      .resize(size, size)
      .png({ compressionLevel: 9, palette: true })
      .toFile(`${folder}chamomile-${size}.png`),
  ),
)
