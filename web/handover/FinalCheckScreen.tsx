import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { lookRound } from '#core/handover/look-round.ts'
import { refusal } from '#core/job/allow.ts'
import { useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { clockIn } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { KeptHere } from '#web/ui/KeptHere.tsx'
import { useLookedAt } from '#web/ui/useLookedAt.ts'
import './handover.css'
import { PlacesCar } from '#web/ui/PlacesCar.tsx'
import { words } from '#words/en/screens/handover.ts'
import { speak } from '#words/en/speak.ts'
import { NotRightDialog } from './NotRightDialog.tsx'
import { WhoLooks } from './WhoLooks.tsx'

export default function FinalCheckScreen() {
  const id = useRouteId()
  const work = useWork(id)
  const { append, busy, error, kept, dismiss } = useAppendEvent(id)
  const mayCheck = useMay('work.do')
  const { person, timeZone } = useSignedIn()
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
  const notRight = work.data.places.find((p) => p.id === failing)
  const now = new Date().toISOString()
  const { procedure } = work.data
  /** Why a place is not looked at yet. */
  const waits = (place: string) => {
    const look = { type: 'check-passed', data: { place } } as const
    const no = refusal(look, procedure, state, { person, leads: false }, work.data!.places, now)
    return no?.code === 'not-done-there' ? speak.refusal(no) : undefined
  }
  const workedOf = ({ kinds = [] }: PlaceToCheck) => {
    const wet = new Set(procedure.steps.filter((s) => s.left > 0 && s.crew > 0).flatMap((s) => s.surfaces))
    return surfaces.filter((s) => kinds.includes(s.kind) && wet.has(s.id)).map((s) => s.id)
  }
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
        <KeptHere
          kept={kept}
          titles={new Map(places.map((p) => [p.id, p.text]))}
          clock={(iso) => clockIn(timeZone, iso)}
          onDismiss={(o) => void dismiss(o)}
        />
        {mayCheck && !state.handedOver && <WhoLooks view={work.data} person={person} />}
        {lookRound(work.data.places).map(({ stand, places: here }) => (
          <section key={stand} aria-label={words.stands[stand]}>
            <h3 className="stand">{words.stands[stand]}</h3>
            <ul className="plain places">
              {here.map((place) => {
                const text = speak.placeToCheck(place)
                const check = state.checks[place.id]
                const caution = speak.checkCaution(place.id)
                const no = check ? undefined : waits(place.id)
                return (
                  <li key={place.id} data-check={place.id}>
                    <span>
                      {text}
                      {caution && !check && !no && <span className="soft told-small">{caution}</span>}
                      {no && <span className="soft told-small">{no}</span>}
                      {check && (
                        <span className="soft">
                          {' '}
                          · <strong>{check.passed ? '✓ passed' : '✗ not right'}</strong> {words.by} {names[check.by]}
                          {check.selfChecked && `, ${words.self}`}
                          {check.note && `: ${check.note}`}
                        </span>
                      )}
                    </span>
                    {mayCheck && !state.handedOver && no === undefined && (
                      <span className="row one-line">
                        <Button
                          className={check?.passed ? 'passed' : ''}
                          aria-pressed={check?.passed === true}
                          aria-label={`${words.pass}: ${text}`}
                          disabled={busy}
                          onClick={() => void append({ type: 'check-passed', data: { place: place.id } })}
                        >
                          {words.pass}
                        </Button>
                        <Button aria-label={`${words.fail}: ${text}`} onClick={() => setFailing(place.id)}>
                          {words.fail}
                        </Button>
                      </span>
                    )}
                  </li>
                )
              })}
            </ul>
          </section>
        ))}
        {notRight && (
          <NotRightDialog
            job={id}
            place={notRight}
            worked={workedOf(notRight)}
            error={error}
            onClose={() => setFailing(undefined)}
            onAppend={append}
          />
        )}
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
