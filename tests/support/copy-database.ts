import mysql, { type RowDataPacket } from 'mysql2/promise'

const named = (rows: unknown, column: string) => (rows as RowDataPacket[]).map((row) => row[column] as string)

/**
 * Makes a database like another one of the same server, with its tables, references, rows and triggers: a tenth of the time that bringing an empty
 * one up to date takes, and less still of what the demonstration needs.
 * @param uri of any database of that server
 */
export async function copyDatabase(uri: string, from: string, to: string): Promise<void> {
  const connection = await mysql.createConnection({ uri, multipleStatements: true })
  try {
    await connection.query(`CREATE DATABASE ${to}; USE ${to}; SET foreign_key_checks = 0`)
    const [tables] = await connection.query(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?',
      [from],
    )
    const [columns] = await connection.query(
      "SELECT table_name AS name, GROUP_CONCAT(CONCAT('`', column_name, '`') ORDER BY ordinal_position) AS list FROM information_schema.columns WHERE table_schema = ? AND extra NOT LIKE '%GENERATED%' GROUP BY table_name",
      [from],
    )
    const [triggers] = await connection.query(
      'SELECT trigger_name AS name FROM information_schema.triggers WHERE trigger_schema = ?',
      [from],
    )
    const listed = new Map((columns as RowDataPacket[]).map(({ name, list }) => [name as string, list as string]))
    const names = named(tables, 'name')
    const [made] = await connection.query(names.map((name) => `SHOW CREATE TABLE ${from}.\`${name}\``).join('; '))
    const creating = (made as unknown[]).map((rows) => named(rows, 'Create Table')[0])
    await connection.query(creating.join('; '))
    await connection.query(
      names
        .map(
          (name) => `INSERT INTO \`${name}\` (${listed.get(name)}) SELECT ${listed.get(name)} FROM ${from}.\`${name}\``,
        )
        .join('; '),
    )
    for (const name of named(triggers, 'name')) {
      const [trigger] = await connection.query(`SHOW CREATE TRIGGER ${from}.\`${name}\``)
      await connection.query(named(trigger, 'SQL Original Statement')[0]!)
    }
  } finally {
    await connection.end()
  }
}
