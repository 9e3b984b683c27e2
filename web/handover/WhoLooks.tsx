import { handsOf } from '#core/handover/look-round.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/handover.ts'

/** Who should look: somebody who did least of it. What the one who is here did themselves is said. */
export function WhoLooks({ view, person }: { view: AtWork; person: string }) {
  const { procedure, state, names, skills } = view
  const hands = handsOf(procedure, state, Object.keys(skills))
  const mine = hands.find((h) => h.person === person)?.minutes ?? 0
  const least = hands.filter((h) => h.person !== person).map((h) => names[h.person] ?? '')
  if (mine < 1) return <p className="soft">{words.freshEyes}</p>
  return <p className="caution">{words.ownWork(sayMinutes(mine), least.slice(0, 2))}</p>
}
