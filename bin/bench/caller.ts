import { Agent, request } from 'node:http'

/** Posts JSON over kept connections. `fetch` costs the generator more than the server spends on the answer, and both share the cores here. */
export function caller(base: string, cookie: string, sockets: number) {
  const agent = new Agent({ keepAlive: true, maxSockets: sockets })
  return {
    post: (path: string, body: object): Promise<void> =>
      new Promise((resolve, reject) => {
        const text = JSON.stringify(body)
        const sent = request(
          base + path,
          {
            agent,
            method: 'POST',
            headers: { cookie, 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
          },
          (answer) => {
            let said = ''
            answer.setEncoding('utf8')
            answer.on('data', (part) => {
              said += part
            })
            answer.on('end', () => (answer.statusCode === 200 ? resolve() : reject(new Error(said))))
          },
        )
        sent.on('error', reject)
        sent.end(text)
      }),
    close: () => agent.destroy(),
  }
}
