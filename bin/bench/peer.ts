import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { PlanRequest } from '#core/plan/schema.ts'
import { peerModel } from './peer-model.ts'

/** What a constraint solver made of a day. */
export interface PeerAnswer {
  /** Weighted minutes late, end of the day, hand-overs; undefined where it found nothing. */
  score: readonly [number, number, number] | undefined
  /** Nothing better exists. */
  isProved: boolean
  seconds: number
}

/** Whether Debian's solver is on this machine: a tool of development, and no part of the product. */
export const hasPeer = (): boolean => spawnSync('minizinc', ['--version']).status === 0

/** Lets a constraint solver plan a day by itself, from nothing, in so many seconds. */
export function askPeer(request: PlanRequest, seconds: number): PeerAnswer {
  const folder = mkdtempSync(join(tmpdir(), 'peer-'))
  try {
    const file = join(folder, 'day.mzn')
    writeFileSync(file, peerModel(request))
    const begun = performance.now()
    const { stdout } = spawnSync(
      'minizinc',
      ['--solver', 'gecode', '-O2', '--time-limit', String(seconds * 1000), '--output-mode', 'json', '-a', file],
      { encoding: 'utf8', timeout: (seconds + 20) * 1000, maxBuffer: 1 << 26 },
    )
    const last = (name: string) => [...stdout.matchAll(new RegExp(`"${name}" : (\\d+)`, 'g'))].at(-1)?.[1]
    const [late, end, hands] = ['late', 'finish', 'hands'].map(last)
    return {
      score: end === undefined ? undefined : [Number(late), Number(end), Number(hands)],
      isProved: stdout.includes('=========='),
      seconds: (performance.now() - begun) / 1000,
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
