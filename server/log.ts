import pino, { type Logger } from 'pino'

/**
 * A log of one line a record on standard output. It is written a few times a second and when the process ends, not line by line: under load
 * that costs more than what is logged.
 */
export const openLog = (level: string): Logger =>
  pino({ level }, pino.destination({ sync: false, minLength: 8192, periodicFlush: 250 }))
