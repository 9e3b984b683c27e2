import { fork } from 'node:child_process'
import { once } from 'node:events'
import { readFileSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
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
  lines: number[]
  bytes: number
  heard: [job: string, position: number, at: number][]
}

/** So many screens, in a process of their own. */
async function audience(base: string, cookie: string, people: number) {
  const asked = JSON.stringify({ base, cookie, people, read })
  const child = fork(new URL('./audience.ts', import.meta.url), [asked], { execArgv: ['--import', 'tsx'] })
  const next = async <T>() => (await once(child, 'message'))[0] as T
  await next()
  const ask = (what: 'count' | 'end') => {
    const answer = next<Heard>()
    child.send(what)
    return answer
  }
  return { count: () => ask('count'), end: () => ask('end') }
}

/** Milliseconds of processor a process has used so far, as Linux counts them: what it costs, however fast this machine is just now. */
function processorOf(pid: number): number {
  const [user, system] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ').slice(11, 13).map(Number)
  return (user! + system!) * 10
}

async function beside(people: number) {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const jobs: string[] = []
  for (let i = 0; i < cars; i++) jobs.push(await openJob(server.base, cookie))
  const sentAt = new Map<string, number>()
  const screens = await audience(server.base, cookie, people)
  const calls = caller(server.base, cookie, 64)
  // What each car's ledger holds already: the check-in and the procedure.
  const positions = new Map(jobs.map((j) => [j, 2]))
  const delays: number[] = []
  const firstDelays: number[] = []
  const pending: Promise<void>[] = []
  const begun = performance.now()
  const counted = begun + warmUp * 1000
  let processorThen = 0
  for (let i = 0; i < perSecond * (warmUp + seconds); i++) {
    const wait = begun + (i * 1000) / perSecond - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
    if (i === perSecond * warmUp) processorThen = processorOf(server.child.pid!)
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
  for (let i = 0; i < 100 && (await screens.count()).lines.some((n) => n < said); i++)
    await new Promise((resolve) => setTimeout(resolve, 100))
  const processor = processorOf(server.child.pid!) - processorThen
  const { lines, bytes, heard } = await screens.end()
  const missed = lines.reduce((sum, n) => sum + Math.max(0, said - n), 0)
  const news: number[] = []
  const firstNews: number[] = []
  for (const [job, position, then] of heard) {
    const at = sentAt.get(`${job} ${position}`)
    if (at !== undefined) (at < counted ? firstNews : news).push(then - performance.timeOrigin - at)
  }
  calls.close()
  await server.stop()
  await place.close()
  return {
    listeners: people,
    perSecond: rounded(delays.length / took, 0),
    answerP50Ms: rounded(percentile(delays, 0.5)),
    answerP99Ms: rounded(percentile(delays, 0.99)),
    newsP50Ms: rounded(percentile(news, 0.5)),
    newsP99Ms: rounded(percentile(news, 0.99)),
    processorMsATap: rounded(processor / (perSecond * seconds), 2),
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
