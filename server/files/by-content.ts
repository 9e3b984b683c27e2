import { createHash, randomBytes } from 'node:crypto'
import { mkdir, open, readFile, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'

/** Files by the hash of their content, outside the rows. Only rows of a shop lead to them. */
export class FileStore {
  private readonly folder: string
  constructor(folder: string) {
    this.folder = folder
  }

  private path(hash: string) {
    return join(this.folder, hash.slice(0, 2), hash)
  }

  /** Stores bytes, durable when it resolves; the same content twice is one file. @returns SHA-256, in hex */
  async put(bytes: Uint8Array): Promise<string> {
    const hash = createHash('sha256').update(bytes).digest('hex')
    const path = this.path(hash)
    if (await stat(path).catch(() => undefined)) return hash
    await mkdir(join(this.folder, hash.slice(0, 2)), { recursive: true })
    // Written aside and moved into place, so that nobody ever reads half a file.
    const aside = `${path}.${randomBytes(6).toString('hex')}`
    const handle = await open(aside, 'wx', 0o600)
    try {
      await handle.writeFile(bytes)
      await handle.sync()
    } finally {
      await handle.close()
    }
    await rename(aside, path)
    return hash
  }

  get = (hash: string): Promise<Buffer> => readFile(this.path(hash))
  remove = (hash: string): Promise<void> => rm(this.path(hash), { force: true })
}
