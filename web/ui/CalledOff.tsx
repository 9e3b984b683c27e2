import { Button } from 'antd'
import type { CalledOff as Off } from '#core/check-in/called-off.ts'
import { words } from '#words/en/screens/booking.ts'
import { ErrorNotice } from './ErrorNotice.tsx'

interface Props {
  callSign: string
  off: Off
  /** When that was said, in words. */
  when: string
  busy: boolean
  error: Error | null
  /** It is expected again. */
  onBack: (() => void) | undefined
}

/** Why a booked car does not come, by whom it was said, and one press to expect it again. */
export function CalledOff({ callSign, off, when, busy, error, onBack }: Props) {
  return (
    <>
      <span>{words.said(words.shortly[off.how], off.why, off.by, when)}</span>
      {onBack && (
        <Button aria-label={words.comesAfterAllOf(callSign)} loading={busy} onClick={onBack}>
          {words.comesAfterAll}
        </Button>
      )}
      {error && <ErrorNotice error={error} />}
    </>
  )
}
