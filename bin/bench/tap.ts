import { request } from 'node:http'
import { v7 as uuidv7 } from 'uuid'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { startServer } from '../../tests/support/server-process.ts'
import { openPlace, signIn } from './place.ts'

const sizes = [6, 60]

/** Bytes of an answer as they travel, compressed where the server compresses. */
const onTheWire = (url: string, cookie: string) =>
  new Promise<number>((resolve, reject) => {
    request(url, { headers: { cookie, 'accept-encoding': 'gzip' } }, (answer) => {
      let bytes = 0
      answer.on('data', (chunk: Buffer) => {
        bytes += chunk.length
      })
      answer.on('end', () =>
        answer.statusCode === 200 ? resolve(bytes) : reject(new Error(`${url}: ${answer.statusCode}`)),
      )
    })
      .on('error', reject)
      .end()
  })

const heardTimes = 20

/** Milliseconds from a tap's sending to its news on another device's live line, and to its own answer. */
async function heard(base: string, watcher: string, tapped: (i: number) => Promise<unknown>) {
  const controller = new AbortController()
  const live = await fetch(`${base}/api/live`, { headers: { cookie: watcher }, signal: controller.signal })
  const reader = live.body!.getReader()
  let told: (() => void) | undefined
  const listening = (async () => {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      if (new TextDecoder().decode(value).includes('"job"')) told?.()
    }
  })().catch(() => undefined)
  const [news, answers]: [number[], number[]] = [[], []]
  for (let i = 0; i < heardTimes; i++) {
    const sent = performance.now()
    const arrived = new Promise<void>((resolve) => {
      told = resolve
    })
    await tapped(i)
    answers.push(performance.now() - sent)
    await arrived
    news.push(performance.now() - sent)
  }
  controller.abort()
  await listening
  const median = (list: number[]) => Math.round(list.sort((a, b) => a - b)[list.length >> 1]!)
  return { news: median(news), worstNews: Math.round(Math.max(...news)), answer: median(answers) }
}

/** What one tap costs everybody else who looks: at the car's work, at the day; and what the same screens ask for when they open. */
export async function tap() {
  const place = await openPlace()
  const server = await startServer(place.instance.uri, 0, { REQUESTS_PER_SECOND: '100000' })
  const cookie = await signIn(server.base, 'Tam')
  const post = async (path: string, body: object = {}) => {
    const answer = await fetch(`${server.base}/api/${path}`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
    return answer.json() as Promise<{ position: number }>
  }
  const figures: Record<string, object> = {}
  let job = ''
  let open = 0
  for (const size of sizes) {
    for (; open < size; open++) {
      job = uuidv7()
      const { checkIn } = carA()
      checkIn.vehicle.plate = `TAP ${open}`
      await post('jobs', { id: job, checkIn, arrives: new Date().toISOString(), due: null })
      await fetch(`${server.base}/api/jobs/${job}/procedure`, { method: 'POST', headers: { cookie } })
    }
    const { position } = await post(`jobs/${job}/events`, intent('step-started', { step: 'walk_round:car' }))
    await post(`jobs/${job}/events`, intent('step-paused', { step: 'walk_round:car' }))
    const bytes = (path: string) => onTheWire(`${server.base}/api/${path}`, cookie)
    figures[size] = {
      watcherOfTheWork: await bytes(`jobs/${job}/events?after=${position}`),
      watcherOfTheDay: await bytes(`jobs/${job}/card`),
      opening: { work: await bytes(`jobs/${job}/work`), day: await bytes('day') },
    }
  }
  const watcher = await signIn(server.base, 'Jory')
  const heardMs = await heard(server.base, watcher, (i) =>
    post(`jobs/${job}/events`, intent(i % 2 === 0 ? 'step-started' : 'step-paused', { step: 'walk_round:car' })),
  )
  await server.stop()
  await place.close()
  return { openCars: sizes, bytes: figures, heardMs }
}
