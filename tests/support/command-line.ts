import { spawnSync } from 'node:child_process'

/** What `bin/chamomile` answers to a document. */
// biome-ignore lint/suspicious/noExplicitAny: plain JSON
export function chamomile(verb: string, document: unknown): any {
  const done = spawnSync('bin/chamomile', [verb], {
    input: JSON.stringify(document),
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  })
  if (done.status !== 0) throw new Error(`chamomile ${verb} ended with ${done.status}: ${done.stderr}`)
  return JSON.parse(done.stdout)
}
