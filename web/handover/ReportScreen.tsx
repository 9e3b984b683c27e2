import { Button } from 'antd'
import { leatherAfter } from '#core/handover/report.ts'
import { isOver } from '#core/job/reduce.ts'
import { longMomentIn, monthAfter } from '#core/units/shop-time.ts'
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
import { CustomerLink } from './CustomerLink.tsx'
import { GiveAway } from './GiveAway.tsx'
import './handover.css'
import { Signature } from '#web/ui/Signature.tsx'
import { words } from '#words/en/screens/handover.ts'
import { speak } from '#words/en/speak.ts'
import { Pairs } from './Pairs.tsx'

/** What a customer is given: done, how stains fared, what stays and why, what a mechanic should see, what goes back, how to keep it. */
export default function ReportScreen() {
  const id = useRouteId()
  const zone = useSignedIn().timeZone
  const view = useReport(id)
  const said = useAppendEvent(id)
  const mayGive = useMay('handover.give')
  const surfaces = useSurfaces(view.data?.checkIn.vehicle.body)
  const work = useWork(id).data
  if (view.isPending) return <Fetching lines={5} />
  if (view.isLoadingError) return <ErrorNotice error={view.error} onRetry={() => void view.refetch()} />
  const { checkIn, shopName, shopAddress, names } = view.data
  const report = speak.handover(view.data)
  const { vehicle } = checkIn
  const isOpen = work?.procedure.steps.some((s) => !isOver(work.state, s.id)) ?? false
  const left = new Set(work?.procedure.residuals.map((r) => r.surface))
  const at = report.handedOver?.at ?? new Date().toISOString()
  const care = report.care(monthAfter(zone, at, leatherAfter))
  const { stains, mechanic } = report
  return (
    <article className="card report">
      <div className="row spread report-head">
        <div>
          <h2 className="title-l">
            {isOpen || report.checks.some((c) => c.passed === null)
              ? words.notReady(vehicle.make, vehicle.model)
              : words.ready(vehicle.make, vehicle.model)}
          </h2>
          <span className="soft">
            {vehicle.plate} · {words.forWhom(checkIn.customer)} · {longMomentIn(zone, at)}
          </span>
        </div>
        <span className="row">
          <span className="from-shop">
            <strong>{shopName}</strong>
            {shopAddress && <span className="soft">{shopAddress}</span>}
          </span>
          <Button className="no-print" href={`/api/jobs/${id}/report/paper`} target="_blank">
            {words.pdf}
          </Button>
          <Button className="no-print" onClick={() => window.print()}>
            {words.print}
          </Button>
        </span>
      </div>
      {report.summary && <p className="lead">{report.summary}</p>}
      <Pairs job={id} surfaces={surfaces} />
      <div className="columns">
        <div>
          <section>
            <h2>{words.did}</h2>
            {report.areas.length === 0 && <p className="soft">{words.nothingYet}</p>}
            <ul className="plain">
              {report.areas.map(({ area, did }) => (
                <li key={area}>
                  <strong>{area}</strong> {did}
                </li>
              ))}
              {report.notDone.map(({ area, as }) => (
                <li key={area} className="soft">
                  <strong>{area}</strong> {as}
                </li>
              ))}
            </ul>
          </section>
          {report.extras.length > 0 && (
            <section>
              <h2>{words.extras}</h2>
              <ul>
                {report.extras.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
          {stains.length > 0 && (
            <section>
              <h2>{words.cameOfIt}</h2>
              <table className="fared">
                <thead>
                  <tr>
                    <th>{words.stain}</th>
                    <th>{words.saidBefore}</th>
                    <th>{words.came}</th>
                  </tr>
                </thead>
                <tbody>
                  {stains.map((e) => (
                    <tr key={e.surface + e.stain}>
                      <td>{e.what}</td>
                      <td>{words.chance(e.words, e.chance)}</td>
                      <td>
                        <strong>{e.outcome}</strong>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
        </div>
        <div>
          <section className="stays">
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
          {mechanic.length > 0 && (
            <section>
              <h2>{words.mechanic}</h2>
              <ul>
                {mechanic.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
          <section>
            <h2>{words.belongings}</h2>
            {report.belongings.length === 0 && <p className="soft">{words.noBelongings}</p>}
            <ul>
              {report.belongings.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
          {care.length > 0 && (
            <section>
              <h2>{words.care}</h2>
              <ul>
                {care.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
      <p className="soft">{report.lookedOver}</p>
      <div className="signs">
        <span className="hand">
          {report.handedOver?.signature && <Signature strokes={report.handedOver.signature} />}
        </span>
        <span className="hand" />
        <span>{checkIn.customer}</span>
        <span>{words.forTheShop(shopName)}</span>
      </div>
      {said.error && <ErrorNotice error={said.error} />}
      <KeptHere kept={said.kept} clock={(iso) => clockIn(zone, iso)} onDismiss={(order) => void said.dismiss(order)} />
      {report.handedOver ? (
        <>
          <p className="big title-m">
            {words.to} {report.handedOver.to}, {clockIn(zone, report.handedOver.at)}, {words.by}{' '}
            {names[report.handedOver.by]}
          </p>
          {report.handedOver.back && <p>{words.wentBack(report.handedOver.back)}</p>}
          {report.handedOver.unfinished !== undefined && (
            <p className="caution">{words.unfinished(report.handedOver.unfinished)}</p>
          )}
        </>
      ) : (
        mayGive && <GiveAway said={said} isOpen={isOpen} received={checkIn.received} />
      )}
      {mayGive && <CustomerLink job={id} car={`${vehicle.make} ${vehicle.model}`.trim()} shopName={shopName} />}
      <details className="no-print below">
        <summary>{words.step(report.done.length)}</summary>
        <ul aria-label={words.done}>
          {report.done.map((d) => (
            <li key={d.title}>
              {d.title} <span className="soft">{d.by.map((p) => names[p]).join(', ')}</span>
            </li>
          ))}
        </ul>
      </details>
    </article>
  )
}
