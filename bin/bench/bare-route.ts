// The peer of the ledger: a bare Hono route on the same Node, driver and database that inserts one row durably and answers. No rights, no
// checks, no reading back, no news. Its address is written as the server's is, so that one helper starts both.
import { serve } from '@hono/node-server'
import { Hono } from 'hono'
import mysql from 'mysql2/promise'
import { v7 as uuidv7 } from 'uuid'

const pool = mysql.createPool({ uri: process.env.DATABASE_URL!, connectionLimit: 20 })
const app = new Hono()
app.post('/rows', async (c) => {
  const { data } = await c.req.json<{ data: { text: string } }>()
  const id = uuidv7()
  await pool.execute('insert into raw_rows values (?, now(3), ?)', [id, data.text])
  return c.json({ id })
})
const server = serve({ fetch: app.fetch, port: 0, hostname: '127.0.0.1' }, ({ port }) =>
  console.log(JSON.stringify({ listening: port })),
)
process.on('SIGTERM', () => server.close(() => void pool.end().then(() => process.exit(0))))
