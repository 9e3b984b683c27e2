import { Button } from 'antd'
import { useState } from 'react'
import { usePlan } from '#web/client/plan.ts'
import { useSignedIn } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { movedLines } from '#web/ui/moved-lines.ts'
import { unfolded } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/ui.ts'
import { speak } from '#words/en/speak.ts'

/** Lines that are shown: a phone holds a few. */
const shown = 3
const keyOf = (person: string) => `chamomile plan seen ${person}`

/** What the plan's last change moved for whoever is signed in, until they have seen it. */
export function PlanTold() {
  const { person } = useSignedIn()
  const plan = usePlan(unfolded).data
  const [seen, setSeen] = useState(() => localStorage.getItem(keyOf(person)))
  if (!plan) return null
  const mark = `${plan.day} ${plan.version}`
  const lines = seen === mark ? [] : movedLines(plan, speak, person)
  if (lines.length === 0) return null
  return (
    <section className="caution" aria-label={words.planChanged}>
      <strong>{words.planChanged}</strong>
      <ul className="tight listed">
        {lines.slice(0, shown).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <AndMore all={lines.length} shown={shown} />
      <Button
        onClick={() => {
          localStorage.setItem(keyOf(person), mark)
          setSeen(mark)
        }}
      >
        {words.seen}
      </Button>
    </section>
  )
}
