import { Button } from 'antd'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { nameOf, signOf } from '#web/ui/because.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Spell } from '#web/ui/lanes-of-plan.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { type Move, useAsked } from './api.ts'
import type { Moving } from './moving.ts'
import { readable } from './readable.ts'

/** Broken rules that are shown. */
const shown = 5

interface Props {
  plan: Plan
  spell: Spell
  moving: Moving
  moves: Move[]
  isSaving: boolean
  onKeep: () => void
  onLeave: () => void
}

/** What a stay in hand would break, and which cars it would make later, while it is moved. */
export function MovePanel({ plan, spell, moving, moves, isSaving, onKeep, onLeave }: Props) {
  const asked = useAsked({ version: plan.version, moves })
  const broken = asked.data ? readable({ unscheduled: [], warnings: asked.data.warnings }, plan).warnings : []
  const costs = asked.data?.costs ?? []
  const isHard = broken.length > 0 || costs.some((c) => c.ready > c.was)
  return (
    <div className={isHard ? 'told' : 'caution'} role="status" aria-label={words.moving} data-moving>
      <strong>
        {words.movingTo(
          spell.callSign,
          nameOf(plan, moving.to),
          sayClock(spell.start + moving.by),
          sayClock(spell.end + moving.by),
        )}
      </strong>
      {moves.length > 0 && asked.data && (
        <ul className="tight listed">
          {costs.map(({ job, ready, was }) => (
            <li key={job}>
              {ready > was
                ? words.readyLater(signOf(plan, job), sayMinutes(ready - was), sayClock(ready))
                : words.readySooner(signOf(plan, job), sayMinutes(was - ready), sayClock(ready))}
            </li>
          ))}
          {costs.length === 0 && <li>{words.costsNothing}</li>}
          {broken.slice(0, shown).map((b) => (
            <li key={b.message}>{b.message}</li>
          ))}
          {broken.length === 0 && <li>{words.fine}</li>}
        </ul>
      )}
      <AndMore all={broken.length} shown={shown} />
      {asked.isError && <ErrorNotice error={asked.error} />}
      <p className="soft flush">{words.moveHint}</p>
      <span className="row">
        <Button type="primary" disabled={moves.length === 0} loading={isSaving} onClick={onKeep}>
          {broken.length > 0 ? words.saveAnyway : words.keepMove}
        </Button>
        <Button onClick={onLeave}>{words.cancel}</Button>
      </span>
    </div>
  )
}
