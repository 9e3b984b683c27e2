import { Button } from 'antd'
import type { MemoryView } from '#server/vehicles/views.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'

/** What remained last time, as many lines. */
const shown = 6

/** What is known of a car that was here before. */
export function Memory({ memory, onBring }: { memory: MemoryView; onBring: () => void }) {
  if (!memory) return <p className="soft">{words.firstVisit}</p>
  return (
    <div className="stack close">
      <strong>{words.here(memory.visits)}</strong>
      {memory.residuals.length > 0 && (
        <ul>
          {memory.residuals
            .slice(0, shown)
            .map(speak.remains)
            .map((r) => (
              <li key={r.what + r.why}>
                {r.what}: {r.why}
              </li>
            ))}
        </ul>
      )}
      <AndMore all={memory.residuals.length} shown={shown} />
      {memory.worked.length > 0 && (
        <p className="soft">{words.workedThen(memory.worked.map(speak.title).join('; '))}</p>
      )}
      <Button onClick={onBring}>{words.bring}</Button>
    </div>
  )
}
