import { openSteps, stepState } from '#core/job/reduce.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

/** What the others are at in this car. */
export function Others({ view, person }: { view: AtWork; person: string }) {
  const running = openSteps(view.procedure, view.state).flatMap((s) => {
    const { status, runningBy } = stepState(view.state, s.id)
    return status === 'running' && runningBy !== null && runningBy !== person ? [{ step: s, by: runningBy }] : []
  })
  if (running.length === 0) return null
  return (
    <section className="card">
      <h2 className="minor">{words.others}</h2>
      <ul className="plain rows">
        {running.map(({ step, by }) => (
          <li key={step.id}>
            <span>{speak.title(step.title)}</span> <strong>{view.names[by]}</strong>
          </li>
        ))}
      </ul>
    </section>
  )
}
