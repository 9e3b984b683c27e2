import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { seedDemo } from '#server/demo/day.ts'
import { type Running, start } from '#server/serve.ts'
import { freshDatabase } from '../../tests/support/test-databases.ts'
import { backup, restore } from './backup.ts'
import { connect } from './connection.ts'

const folder = mkdtempSync(join(tmpdir(), 'chamomile-backup-'))
const log = pino({ level: 'silent' })
let uri: string
let running: Running

beforeAll(async () => {
  uri = await freshDatabase(inject('database'))
  running = await start({ databaseUri: uri, port: 0, log })
  await seedDemo(running.context)
  await mkdir(join(folder, 'files'), { recursive: true })
  writeFileSync(join(folder, 'files', 'photo'), 'picture')
})
afterAll(async () => {
  await running.stop()
  rmSync(folder, { recursive: true, force: true })
})

/** Everything the tables hold, table by table. */
async function contents(address: string) {
  const connection = connect(address)
  const [tables] = await connection.pool.query(
    'select table_name as name from information_schema.tables where table_schema = database() order by table_name',
  )
  const all: Record<string, unknown> = {}
  for (const { name } of tables as { name: string }[])
    all[name] = (await connection.pool.query(`select * from ${name} order by 1, 2`))[0]
  await connection.close()
  return all
}

it('a backup restored into a fresh place answers the same, while the shop was open', async () => {
  const target = join(folder, 'one')
  const manifest = await backup(uri, target, join(folder, 'files'), '2026-01-01T00:00:00.000Z')
  expect(manifest).toMatchObject({ made: '2026-01-01T00:00:00.000Z', files: 1 })
  const before = await contents(uri)
  expect((before.events as unknown[]).length).toBeGreaterThan(50)
  const fresh = await freshDatabase(inject('database'))
  await restore(fresh, target, join(folder, 'restored'))
  expect(await contents(fresh)).toEqual(before)
  expect(readFileSync(join(folder, 'restored', 'photo'), 'utf8')).toBe('picture')
  // The restored place starts as it is, and what was there can be worked on.
  const again = await start({ databaseUri: fresh, port: 0, log })
  expect((await fetch(`http://127.0.0.1:${again.port}/readyz`)).status).toBe(200)
  await again.stop()
})

it('refuses a place that is not empty, a damaged, unfinished or newer backup, and an existing target; nothing is changed', async () => {
  const target = join(folder, 'two')
  await backup(uri, target, join(folder, 'none'), '2026-01-01T00:00:00.000Z')
  await expect(restore(uri, target, folder)).rejects.toThrow(/not empty/)
  await expect(backup(uri, target, folder, '')).rejects.toThrow(/exists already/)
  const fresh = await freshDatabase(inject('database'))
  const manifest = readFileSync(join(target, 'manifest.json'), 'utf8')
  writeFileSync(join(target, 'manifest.json'), manifest.replace(/"when": \d+/, '"when": 99999999999999'))
  await expect(restore(fresh, target, folder)).rejects.toThrow(/newer version/)
  writeFileSync(join(target, 'manifest.json'), manifest.replace(/"sha256": "./, '"sha256": "x'))
  await expect(restore(fresh, target, folder)).rejects.toThrow(/not what its manifest says/)
  writeFileSync(join(target, 'manifest.json'), manifest)
  const file = join(target, 'database.sql.gz')
  writeFileSync(file, readFileSync(file).subarray(0, 500))
  await expect(restore(fresh, target, folder)).rejects.toThrow(/cannot be unpacked/)
  rmSync(join(target, 'manifest.json'))
  await expect(restore(fresh, target, folder)).rejects.toThrow(/manifest is missing/)
  expect(await contents(fresh)).toEqual({})
  expect(existsSync(join(folder, 'none'))).toBe(false)
})

it('a database written by a newer version is refused in words, and left alone', async () => {
  const newer = await freshDatabase(inject('database'))
  const first = await start({ databaseUri: newer, port: 0, log })
  await first.stop()
  const connection = connect(newer)
  await connection.pool.query("insert into __drizzle_migrations (hash, created_at) values ('later', 99999999999999)")
  await connection.close()
  await expect(start({ databaseUri: newer, port: 0, log })).rejects.toThrow(/newer version/)
})
