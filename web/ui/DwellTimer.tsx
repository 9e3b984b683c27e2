import type { Timer } from '#core/job/schema.ts'
import { words } from '#words/en/screens/dwells.ts'

const sayClockLeft = (ms: number) => {
  const seconds = Math.max(0, Math.ceil(ms / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

/** The dwell on the clock: first not yet, then yours, then dried on. */
export function DwellTimer({ timer, now }: { timer: Timer; now: number }) {
  const start = Date.parse(timer.startedAt)
  const [ready, dry] = [start + timer.min * 60_000, start + timer.max * 60_000]
  const [text, word, urgent] =
    now < ready
      ? [sayClockLeft(ready - now), words.dwellLeft, false]
      : now < dry
        ? [sayClockLeft(dry - now), words.driesIn, true]
        : ['0:00', words.dried, true]
  return (
    <span className={urgent ? 'timer now' : 'timer'} role="timer" aria-label={`${word} ${text}`}>
      {text}
      <small>{word}</small>
    </span>
  )
}
