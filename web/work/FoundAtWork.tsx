import { Button } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import { isOver } from '#core/job/reduce.ts'
import type { NewEvent, useAppendEvent } from '#web/client/ledger.ts'
import type { useCatalogue } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { DamageDialog } from './DamageDialog.tsx'
import { ExtraDialog } from './ExtraDialog.tsx'
import { HazardDialog } from './HazardDialog.tsx'
import { IncidentDialog } from './IncidentDialog.tsx'
import { RecheckDialog } from './RecheckDialog.tsx'

interface Props {
  job: string
  view: AtWork
  surfaces: readonly Surface[]
  catalogue: ReturnType<typeof useCatalogue>['data']
  leads: boolean
  onAppend: (event: NewEvent) => ReturnType<ReturnType<typeof useAppendEvent>['append']>
  error: Error | null
  /** Said when the damage dialog opens and closes: it shows the error itself meanwhile. */
  onFlagging: (open: boolean) => void
}

/** What can come to light during the work: danger, damage, and a place that was wetted and is looked at again. */
export function FoundAtWork({ job, view, surfaces, catalogue, leads, onAppend, error, onFlagging }: Props) {
  const [open, setOpen] = useState<'hazard' | 'damage' | 'recheck' | 'incident' | 'extra'>()
  const show = (which: typeof open) => {
    setOpen(which)
    onFlagging(which === 'damage' || which === 'incident' || which === 'extra')
  }
  const close = () => show(undefined)
  const { procedure, state } = view
  const wetted = new Set(
    procedure.steps.filter((s) => s.left > 0 && s.crew > 0 && isOver(state, s.id)).flatMap((s) => s.surfaces),
  )
  return (
    <>
      <div className="row">
        <Button size="large" className="danger-found" onClick={() => show('hazard')}>
          {words.hazard}
        </Button>
        <Button size="large" onClick={() => show('damage')}>
          {words.damage}
        </Button>
        {wetted.size > 0 && (
          <Button size="large" onClick={() => show('recheck')}>
            {words.recheck}
          </Button>
        )}
        <Button size="large" onClick={() => show('incident')}>
          {words.incident}
        </Button>
        {leads && (
          <Button size="large" onClick={() => show('extra')}>
            {words.extra}
          </Button>
        )}
        {state.found.length > 0 && <span className="soft">{words.damageFound(state.found.length)}</span>}
      </div>
      <IncidentDialog job={job} open={open === 'incident'} error={error} onClose={close} onAppend={onAppend} />
      <ExtraDialog open={open === 'extra'} error={error} onClose={close} onAppend={onAppend} />
      <HazardDialog
        job={job}
        open={open === 'hazard'}
        stops={catalogue?.stops ?? []}
        surfaces={surfaces}
        people={Object.values(view.names)}
        onAppend={onAppend}
        onClose={close}
      />
      {open === 'recheck' && (
        <RecheckDialog
          job={job}
          body={view.job.body}
          all={surfaces}
          surfaces={surfaces.filter((s) => wetted.has(s.id))}
          onAppend={onAppend}
          onClose={close}
        />
      )}
      <DamageDialog
        job={job}
        open={open === 'damage'}
        surfaces={surfaces}
        damages={catalogue?.damages ?? []}
        onClose={close}
        onAppend={onAppend}
        error={error}
      />
    </>
  )
}
