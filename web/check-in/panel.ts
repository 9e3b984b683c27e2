import type { CheckIn } from '#core/procedures/schema.ts'

/** What every panel beside the sheet gets: the check-in as it stands, and how to change it. */
export interface PanelProps {
  checkIn: CheckIn
  onChange: (next: CheckIn) => void
}
