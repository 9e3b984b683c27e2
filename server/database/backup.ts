import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { cp, readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { type Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import mysql from 'mysql2/promise'
import { connect } from './connection.ts'
import { migrationIn, migrationOf, newestMigration } from './schema-version.ts'

export interface Manifest {
  made: string
  /** The migration the backup was made at; a restore refuses one that is newer than its own. */
  migration: { when: number; tag: string }
  /** SHA-256 of the plain SQL. */
  sha256: string
  bytes: number
  files: number
}

const options = [
  '--single-transaction',
  '--skip-lock-tables',
  '--skip-comments',
  '--skip-dump-date',
  '--hex-blob',
  '--order-by-primary',
  '--default-character-set=utf8mb4',
]

/** Programs get the address as arguments and the password by their environment, where no process list shows it. */
function program(name: string, uri: string, database: string | undefined, more: string[]) {
  const url = new URL(uri)
  const args = [
    '--no-defaults',
    '--protocol=TCP',
    `--host=${url.hostname}`,
    `--port=${url.port || 3306}`,
    `--user=${decodeURIComponent(url.username)}`,
    ...more,
    ...(database ? [database] : []),
  ]
  return spawn(`/usr/bin/${name}`, args, {
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(url.password) },
    stdio: ['pipe', 'pipe', 'pipe'],
  })
}

async function ended(child: ReturnType<typeof program>, what: string) {
  let said = ''
  child.stderr.on('data', (chunk: Buffer) => {
    said += chunk.toString()
  })
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve))
  if (code !== 0) throw new Error(`${what} failed: ${said.trim() || `code ${code}`}`)
}

/** Passes text on and keeps count of it. */
function measured() {
  const hash = createHash('sha256')
  const state = { bytes: 0, sha256: () => hash.copy().digest('hex') }
  const stream = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk)
      state.bytes += chunk.length
      done(null, chunk)
    },
  })
  return { stream, state }
}

async function dumpTo(uri: string, database: string, sink: NodeJS.WritableStream) {
  const child = program('mariadb-dump', uri, database, options)
  child.stdin.end()
  const { stream, state } = measured()
  await Promise.all([pipeline(child.stdout, stream, sink), ended(child, 'Reading the database')])
  return { bytes: state.bytes, sha256: state.sha256() }
}

async function load(uri: string, database: string, sql: Readable) {
  const child = program('mariadb', uri, database, ['--default-character-set=utf8mb4'])
  child.stdout.resume()
  await Promise.all([pipeline(sql, child.stdin), ended(child, 'Writing the database')])
}

const plain = (folder: string) => createReadStream(join(folder, 'database.sql.gz')).pipe(createGunzip())
const nowhere = () => createWriteStream('/dev/null')

/** The migration a database stands at, which may be older than this program's newest. */
async function migrationThere(uri: string): Promise<Manifest['migration']> {
  const connection = connect(uri)
  try {
    return migrationOf(await migrationIn(connection))
  } finally {
    await connection.close()
  }
}

/**
 * Writes one consistent moment of the database, and the files beside it, into a new folder, then reads it back: the dump is loaded into a
 * scratch database and dumped again, and both must be the same byte for byte.
 * @param files folder of stored files; may not exist
 */
export async function backup(uri: string, target: string, files: string, now: string): Promise<Manifest> {
  if (existsSync(target)) throw new Error(`${target} exists already. A backup goes into a new folder.`)
  mkdirSync(target, { recursive: true })
  const database = new URL(uri).pathname.slice(1)
  const gzip = createGzip()
  const writing = pipeline(gzip, createWriteStream(join(target, 'database.sql.gz'), { mode: 0o600 }))
  const dump = await dumpTo(uri, database, gzip)
  await writing
  if (existsSync(files)) await cp(files, join(target, 'files'), { recursive: true })
  const count = existsSync(join(target, 'files'))
    ? (await readdir(join(target, 'files'), { recursive: true })).length
    : 0

  const connection = await mysql.createConnection({ uri })
  const scratch = `chamomile_check_${process.pid}`
  try {
    await connection.query(`create database ${scratch} character set utf8mb4 collate utf8mb4_unicode_520_ci`)
    await load(uri, scratch, plain(target))
    const again = await dumpTo(uri, scratch, nowhere())
    if (again.sha256 !== dump.sha256)
      throw new Error('The backup was read back and is not the same. It is not to be trusted; try again.')
  } finally {
    await connection.query(`drop database if exists ${scratch}`)
    await connection.end()
  }
  const manifest: Manifest = {
    made: now,
    migration: await migrationThere(uri),
    ...dump,
    files: count,
  }
  writeFileSync(join(target, 'manifest.json'), `${JSON.stringify(manifest, null, 2)}\n`)
  return manifest
}

/**
 * Loads a backup into an empty database. It is checked first: complete, undamaged, not newer than this program.
 * @throws Error in words; the database is then as it was
 */
export async function restore(uri: string, source: string, files: string): Promise<Manifest> {
  if (!existsSync(join(source, 'manifest.json')))
    throw new Error(`${source} holds no finished backup: its manifest is missing.`)
  const manifest = JSON.parse(readFileSync(join(source, 'manifest.json'), 'utf8')) as Manifest
  if (manifest.migration.when > newestMigration.when)
    throw new Error('This backup was made by a newer version of Chamomile. Restore it with that version.')
  const { stream, state } = measured()
  await pipeline(plain(source), stream, nowhere()).catch(() => {
    throw new Error('The backup is damaged: its file cannot be unpacked.')
  })
  if (state.sha256() !== manifest.sha256)
    throw new Error('The backup is damaged: its contents are not what its manifest says.')
  const database = new URL(uri).pathname.slice(1)
  const connection = await mysql.createConnection({ uri })
  try {
    const [tables] = await connection.query(
      'select table_name from information_schema.tables where table_schema = database()',
    )
    if ((tables as unknown[]).length > 0)
      throw new Error('This database is not empty. Restore goes into a fresh place, so that nothing is overwritten.')
  } finally {
    await connection.end()
  }
  await load(uri, database, plain(source))
  if (existsSync(join(source, 'files'))) await cp(join(source, 'files'), files, { recursive: true })
  return manifest
}
