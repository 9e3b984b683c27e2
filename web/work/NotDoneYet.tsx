import { Button } from 'antd'
import { refusal } from '#core/job/allow.ts'
import { isOver, stepState } from '#core/job/reduce.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  person: string
  leads: boolean
  /** ISO 8601. */
  now: string
  busy: boolean
  onAppend: (event: NewEvent) => unknown
}

/** So long a slip of the thumb is asked about, ms: later nobody means the last tap. */
const asked = 15 * 60_000

/** What was said to be over last, and the way to say that it is not: gloves slip, and Done stands under the thumb. */
export function NotDoneYet({ view, person, leads, now, busy, onAppend }: Props) {
  const { procedure, state, places } = view
  const since = new Date(Date.parse(now) - asked).toISOString()
  const [last] = procedure.steps
    .filter((s) => isOver(state, s.id) && stepState(state, s.id).finishedAt! >= since)
    .sort((a, b) => (stepState(state, a.id).finishedAt! < stepState(state, b.id).finishedAt! ? 1 : -1))
    .filter(({ id: step }) => {
      const said = { type: 'step-reopened' as const, data: { step } }
      return refusal(said, procedure, state, { person, leads }, places, now) === undefined
    })
  if (!last) return null
  const title = speak.title(last.title)
  const skipped = stepState(state, last.id).status === 'skipped'
  const label = skipped ? words.doAfterAll : words.notDoneYet
  return (
    <section className="card row spread" aria-label={words.overLast}>
      <span>
        <span className="soft">{skipped ? words.leftOutLast : words.doneLast}</span> {title}
      </span>
      <Button
        size="large"
        className="glove"
        disabled={busy}
        aria-label={`${label}: ${title}`}
        onClick={() => void onAppend({ type: 'step-reopened', data: { step: last.id } })}
      >
        {label}
      </Button>
    </section>
  )
}
