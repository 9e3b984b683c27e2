import { Agent, type ClientRequest, request } from 'node:http'
import { startServer } from '../../tests/support/server-process.ts'
import { caller } from './caller.ts'
import { noteEvent, openJob, openPlace, percentile, rounded, signIn } from './place.ts'

/** How many listen: nearly nobody, and a yard full. */
const audiences = [10, 300]
const perSecond = 300
/** A server just started is slow for a moment: what it does then is told apart from the pace it keeps. */
const warmUp = 3
const seconds = 6
const cars = 12
/** Listeners whose every line is read; of the others the lines are counted. */
const read = 10

interface Heard {
  lines: number
  bytes: number
  end(): void
}

/** Listens at the live line. @param onLine each change's car and place in its ledger, where somebody wants them */
function listen(
  base: string,
  cookie: string,
  agent: Agent,
  onLine?: (job: string, position: number) => void,
): Promise<Heard> {
  return new Promise((resolve, reject) => {
    const heard: Heard = { lines: 0, bytes: 0, end: () => sent.destroy() }
    const sent: ClientRequest = request(`${base}/api/live`, { agent, headers: { cookie } }, (answer) => {
      answer.setEncoding('utf8')
      let rest = ''
      answer.on('data', (part: string) => {
        heard.bytes += part.length
        if (part.includes('event: hello') || part.includes('event: reset')) resolve(heard)
        rest += part
        const blocks = rest.split('\n\n')
        rest = blocks.pop()!
        for (const block of blocks) {
          if (!block.startsWith('event: change')) continue
          heard.lines++
          if (!onLine) continue
          const { job, position } = JSON.parse(/^data: (.*)$/m.exec(block)![1]!) as { job: string; position: number }
          onLine(job, position)
        }
      })
      answer.on('error', () => {})
    })
    sent.on('error', reject)
    sent.end()
  })
}

async function beside(people: number) {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const jobs: string[] = []
  for (let i = 0; i < cars; i++) jobs.push(await openJob(server.base, cookie))
  const agent = new Agent({ keepAlive: true, maxSockets: people })
  const sentAt = new Map<string, number>()
  const news: number[] = []
  const firstNews: number[] = []
  let counted = Number.POSITIVE_INFINITY
  const onLine = (job: string, position: number) => {
    const at = sentAt.get(`${job} ${position}`)
    if (at !== undefined) (at < counted ? firstNews : news).push(performance.now() - at)
  }
  const all = await Promise.all(
    Array.from({ length: people }, (_, i) => listen(server.base, cookie, agent, i < read ? onLine : undefined)),
  )
  const calls = caller(server.base, cookie, 64)
  // What each car's ledger holds already: the check-in and the procedure.
  const positions = new Map(jobs.map((j) => [j, 2]))
  const delays: number[] = []
  const firstDelays: number[] = []
  const pending: Promise<void>[] = []
  const begun = performance.now()
  counted = begun + warmUp * 1000
  for (let i = 0; i < perSecond * (warmUp + seconds); i++) {
    const wait = begun + (i * 1000) / perSecond - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
    const job = jobs[i % jobs.length]!
    const position = positions.get(job)! + 1
    positions.set(job, position)
    const at = performance.now()
    sentAt.set(`${job} ${position}`, at)
    pending.push(
      calls.post(`/api/jobs/${job}/events`, noteEvent('x')).then(() => {
        ;(at < counted ? firstDelays : delays).push(performance.now() - at)
      }),
    )
  }
  await Promise.all(pending)
  const took = (performance.now() - counted) / 1000
  const said = firstDelays.length + delays.length
  // What is on its way arrives; no longer than this is waited for.
  for (let i = 0; i < 100 && all.some((h) => h.lines < said); i++)
    await new Promise((resolve) => setTimeout(resolve, 100))
  const missed = all.reduce((sum, h) => sum + Math.max(0, said - h.lines), 0)
  const bytes = all.reduce((sum, h) => sum + h.bytes, 0)
  for (const h of all) h.end()
  calls.close()
  agent.destroy()
  await server.stop()
  await place.close()
  return {
    listeners: people,
    perSecond: rounded(delays.length / took, 0),
    answerP50Ms: rounded(percentile(delays, 0.5)),
    answerP99Ms: rounded(percentile(delays, 0.99)),
    newsP50Ms: rounded(percentile(news, 0.5)),
    newsP99Ms: rounded(percentile(news, 0.99)),
    missed,
    bytesATapAndListener: rounded(bytes / people / said, 0),
    firstSeconds: {
      answerP99Ms: rounded(percentile(firstDelays, 0.99)),
      newsP99Ms: rounded(percentile(firstNews, 0.99)),
    },
  }
}

/** Step events at a steady pace while screens listen, few and hundreds: how long an answer takes, how long until the screens know, and what it costs each. */
export async function listeners() {
  const [few, many] = [await beside(audiences[0]!), await beside(audiences[1]!)]
  return { few, many, answerRatioP50: rounded(many.answerP50Ms / few.answerP50Ms, 2) }
}
