import { Agent, type ClientRequest, request } from 'node:http'
import { performance } from 'node:perf_hooks'

// A yard full of screens, in a process of its own: what they read does not hold up whoever measures how long an answer takes.

interface Asked {
  base: string
  cookie: string
  people: number
  /** Of so many every line is read; of the others the lines are counted. */
  read: number
}
const { base, cookie, people, read } = JSON.parse(process.argv[2]!) as Asked

const agent = new Agent({ keepAlive: true, maxSockets: people })
const lines = new Array<number>(people).fill(0)
let bytes = 0
/** Car and place in its ledger, and when it was heard on the clock that all processes share. */
const heard: [job: string, position: number, at: number][] = []

const listen = (i: number) =>
  new Promise<ClientRequest>((resolve, reject) => {
    const sent = request(`${base}/api/live`, { agent, headers: { cookie } }, (answer) => {
      answer.setEncoding('utf8')
      let rest = ''
      answer.on('data', (part: string) => {
        bytes += part.length
        if (part.includes('event: hello') || part.includes('event: reset')) resolve(sent)
        rest += part
        const blocks = rest.split('\n\n')
        rest = blocks.pop()!
        for (const block of blocks) {
          if (!block.startsWith('event: change')) continue
          lines[i]!++
          if (i >= read) continue
          const { job, position } = JSON.parse(/^data: (.*)$/m.exec(block)![1]!) as { job: string; position: number }
          heard.push([job, position, performance.timeOrigin + performance.now()])
        }
      })
      answer.on('error', () => {})
    })
    sent.on('error', reject)
    sent.end()
  })

const all = await Promise.all(Array.from({ length: people }, (_, i) => listen(i)))
process.on('message', (what: 'count' | 'end') => {
  if (what === 'count') return void process.send!({ lines, bytes, heard: [] })
  for (const one of all) one.destroy()
  agent.destroy()
  // Nothing is left to keep it going once that is on its way.
  process.send!({ lines, bytes, heard }, () => process.disconnect())
})
process.send!('listening')
