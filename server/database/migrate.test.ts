import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, expect, inject, it } from 'vitest'
import { freshDatabase } from '../../tests/support/test-databases.ts'
import { restore } from './backup.ts'
import { type Connection, connect } from './connection.ts'
import { migrate } from './migrate.ts'

const place = mkdtempSync(join(tmpdir(), 'chamomile-migrate-'))
afterAll(() => rmSync(place, { recursive: true, force: true }))

/** The migrations as they were up to one, in a folder of their own. */
function migrationsTo(last: number): string {
  const folder = join(place, `to-${last}`)
  cpSync(fileURLToPath(new URL('./migrations', import.meta.url)), folder, { recursive: true })
  const file = join(folder, 'meta', '_journal.json')
  const journal = JSON.parse(readFileSync(file, 'utf8'))
  journal.entries = journal.entries.filter((e: { idx: number }) => e.idx <= last)
  writeFileSync(file, JSON.stringify(journal))
  return folder
}
const keep = (uri: string, name: string) => ({
  uri,
  folder: join(place, name),
  files: join(place, 'files'),
  now: '2026-11-27T04:00:00.000Z',
})
const rows = async (c: Connection, sql: string) => (await c.pool.query(sql))[0] as Record<string, unknown>[]
const shop = '01890000-0000-7000-8000-000000000003'
const job = '01890000-0000-7000-8000-000000000001'
const lot = '01890000-0000-7000-8000-000000000002'

/** A shop's database as an earlier version left it, with moves whose reasons were only text. */
async function anEarlierShop() {
  const uri = await freshDatabase(inject('database'))
  const connection = connect(uri)
  await migrate(connection, undefined, migrationsTo(5))
  // In plain SQL: today's insert names columns that this database does not have yet.
  await connection.pool.query(
    "insert into shops (id, code, name, time_zone, house_rules) values (?, 'reedmere', 'Heron Slip Interiors', 'Etc/GMT-6', '{}')",
    [shop],
  )
  await connection.pool.query(
    "insert into people (id, shop_id, login, name, role, pin_hash, skills, shifts) values (?, ?, 'tam', 'Tam', 'lead', '-', '[]', '[]')",
    ['01890000-0000-7000-8000-000000000004', shop],
  )
  await connection.pool.query(
    "insert into jobs (id, shop_id, call_sign, colour, state, version, check_in, arrives, position) select ?, id, 'Alder', '#112233', 'handed-over', 1, '{}', now(3), 0 from shops limit 1",
    [job],
  )
  await connection.pool.query(
    "insert into lots (id, shop_id, item, code, received, amount, amount_left, price) select ?, id, 'apc', 'A1', now(3), 5000, 4997, 0 from shops limit 1",
    [lot],
  )
  for (const [i, reason] of [`vehicle ${job}`, 'count: a spill', 'batch x'].entries())
    await connection.pool.query(
      'insert into stock_moves (id, shop_id, lot_id, amount_change, reason, author, at) select ?, shop_id, ?, -1, ?, id, now(3) from people limit 1',
      [`01890000-0000-7000-8000-00000000000${i}`, lot, reason],
    )
  return { uri, connection }
}

it('before the schema of a shop changes a backup is made and read back; what reasons said becomes columns', async () => {
  const { uri, connection } = await anEarlierShop()
  const kept = await migrate(connection, keep(uri, 'good'))
  expect(existsSync(join(kept!, 'manifest.json'))).toBe(true)
  const manifest = JSON.parse(readFileSync(join(kept!, 'manifest.json'), 'utf8'))
  expect(manifest.migration.tag).toBe('0005_data_sheets')
  expect(await rows(connection, 'select kind, job_id from stock_moves order by id')).toEqual([
    { kind: 'vehicle', job_id: job },
    { kind: 'count', job_id: null },
    { kind: 'batch', job_id: null },
  ])
  // A second start has nothing to change and keeps nothing.
  expect(await migrate(connection, keep(uri, 'good'))).toBeUndefined()
  // What was kept is whole: it goes into a fresh place and stands where it stood.
  const fresh = await freshDatabase(inject('database'))
  await restore(fresh, kept!, join(place, 'restored'))
  const restored = connect(fresh)
  expect(await rows(restored, 'select reason from stock_moves order by id')).toHaveLength(3)
  expect((await rows(restored, 'select count(*) as n from __drizzle_migrations'))[0]!.n).toBe(6)
  await restored.close()
  await connection.close()
})

it('a migration that fails says why and where the backup is, and the next start tries again', async () => {
  const { uri, connection } = await anEarlierShop()
  const broken = migrationsTo(6)
  writeFileSync(join(broken, '0006_facts_and_moves.sql'), 'ALTER TABLE `no_such_table` ADD `x` int;')
  const failure = await migrate(connection, keep(uri, 'bad'), broken).catch((e: Error) => e.message)
  const [made] = readdirSync(join(place, 'bad'))
  expect(failure).toContain('could not be changed')
  expect(failure).toContain(join(place, 'bad', made!))
  expect(existsSync(join(place, 'bad', made!, 'manifest.json'))).toBe(true)
  const kept = await migrate(connection, { ...keep(uri, 'bad'), now: '2026-11-27T04:05:00.000Z' })
  expect(kept).toContain('04-05')
  await connection.close()
})

it('without room for the backup nothing is changed', async () => {
  const { uri, connection } = await anEarlierShop()
  writeFileSync(join(place, 'a-file'), '')
  const failure = await migrate(connection, keep(uri, 'a-file')).catch((e: Error) => e.message)
  expect(failure).toContain('Nothing was changed')
  expect((await rows(connection, 'select count(*) as n from __drizzle_migrations'))[0]!.n).toBe(6)
  await connection.close()
})

it('an empty database is made ready without a backup', async () => {
  const uri = await freshDatabase(inject('database'))
  const connection = connect(uri)
  expect(await migrate(connection, keep(uri, 'empty'))).toBeUndefined()
  expect(existsSync(join(place, 'empty'))).toBe(false)
  await connection.close()
})
