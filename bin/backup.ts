import { join } from 'node:path'
import { backup } from '#server/database/backup.ts'
import { FolderInUse, lockFolder } from '#server/database/folder-lock.ts'
import { addressIn, startInstance } from '#server/database/instance.ts'
import { end, root, settingsOrEnd } from './launch.ts'

const settings = settingsOrEnd({ port: 4180, folder: join(root, '.data', 'shop') })
const now = new Date().toISOString()
const target = process.argv[2] ?? join(root, '.data', 'backups', now.replaceAll(':', '-'))

async function write(uri: string) {
  const manifest = await backup(uri, target, join(settings.folder, 'files'), now).catch((error: Error) =>
    end(error.message),
  )
  console.log(`Backed up and read back: ${target}\n${manifest.bytes} bytes of database, ${manifest.files} files.`)
}

if (settings.databaseUri) await write(settings.databaseUri)
else {
  try {
    const unlock = lockFolder(settings.folder)
    const instance = await startInstance({ folder: settings.folder })
    await write(instance.uri)
    await instance.stop()
    unlock()
  } catch (error) {
    // The shop is open: its own database answers, and one moment of it is read without stopping anybody.
    if (!(error instanceof FolderInUse)) throw error
    await write(addressIn(settings.folder)!)
  }
}
