import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { KeptHere } from '#web/ui/KeptHere.tsx'
import { ReasonDialog } from '#web/ui/ReasonDialog.tsx'
import { useLookedAt } from '#web/ui/useLookedAt.ts'
import './handover.css'
import { PlacesCar } from '#web/ui/PlacesCar.tsx'
import { words } from '#words/en/screens/handover.ts'
import { speak } from '#words/en/speak.ts'

export default function FinalCheckScreen() {
  const id = useRouteId()
  const work = useWork(id)
  const { append, busy, error, kept, dismiss } = useAppendEvent(id)
  const mayCheck = useMay('work.do')
  const [failing, setFailing] = useState<string>()
  const looked = useLookedAt('data-check')
  const surfaces = useSurfaces(work.data?.job.body)
  if (work.isPending) return <Fetching lines={5} />
  if (work.isLoadingError) return <ErrorNotice error={work.error} onRetry={() => void work.refetch()} />
  if (!work.data) return null
  const { state, names } = work.data
  const places = work.data.places.map((place) => ({ id: place.id, text: speak.placeToCheck(place) }))
  const left = places.filter((p) => !state.checks[p.id]).length
  const about = work.data.places.find((p) => p.id === looked)
  const open = work.data.places.filter((p) => !state.checks[p.id]?.passed)
  const kinds = new Set((about ? [about] : open).flatMap((p) => p.kinds ?? []))
  return (
    <div className="beside-car">
      <section className="card">
        <div className="row spread apart">
          <h2>{words.title}</h2>
          <span className="row">
            <strong>{words.left(left)}</strong>
            {left === 0 && <Link to={`/jobs/${id}/report`}>{words.toReport}</Link>}
          </span>
        </div>
        {error && failing === undefined && <ErrorNotice error={error} />}
        <KeptHere kept={kept} titles={new Map(places.map((p) => [p.id, p.text]))} onDismiss={(o) => void dismiss(o)} />
        <ul className="plain places">
          {places.map((place) => {
            const check = state.checks[place.id]
            return (
              <li key={place.id} data-check={place.id}>
                <span>
                  {place.text}
                  {check && (
                    <span className="soft">
                      {' '}
                      · <strong>{check.passed ? '✓ passed' : '✗ not right'}</strong> {words.by} {names[check.by]}
                      {check.selfChecked && `, ${words.self}`}
                      {check.note && `: ${check.note}`}
                    </span>
                  )}
                </span>
                {mayCheck && !state.handedOver && (
                  <span className="row one-line">
                    <Button
                      className={check?.passed ? 'passed' : ''}
                      aria-pressed={check?.passed === true}
                      aria-label={`${words.pass}: ${place.text}`}
                      disabled={busy}
                      onClick={() => void append({ type: 'check-passed', data: { place: place.id } })}
                    >
                      {words.pass}
                    </Button>
                    <Button aria-label={`${words.fail}: ${place.text}`} onClick={() => setFailing(place.id)}>
                      {words.fail}
                    </Button>
                  </span>
                )}
              </li>
            )
          })}
        </ul>
        <ReasonDialog
          question={words.note}
          yes={words.keepNote}
          no={words.cancel}
          open={failing !== undefined}
          onClose={() => setFailing(undefined)}
          error={error}
          onAnswer={(note) => append({ type: 'check-failed', data: { place: failing!, note } })}
        />
      </section>
      {surfaces.length > 0 && (
        <div className="card beside">
          <PlacesCar
            body={work.data.job.body}
            surfaces={surfaces}
            isLit={(s) => kinds.has(s.kind)}
            label={about ? speak.placeToCheck(about) : words.openOnes(open.length)}
          />
        </div>
      )}
    </div>
  )
}
