import { Problem } from './problem.ts'

/** @throws Problem where it is no time zone this server can count in */
export function judgeZone(timeZone: string): void {
  try {
    new Intl.DateTimeFormat('en', { timeZone })
  } catch {
    throw new Problem(400, 'invalid', `"${timeZone}" is no time zone.`, [
      { pointer: '/timeZone', message: 'An IANA name such as Etc/GMT.' },
    ])
  }
}
