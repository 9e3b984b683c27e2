import { Button, Input } from 'antd'
import { useState } from 'react'
import { isOver } from '#core/job/reduce.ts'
import { useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { clockIn } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { KeptHere } from '#web/ui/KeptHere.tsx'
import { PlacesCar } from '#web/ui/PlacesCar.tsx'
import { useReport } from './api.ts'
import './handover.css'
import { words } from '#words/en/screens/handover.ts'
import { speak } from '#words/en/speak.ts'
import { TakenAway } from './TakenAway.tsx'

export default function ReportScreen() {
  const id = useRouteId()
  const zone = useSignedIn().timeZone
  const view = useReport(id)
  const { append, busy, error, kept, dismiss } = useAppendEvent(id)
  const mayGive = useMay('handover.give')
  const letsGo = useMay('procedure.issue')
  const [to, setTo] = useState('')
  const surfaces = useSurfaces(view.data?.checkIn.vehicle.body)
  const work = useWork(id).data
  const left = new Set(work?.procedure.residuals.map((r) => r.surface))
  const isOpen = work?.procedure.steps.some((s) => !isOver(work.state, s.id)) ?? false
  if (view.isPending) return <Fetching lines={5} />
  if (view.isLoadingError) return <ErrorNotice error={view.error} onRetry={() => void view.refetch()} />
  const { checkIn, shopName, names } = view.data
  const report = speak.report(view.data.report)
  const waits = kept.some((e) => e.event.type === 'handed-over' && e.refused === undefined)
  const { vehicle } = checkIn
  return (
    <article className="card report">
      <div className="row spread">
        <div>
          <h2>
            {vehicle.make} {vehicle.model} · {vehicle.plate}
          </h2>
          <span className="soft">
            {shopName} · for {checkIn.customer}
          </span>
        </div>
        <Button className="no-print" onClick={() => window.print()}>
          {words.print}
        </Button>
      </div>
      <div className="columns">
        <section>
          <h2>{words.done}</h2>
          <ul>
            {report.done.map((d) => (
              <li key={d.title}>
                {d.title} <span className="soft">{d.by.map((p) => names[p]).join(', ')}</span>
              </li>
            ))}
          </ul>
        </section>
        <div>
          <section>
            <h2>{words.remains}</h2>
            {left.size > 0 && surfaces.length > 0 && (
              <PlacesCar
                body={vehicle.body}
                surfaces={surfaces}
                isLit={(s) => left.has(s.id)}
                label={words.remainsLit}
              />
            )}
            {report.remains.length === 0 && <p className="soft">{words.nothingRemains}</p>}
            <ul>
              {report.remains.map((r) => (
                <li key={r.what + r.why}>
                  <strong>{r.what}</strong>: {r.why}
                </li>
              ))}
            </ul>
          </section>
          {report.expectations.length > 0 && (
            <section>
              <h2>{words.expect}</h2>
              <ul>
                {report.expectations.map((e) => (
                  <li key={e.surface + e.stain}>
                    {e.stain}, {e.name.toLowerCase()}: {e.words}, {e.chance} in 100
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section>
            <h2>{words.belongings}</h2>
            {report.belongings.length === 0 && <p className="soft">{words.noBelongings}</p>}
            <ul>
              {report.belongings.map((b) => (
                <li key={b.what + b.where}>
                  {b.what}
                  {b.where && `, ${b.where.toLowerCase()}`}
                </li>
              ))}
            </ul>
          </section>
          <section>
            <h2>{words.checked}</h2>
            <ul>
              {report.checks.map((c) => (
                <li key={c.text}>
                  {c.text}: <strong>{c.passed === null ? 'not seen yet' : c.passed ? 'passed' : 'not right'}</strong>
                  {c.selfChecked && ` (self-checked)`}
                </li>
              ))}
            </ul>
          </section>
          <p className="caution">{words.dryTold}</p>
        </div>
      </div>
      {error && <ErrorNotice error={error} />}
      <KeptHere kept={kept} onDismiss={(order) => void dismiss(order)} />
      {report.handedOver ? (
        <>
          <p className="big title-m">
            {words.to} {report.handedOver.to}, {clockIn(zone, report.handedOver.at)}, {words.by}{' '}
            {names[report.handedOver.by]}
          </p>
          {report.handedOver.unfinished !== undefined && (
            <p className="caution">{words.unfinished(report.handedOver.unfinished)}</p>
          )}
        </>
      ) : (
        mayGive && (
          <form
            className="row no-print below"
            onSubmit={(e) => {
              e.preventDefault()
              if (to.trim()) void append({ type: 'handed-over', data: { to: to.trim() } })
            }}
          >
            <Input
              className="field-xl"
              aria-label={words.to}
              placeholder={words.to}
              value={to}
              maxLength={80}
              onChange={(e) => setTo(e.target.value)}
            />
            <Button type="primary" size="large" htmlType="submit" loading={busy} disabled={!to.trim() || waits}>
              {words.give}
            </Button>
            {letsGo && isOpen && (
              <TakenAway
                busy={busy}
                error={error}
                onTaken={(to, unfinished) => append({ type: 'handed-over', data: { to, unfinished } })}
              />
            )}
          </form>
        )
      )}
    </article>
  )
}
