import { readFileSync } from 'node:fs'

/** How a process was started, empty when there is none: numbers of ended processes are given to others. */
export function commandLineOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8')
  } catch {
    return ''
  }
}
