import { freePort, startInstance } from '#server/database/instance.ts'
import { startServer } from '../../tests/support/server-process.ts'
import { noteEvent, openJob, openPlace, signIn } from './place.ts'

const rounds = 100

/** Kills server and database in turn, 100 times, while events are being said; counts acknowledged events that are gone. */
export async function kills() {
  const place = await openPlace()
  let { instance } = place
  const port = await freePort()
  let server = await startServer(instance.uri, port, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const jobs = await Promise.all(Array.from({ length: 10 }, () => openJob(server.base, cookie)))
  const acknowledged: { job: string; id: string }[] = []
  let stop = false
  const saying = jobs.map(async (job) => {
    while (!stop) {
      const event = noteEvent('under load')
      try {
        const response = await fetch(`http://127.0.0.1:${port}/api/jobs/${job}/events`, {
          method: 'POST',
          headers: { cookie, 'content-type': 'application/json' },
          body: JSON.stringify(event),
          signal: AbortSignal.timeout(5000),
        })
        if (response.ok) acknowledged.push({ job, id: event.id })
      } catch {
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
    }
  })
  for (let round = 0; round < rounds; round++) {
    await new Promise((resolve) => setTimeout(resolve, 200 + Math.random() * 200))
    if (round % 2 === 0) {
      await server.kill()
      server = await startServer(instance.uri, port, { REQUESTS_PER_SECOND: '100000' })
    } else {
      process.kill(instance.pid, 'SIGKILL')
      instance = await startInstance({ folder: place.folder, port: instance.port, onUnexpectedEnd: () => {} })
    }
  }
  stop = true
  await Promise.all(saying)
  const kept = new Set<string>()
  const [rows] = await place.connection.pool.query('select id from events')
  for (const { id } of rows as { id: string }[]) kept.add(id)
  const lost = acknowledged.filter((a) => !kept.has(a.id)).length
  await server.stop()
  await place.close(instance)
  return { kills: rounds, acknowledged: acknowledged.length, lost }
}
