import { readFileSync } from 'node:fs'
import { seededRandom } from '#core/units/random.ts'
import { startServer } from '../../tests/support/server-process.ts'
import { openJob, openPlace, rounded, signIn } from './place.ts'

const total = 20_000
const lanes = 16

const memoryOf = (pid: number) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/** 20,000 generated requests, good and bad, over every described address: no answer of 5xx, and memory that stays flat. */
export async function requests() {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const job = await openJob(server.base, cookie)
  const description = (await (await fetch(`${server.base}/api/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { requestBody?: unknown }>>
  }
  const operations = Object.entries(description.paths)
    .flatMap(([path, methods]) => Object.keys(methods).map((method) => ({ path, method: method.toUpperCase() })))
    .filter(
      (o) =>
        o.path !== '/api/live' &&
        !(o.path === '/api/session' && o.method !== 'GET') &&
        !(o.path === '/api/plan' && o.method === 'POST'),
    )
  const random = seededRandom(20)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const value = (depth: number): unknown => {
    const kind = Math.floor(random() * (depth > 3 ? 6 : 8))
    if (kind === 0) return null
    if (kind === 1) return random() < 0.5
    if (kind === 2) return pick([0, -1, 1, 1.5, 1e15, 2 ** 31, 37])
    if (kind < 6)
      return pick([
        '',
        'x',
        job,
        'step-started',
        'walk_round:car',
        '2026-01-01T00:00Z',
        '2026-02-31T00:00Z',
        '\u0000\ud800',
        'é'.repeat(300),
        '../..',
        '{}',
        "' or 1=1 --",
      ])
    if (kind === 6) return Array.from({ length: Math.floor(random() * 4) }, () => value(depth + 1))
    return Object.fromEntries(
      Array.from({ length: Math.floor(random() * 6) }, () => [
        pick([
          'id',
          'type',
          'data',
          'step',
          'version',
          'checkIn',
          'due',
          'arrives',
          'ratio',
          'fill',
          'container',
          'product',
          'device',
          'deviceSeq',
          'deviceTime',
          'role',
          'activity',
          '__proto__',
          'x',
        ]),
        value(depth + 1),
      ]),
    )
  }
  const statuses = new Map<number, number>()
  let sent = 0
  let early = 0
  await Promise.all(
    Array.from({ length: lanes }, async () => {
      while (sent < total) {
        sent++
        if (sent === Math.floor(total / 4)) early = memoryOf(server.child.pid!)
        const { path, method } = pick(operations)
        const address = path.replace(/\{[a-z]+\}/, () =>
          encodeURIComponent(pick([job, job, 'x', '..', '01a211d1-6c70-7530-925c-9bdfc34014b2', '%00', 'é'])),
        )
        const query =
          random() < 0.2
            ? `?${pick(['after', 'before', 'x'])}=${encodeURIComponent(pick(['0', '3', '-1', '1e9', 'soon', '', 'é', "'"]))}`
            : ''
        const body =
          method === 'POST' || method === 'PUT' ? { body: random() < 0.1 ? '{"broken' : JSON.stringify(value(0)) } : {}
        const type = random() < 0.95 ? 'application/json' : pick(['text/plain', 'application/xml', ''])
        const response = await fetch(server.base + address + query, {
          method,
          headers: { cookie: random() < 0.9 ? cookie : 'chamomile_session=nonsense', 'content-type': type },
          ...body,
        })
        await response.arrayBuffer()
        statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1)
      }
    }),
  )
  const late = memoryOf(server.child.pid!)
  await server.stop()
  await place.close()
  const fives = [...statuses].filter(([s]) => s >= 500).reduce((sum, [, n]) => sum + n, 0)
  return {
    requests: sent,
    serverErrors: fives,
    statuses: Object.fromEntries([...statuses].sort((a, b) => a[0] - b[0])),
    memoryAfterQuarterMb: rounded(early),
    memoryAtEndMb: rounded(late),
    memoryRatio: rounded(late / early, 2),
  }
}
