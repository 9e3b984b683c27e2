import { v7 as uuidv7 } from 'uuid'
import { startServer } from '../../tests/support/server-process.ts'
import { caller } from './caller.ts'
import { noteEvent, openJob, openPlace, percentile, rounded, signIn } from './place.ts'

const seconds = 12
const turns = 8
const steady = 6
const lanes = 12

async function inLanes(until: number, work: (lane: number) => Promise<void>): Promise<number> {
  let done = 0
  await Promise.all(
    Array.from({ length: lanes }, async (_, lane) => {
      while (performance.now() < until) {
        await work(lane)
        done++
      }
    }),
  )
  return done
}

/**
 * Step events a second, each durable before its answer, against a bare Hono route that inserts one row durably (the peer: what HTTP and
 * the disk cost anybody) and against raw single-row commits, all in one run; and the delay at 300 a second.
 */
export async function ledger() {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const jobs = await Promise.all(Array.from({ length: lanes }, () => openJob(server.base, cookie)))
  let calls = caller(server.base, cookie, lanes)
  const say = (lane: number) => calls.post(`/api/jobs/${jobs[lane]}/events`, noteEvent('x'))
  await place.connection.pool.query(
    'create table raw_rows (id char(36) primary key, at datetime(3) not null, text varchar(40) not null)',
  )
  const raw = () =>
    place.connection.pool.query('insert into raw_rows values (?, now(3), ?)', [uuidv7(), 'x']).then(() => {})
  const bare = await startServer(place.instance.uri, 0, {}, 'bin/bench/bare-route.ts')
  const bareCalls = caller(bare.base, cookie, lanes)
  const insertRow = () => bareCalls.post('/rows', noteEvent('x'))
  for (const warm of [say, insertRow, raw]) await inLanes(performance.now() + 1500, warm)
  // By turns, so that whatever else the machine does meanwhile is shared by all three.
  let [events, rows, commits] = [0, 0, 0]
  for (let turn = 0; turn < turns; turn++) {
    const turnEnds = () => performance.now() + (seconds * 1000) / turns
    rows += await inLanes(turnEnds(), insertRow)
    events += await inLanes(turnEnds(), say)
    commits += await inLanes(turnEnds(), raw)
  }
  bareCalls.close()
  await bare.stop()

  // A steady 300 a second on fresh jobs that grow to a day's length, as they would.
  const fresh = await Promise.all(Array.from({ length: lanes }, () => openJob(server.base, cookie)))
  calls.close()
  calls = caller(server.base, cookie, 64)
  const delays: number[] = []
  const begun = performance.now()
  const pending: Promise<void>[] = []
  for (let i = 0; i < 300 * steady; i++) {
    const due = begun + (i * 1000) / 300
    const wait = due - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
    const at = performance.now()
    pending.push(
      calls.post(`/api/jobs/${fresh[i % fresh.length]}/events`, noteEvent('x')).then(() => {
        delays.push(performance.now() - at)
      }),
    )
  }
  await Promise.all(pending)
  const took = (performance.now() - begun) / 1000
  calls.close()
  await server.stop()
  await place.close()
  return {
    rawCommitsPerSecond: rounded(commits / seconds, 0),
    bareRoutePerSecond: rounded(rows / seconds, 0),
    eventsPerSecond: rounded(events / seconds, 0),
    toBareRoute: rounded(events / rows, 2),
    toRawCommits: rounded(events / commits, 2),
    at300: {
      perSecond: rounded((300 * steady) / took, 0),
      p50Ms: rounded(percentile(delays, 0.5)),
      p99Ms: rounded(percentile(delays, 0.99)),
    },
  }
}
