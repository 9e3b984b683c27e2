import { Button } from 'antd'
import { isOver } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes, sentence } from '#core/units/format.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  mayWork: boolean
  busy: boolean
  onAppend: (event: NewEvent) => unknown
}

/** Where it dries; what else passes by itself is called as it is. */
const placeOf = ({ title }: Step) =>
  title.code === 'dry-out' ? sentence(speak.group(title.facts.group, title.facts.rows)) : speak.title(title)

/** What passes by itself now, until somebody finds it dry. */
export function Drying({ view: { procedure, state }, mayWork, busy, onAppend }: Props) {
  const drying = procedure.steps.filter(
    (s) =>
      s.crew === 0 &&
      !isOver(state, s.id) &&
      procedure.links.filter((l) => l.to === s.id).every((l) => isOver(state, l.from)),
  )
  if (drying.length === 0) return null
  return (
    <section className="card" aria-label={words.drying}>
      <h2 className="minor">{words.drying}</h2>
      <ul className="plain rows">
        {drying.map((s) => (
          <li key={s.id}>
            <span>
              {placeOf(s)} <span className="soft">{words.about(sayMinutes(s.minutes))}</span>
            </span>
            {mayWork && (
              <Button
                size="large"
                className="glove"
                disabled={busy}
                aria-label={`${words.dry}: ${speak.title(s.title)}`}
                onClick={() => void onAppend({ type: 'step-finished', data: { step: s.id } })}
              >
                {words.dry}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
