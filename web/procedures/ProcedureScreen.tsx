import { Button } from 'antd'
import { useNavigate, useParams } from 'react-router'
import { sayMinutes } from '#core/units/format.ts'
import { useMay } from '#web/app/session.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Told } from '#web/ui/Told.tsx'
import { useIssue, useProcedure } from './api.ts'
import './procedures.css'
import { StepRow } from './StepRow.tsx'
import { words } from './words.ts'

export default function ProcedureScreen() {
  const { id } = useParams()
  const view = useProcedure(id!)
  const issue = useIssue(id!)
  const mayIssue = useMay('procedure.issue')
  const go = useNavigate()
  if (view.isPending) return <Fetching lines={5} />
  if (view.isLoadingError) return <Told error={view.error} onRetry={() => void view.refetch()} />
  const { procedure, version } = view.data
  const { totals } = procedure
  const titles = new Map(procedure.steps.map((s) => [s.id, s.title]))
  return (
    <div className="stack">
      <section className="card row" style={{ justifyContent: 'space-between' }} aria-label="Totals">
        <dl className="figures" style={{ margin: 0 }}>
          <div>
            <dt>{words.attended}</dt>
            <dd data-figure="attended">{sayMinutes(totals.attended)}</dd>
          </div>
          <div>
            <dt>{words.p80}</dt>
            <dd data-figure="attendedP80">{sayMinutes(totals.attendedP80)}</dd>
          </div>
          <div>
            <dt>{words.water}</dt>
            <dd data-figure="waterLeft">{Math.round(totals.waterLeft)} g</dd>
          </div>
          <div>
            <dt>{words.steps}</dt>
            <dd data-figure="steps">{procedure.steps.length}</dd>
          </div>
        </dl>
        <div className="stack no-print" style={{ gap: 6, justifyItems: 'end' }}>
          <span className="soft">{version === null ? words.draft : words.issued(version)}</span>
          <div className="row">
            <Button onClick={() => window.print()}>{words.print}</Button>
            {version === null && mayIssue && (
              <Button
                type="primary"
                loading={issue.isPending}
                onClick={() => issue.mutate(undefined, { onSuccess: () => void go('/plan') })}
              >
                {words.issue}
              </Button>
            )}
          </div>
        </div>
        {issue.isError && <Told error={issue.error} />}
      </section>
      {procedure.residuals.length > 0 && (
        <section className="card">
          <h2>{words.remains}</h2>
          <ul>
            {procedure.residuals.map((r) => (
              <li key={r.surface + r.reason}>
                <strong>{r.name}</strong>: {r.reason}
              </li>
            ))}
          </ul>
        </section>
      )}
      {procedure.expectations.length > 0 && (
        <section className="card">
          <h2>{words.expect}</h2>
          <ul>
            {procedure.expectations.map((e) => (
              <li key={e.surface + e.stain}>
                {e.stain}, {e.name.toLowerCase()}: {e.words}, {e.chance} in 100
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="card" aria-label={words.steps}>
        <ol className="plain steps">
          {procedure.steps.map((step, i) => (
            <StepRow
              key={step.id}
              step={step}
              number={i + 1}
              titles={titles}
              stage={words.petals[step.petal] ?? step.petal}
            />
          ))}
        </ol>
        {procedure.notes.map((note) => (
          <p key={note} className="soft">
            {note}
          </p>
        ))}
      </section>
    </div>
  )
}
