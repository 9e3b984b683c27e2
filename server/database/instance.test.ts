import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { connect } from './connection.ts'
import { freePort, startInstance } from './instance.ts'
import { migrate } from './migrate.ts'

// A folder deep enough that its socket path is longer than the kernel allows.
const root = mkdtempSync(join(tmpdir(), 'chamomile-instance-'))
const folder = join(root, 'a-rather-long-name-for-a-folder', 'and-one-more-inside-of-it', 'database')
afterAll(() => rmSync(root, { recursive: true, force: true }))

it('starts on loopback with a password of its own, keeps its data, and takes over from a server left behind', async () => {
  const port = await freePort()
  const first = await startInstance({ folder, port, onUnexpectedEnd: () => {} })
  expect(statSync(join(folder, 'app-password')).mode & 0o077).toBe(0)
  expect(readFileSync(join(folder, 'mariadb.cnf'), 'utf8')).toContain('bind-address=127.0.0.1')
  const connection = connect(first.uri)
  await migrate(connection)
  await connection.pool.query(
    "insert into shops (id, code, name, time_zone, house_rules) values ('01890000-0000-7000-8000-000000000001', 'code', 'name', 'Etc/GMT', '{}')",
  )
  await expect(connect(first.uri.replace(/app:[^@]*@/, 'app:wrong@')).pool.query('select 1')).rejects.toThrow(
    /Access denied/,
  )
  await connection.close()

  // Nobody stopped the first one: starting again must not run two servers over one folder.
  const second = await startInstance({ folder, port })
  expect(second.pid).not.toBe(first.pid)
  expect(
    existsSync(`/proc/${first.pid}/cmdline`) && readFileSync(`/proc/${first.pid}/cmdline`, 'utf8').includes(folder),
  ).toBe(false)
  const again = connect(second.uri)
  // Migrating twice, and from several servers at once, changes nothing.
  await Promise.all([migrate(again), migrate(again), migrate(again)])
  const [rows] = await again.pool.query('select code from shops')
  expect(rows).toEqual([{ code: 'code' }])
  await again.close()
  await second.stop()
  expect(existsSync(`/proc/${second.pid}`)).toBe(false)
})
