import { v7 as uuidv7 } from 'uuid'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { startServer } from '../../tests/support/server-process.ts'
import { openPlace, percentile, rounded, signIn } from './place.ts'

const sizes = [6, 60, 300]
const asked = ['day', 'plan', 'stock', 'mixing/day', 'mixing/demand'] as const
const times = 9

/**
 * A yard that is busy and has been for two years: 60 people, 5,000 customers, 3,000 vehicles handed over, and 6, 60 or 300 that are open,
 * half of them at work and half expected. What each screen's question takes and weighs.
 */
export async function yard() {
  const place = await openPlace()
  const { pool } = place.connection
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const owner = await signIn(server.base, demoShop.people.find((p) => p.role === 'owner')!.name)
  const call = async (method: string, path: string, body?: object, as = cookie) => {
    const answer = await fetch(`${server.base}/api/${path}`, {
      method,
      headers: { cookie: as, ...(body ? { 'content-type': 'application/json' } : {}) },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
    const text = await answer.text()
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`)
    return text
  }
  for (let i = 0; i < 54; i++)
    await call(
      'POST',
      'people',
      {
        id: uuidv7(),
        login: `hand-${i}`,
        name: `Hand ${i}`,
        role: 'technician',
        pin: '1234',
        skills: ['extract'],
        shifts: [[0, 1440]],
      },
      owner,
    )
  const [[shop]] = (await pool.query('select id from shops')) as unknown as [[{ id: string }]]
  for (let i = 0; i < 5000; i += 500)
    await pool.query(
      'insert into customers (id, shop_id, name, contact, notes, sensitivities, finish, version) values ?',
      [Array.from({ length: 500 }, (_, k) => [uuidv7(), shop.id, `Customer ${i + k}`, '', '', '', 'standard', 1])],
    )
  let open = 0
  const take = async () => {
    const id = uuidv7()
    const now = Date.now()
    const due = new Date(now + (2 + (open % 9)) * 3_600_000).toISOString()
    const checkIn = carA().checkIn
    checkIn.vehicle.plate = `YARD ${open}`
    await call('POST', 'jobs', { id, checkIn, arrives: new Date(now).toISOString(), due })
    if (open % 2 === 0) await call('POST', `jobs/${id}/procedure`)
    open++
    return id
  }
  const first = await take()
  const [[row]] = (await pool.query('select * from jobs where id = ?', [first])) as unknown as [
    [Record<string, unknown>],
  ]
  const columns = Object.keys(row)
  for (let i = 0; i < 3000; i += 250)
    await pool.query(`insert into jobs (${columns.join(', ')}) values ?`, [
      Array.from({ length: 250 }, (_, k) =>
        columns.map((c) => {
          if (c === 'id') return uuidv7()
          if (c === 'open_call_sign') return null
          if (c === 'state') return 'handed-over'
          if (c === 'arrives') return new Date(Date.now() - (i + k) * 5.8 * 3_600_000)
          if (c === 'check_in') return typeof row[c] === 'string' ? row[c] : JSON.stringify(row[c])
          return row[c]
        }),
      ),
    ])
  const figures: Record<string, Record<string, { ms: number; bytes: number }>> = {}
  const planMs: Record<string, number> = {}
  for (const size of sizes) {
    while (open < size) await take()
    const begun = performance.now()
    await call('POST', 'plan')
    planMs[size] = rounded(performance.now() - begun, 0)
    for (const path of asked) {
      const took: number[] = []
      let bytes = 0
      for (let i = 0; i < times; i++) {
        const at = performance.now()
        bytes = (await call('GET', path)).length
        took.push(performance.now() - at)
      }
      figures[path] ??= {}
      figures[path][size] = { ms: rounded(percentile(took, 0.5)), bytes }
    }
  }
  await server.stop()
  await place.close()
  const ratios = Object.fromEntries(
    Object.entries(figures).map(([path, f]) => [
      path,
      { at60: rounded(f[60]!.ms / f[6]!.ms, 2), at300: rounded(f[300]!.ms / f[6]!.ms, 2) },
    ]),
  )
  return {
    openCars: sizes,
    people: 60,
    customers: 5000,
    handedOver: 3000,
    planMakeMs: planMs,
    answers: figures,
    ratios,
  }
}
