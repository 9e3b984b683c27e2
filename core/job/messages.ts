import { type MessageOf, type None, saying } from '#core/message/message.ts'
import type { Title } from '#core/procedures/messages.ts'
import type { Extra, IncidentKind } from './schema.ts'

/** Why an intent is not possible now. */
export interface RefusalMessages {
  'handed-over': None
  held: { holder: Title }
  'held-by-call': { found: string }
  'unknown-step': { step: string }
  'unknown-place': { place: string }
  'unknown-surface': { surface: string }
  'not-done-there': { step: Title }
  over: { step: Title; status: string }
  'needs-clearing': { step: Title }
  'stop-stays': { step: Title }
  running: { step: Title }
  'no-dwell': { step: Title }
  'no-timer': None
  passive: { step: Title }
  'no-skill': { step: Title; skill: string }
  'lead-only': None
  'lead-records': None
  'trained-only': { step: Title; skill?: string }
  busy: { step: Title }
  'zone-taken': { step: Title }
  /** Without a step: what is wetted there has not ended. */
  'waits-for': { step?: Title; before?: Title }
  dwell: { before: Title; minutes: number }
  'not-running': { step: Title; doing: Doing }
  'not-yours': { step: Title; doing: Doing }
  'steps-open': { open: number; first: Title }
  'stop-open': { step: Title }
  'checks-open': { open: number }
  'failed-without-note': None
  /** An ozone run: nobody inside, not before, only by a reading. */
  'ozone-inside': { step: Title }
  'ozone-stays': { step: Title }
  'not-before': { step: Title; minutes: number }
  'no-ozone': None
  'not-drying': { step: Title }
  /** A recheck is left out by a lead alone. */
  'lead-judges': { step: Title }
  'lead-lets-go': None
  'nothing-to-sign': { step: Title }
  'own-work': { step: Title }
  unsigned: { step: Title }
  'still-runs': { step: Title }
  'to-oneself': { step: Title }
  'no-tank': { step: Title }
  'not-over': { step: Title }
  /** What is said to be over by mistake: later work stands on it, or its place was looked at since. */
  'stands-on-it': { step: Title; later: Title }
  'looked-at': { step: Title }
  'not-yours-to-open': { step: Title }
  'lead-answers': None
  'no-call': None
  'needs-reading': { limit: number; ppm: number | null }
}
export type Doing = 'finished' | 'paused' | 'timed' | 'handed'
/** Why an intent is not possible now: its code, and what it is about. */
export type Refusal = MessageOf<RefusalMessages>
export const no = saying<RefusalMessages>()

/** What is written down about a job beside its steps. */
export interface LogMessages {
  note: { text: string }
  'customer-said': { from: string; text: string; permission?: string; answer?: boolean }
  'condition-changed': { note: string }
  'recheck-failed': { note: string; wicked?: boolean }
  'hazard-found': { rule: string; stop: Title | null; note: string; told: string }
  'stop-refused': { step: Title; reason: string }
  'skill-waived': { step: Title; reason: string }
  'air-read': { ppm: number }
  'step-handed': { step: Title; note: string }
  stuck: { step: Title; note: string }
  incident: { kind: IncidentKind; note: string; done: string; hurt?: string }
  answered: { note: string }
  'extra-agreed': Omit<Extra, 'recordedBy' | 'at'>
  tank: { step: Title; did: 'filled' | 'emptied'; litres: number }
  'dried-on': { step: Title; did: 'misted' | 'pulled' }
  'time-corrected': { step: Title; minutes: number; reason: string }
}
export type LogSaid = MessageOf<LogMessages>
export const log = saying<LogMessages>()
