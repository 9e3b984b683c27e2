import { Button } from 'antd'
import { useMay } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { useKeepOffer, useLeave, useOffer } from './api.ts'
import { disturbedLines } from './disturbed.ts'
import { carLines, peopleLines } from './offer.ts'

/** Lines of a list that are shown. */
const shown = 6

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null
  return (
    <div>
      <h2 className="minor">{title}</h2>
      <ul className="tight listed">
        {lines.slice(0, shown).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <AndMore all={lines.length} shown={shown} />
    </div>
  )
}

/** What has happened that the plan does not hold for any more, and to whoever leads, what planning again would bring. */
export function Disturbed({ plan }: { plan: Plan }) {
  const lines = disturbedLines(plan)
  const mayWrite = useMay('plan.write')
  if (lines.length === 0) return null
  return (
    <section className="told stack" aria-label={words.disturbed}>
      <Lines title={words.disturbed} lines={lines} />
      {plan.left ? <p>{words.offer.left}</p> : mayWrite && <Offered plan={plan} />}
    </section>
  )
}

function Offered({ plan }: { plan: Plan }) {
  const offer = useOffer(plan.version)
  const keep = useKeepOffer()
  const leave = useLeave()
  if (offer.isPending) return <p role="status">{words.offer.working}</p>
  if (offer.isLoadingError) return <ErrorNotice error={offer.error} onRetry={() => void offer.refetch()} />
  const found = offer.data
  const leaves = (
    <Button loading={leave.isPending} disabled={keep.isPending} onClick={() => leave.mutate(plan.version)}>
      {words.offer.leave}
    </Button>
  )
  return (
    <>
      {found ? (
        <div className="offer-lists">
          <Lines title={words.offer.title} lines={carLines(found)} />
          <Lines title={words.offer.people} lines={peopleLines(plan, found)} />
          {found.unplanned > 0 && <p>{words.offer.unplanned(found.unplanned)}</p>}
        </div>
      ) : (
        <p>{words.offer.nothing}</p>
      )}
      <div className="row">
        {found && (
          <Button
            type="primary"
            loading={keep.isPending}
            disabled={leave.isPending}
            onClick={() => keep.mutate(found.id, { onError: () => void offer.refetch() })}
          >
            {words.offer.keep}
          </Button>
        )}
        {leaves}
      </div>
      {keep.isError && <ErrorNotice error={keep.error} />}
      {leave.isError && <ErrorNotice error={leave.error} />}
    </>
  )
}
