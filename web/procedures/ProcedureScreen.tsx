import { Button } from 'antd'
import { useNavigate } from 'react-router'
import type { ProcedureView } from '#server/procedures/views.ts'
import { useCatalogue, useMay } from '#web/client/session.ts'
import { useHouseRules } from '#web/client/standards.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { DraftConflict } from '#web/ui/DraftStatus.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { useIssue, useProcedure } from './api.ts'
import { CarRules } from './CarRules.tsx'
import { Choices } from './Choices.tsx'
import { Figures } from './Figures.tsx'
import { Files } from './Files.tsx'
import { Findings } from './Findings.tsx'
import { LiesReady } from './LiesReady.tsx'
import './procedures.css'
import { words } from '#words/en/screens/procedures.ts'
import { Revise, Versions } from './Revise.tsx'
import { StandardPicker } from './StandardPicker.tsx'
import { StepCar } from './StepCar.tsx'
import { StepsCard } from './StepsCard.tsx'
import { settingWords } from './setting-words.ts'
import { useEditing } from './useEditing.ts'

interface Ready {
  job: string
  view: ProcedureView
  house: Record<string, string>
  catalogue: WordedCatalogue
}

function Sheet({ job, view, house, catalogue }: Ready) {
  const editing = useEditing(job, view, house, catalogue)
  const issue = useIssue(job)
  const mayIssue = useMay('procedure.issue')
  const go = useNavigate()
  const { procedure, request, settings, open, change } = editing
  const draft = view.version === null
  const mayEdit = draft && mayIssue
  const edits = settings.edits ?? []
  return (
    <div className="stack procedure">
      <DraftConflict
        conflict={editing.conflict}
        name={(pointer) => words.settingNames[pointer.split('/')[1] ?? ''] ?? pointer}
        show={settingWords}
        onResolve={editing.held.resolve}
      />
      <section className="card row spread" aria-label={words.totals}>
        <Figures procedure={procedure} />
        <div className="stack no-print close at-end">
          <span className="soft">{draft ? words.draft : words.issued(view.version!)}</span>
          <div className="row">
            {mayEdit && (
              <Button
                type="primary"
                loading={issue.isPending}
                disabled={open.length > 0 || !editing.saved}
                onClick={() => issue.mutate(undefined, { onSuccess: () => void go('/plan') })}
              >
                {words.issue}
              </Button>
            )}
          </div>
        </div>
        {issue.isError && <ErrorNotice error={issue.error} />}
      </section>
      {mayEdit && <Choices job={job} editing={editing} catalogue={catalogue} />}
      <div className="sheet-and-aside">
        <StepsCard editing={editing} mayEdit={mayEdit} catalogue={catalogue} />
        <div className="stack aside">
          <StepCar procedure={procedure} body={request.checkIn.vehicle.body} />
          {draft && <Findings findings={procedure.findings} edits={edits} onEdits={editing.setEdits} />}
          {mayEdit && (
            <>
              <StandardPicker settings={settings} blocked={open.length > 0} onChange={(next) => change(() => next)} />
              <CarRules
                catalogue={catalogue}
                house={house}
                own={settings.houseRules ?? {}}
                onChange={(houseRules) => change((now) => ({ ...now, houseRules }))}
              />
            </>
          )}
          {!draft && mayIssue && <Revise job={job} view={view} catalogue={catalogue} />}
          {!draft && <Versions job={job} issued={view.version!} />}
          <Files
            job={job}
            request={request}
            procedure={procedure}
            settingsVersion={view.settingsVersion}
            open={mayEdit}
          />
          <LiesReady procedure={procedure} />
        </div>
      </div>
    </div>
  )
}

export default function ProcedureScreen() {
  const id = useRouteId()
  const view = useProcedure(id)
  const catalogue = useCatalogue()
  const house = useHouseRules()
  if (view.isPending || catalogue.isPending || house.isPending) return <Fetching lines={5} />
  for (const query of [view, catalogue, house])
    if (query.isLoadingError) return <ErrorNotice error={query.error} onRetry={() => void query.refetch()} />
  return <Sheet key={id} job={id} view={view.data!} house={house.data!.choices} catalogue={catalogue.data!} />
}
