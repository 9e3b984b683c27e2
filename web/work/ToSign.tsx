import { Button } from 'antd'
import { lackedSkill } from '#core/job/allow.ts'
import { stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  steps: readonly Step[]
  person: string
  mayWork: boolean
  busy: boolean
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** What somebody did who learns it: whoever holds the skill looks at it and signs it off; everybody else reads who can. */
export function ToSign({ view, steps, person, mayWork, busy, onAppend }: Props) {
  if (steps.length === 0) return null
  const holds = (id: string, step: Step) => lackedSkill(step, { skills: view.skills[id] ?? [] }) === undefined
  const named = (ids: readonly string[]) => ids.map((id) => view.names[id] ?? id)
  return (
    <section className="card" aria-label={words.toSign}>
      <h2 className="minor">{words.toSign}</h2>
      <ul className="plain rows">
        {steps.map((step) => {
          const { by } = stepState(view.state, step.id)
          const title = speak.title(step.title)
          const signers = Object.keys(view.skills).filter((id) => holds(id, step) && !by.includes(id))
          return (
            <li key={step.id}>
              <span>
                {title}
                <br />
                <span className="soft">{words.doneBy(named(by), named(signers))}</span>
              </span>
              {mayWork && signers.includes(person) && (
                <Button
                  size="large"
                  type="primary"
                  disabled={busy}
                  aria-label={words.signOffOf(title)}
                  onClick={() => void onAppend({ type: 'signed-off', data: { step: step.id } })}
                >
                  {words.signOff}
                </Button>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
