import { type ChildProcess, spawn } from 'node:child_process'

export interface ServerProcess {
  base: string
  child: ChildProcess
  /** What it wrote so far. */
  output(): string
  /** Ends it the way a machine loses power. */
  kill(): Promise<void>
  stop(): Promise<void>
}

/** Starts a server over a database and waits until it listens. */
export function startServer(
  databaseUri: string,
  port = 0,
  env: Record<string, string> = {},
  entry = 'bin/serve.ts',
): Promise<ServerProcess> {
  const child = spawn(process.execPath, ['--import', 'tsx', entry], {
    env: { ...process.env, DATABASE_URL: databaseUri, PORT: String(port), ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  const end = async (signal: NodeJS.Signals) => {
    child.kill(signal)
    await gone
  }
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error(`The server did not listen within 30 s: ${text}`)), 30_000)
    let listening = false
    const read = (chunk: Buffer) => {
      text += chunk.toString()
      if (listening) return
      const found = /"listening":(\d+)/.exec(text)
      if (!found) return
      listening = true
      clearTimeout(timer)
      resolve({
        base: `http://127.0.0.1:${found[1]}`,
        child,
        output: () => text,
        kill: () => end('SIGKILL'),
        stop: () => end('SIGTERM'),
      })
    }
    child.stdout.on('data', read)
    child.stderr.on('data', read)
    child.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${text}`)))
  })
}
