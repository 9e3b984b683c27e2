import type { CheckIn } from '#core/check-in/check-in.ts'

/** What every panel beside the sheet gets: the check-in as it stands, and how to change it. */
export interface PanelProps {
  checkIn: CheckIn
  /** Changes the check-in as it is when the change is made: a stroke made meanwhile, or an answer that comes late, loses nothing. */
  onChange: (change: (now: CheckIn) => CheckIn) => void
}
