import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Procedure } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { useCatalogue, useMay } from '#web/client/session.ts'
import { useHouseRules } from '#web/client/standards.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { DraftConflict, DraftStatus } from '#web/ui/DraftStatus.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { AddStep } from './AddStep.tsx'
import { useIssue, useProcedure } from './api.ts'
import { CarRules } from './CarRules.tsx'
import { Files } from './Files.tsx'
import { Findings } from './Findings.tsx'
import './procedures.css'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { Revise, Versions } from './Revise.tsx'
import { StandardPicker } from './StandardPicker.tsx'
import { StepList } from './StepList.tsx'
import { settingWords } from './setting-words.ts'
import { ThreePlans } from './ThreePlans.tsx'
import { TimeLimit } from './TimeLimit.tsx'
import { useEditing } from './useEditing.ts'

function Figures({ procedure }: { procedure: Procedure }) {
  const { totals, steps } = procedure
  return (
    <dl className="figures flush">
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
        <dd data-figure="steps">{steps.length}</dd>
      </div>
    </dl>
  )
}

/** What lies ready, what will remain, how sure the stains are. */
function Aside({ procedure, catalogue }: { procedure: Procedure; catalogue: WordedCatalogue }) {
  const { kit, residuals, expectations } = useMemo(() => speak.procedure(procedure), [procedure])
  return (
    <>
      <section className="card">
        <h2>{words.kit}</h2>
        <ul>
          {kit.towels.map((t) => (
            <li key={t.role}>
              {t.count} × {t.role} towel
            </li>
          ))}
          {kit.machines.map((id) => (
            <li key={id}>{catalogue.equipment.find((e) => e.id === id)?.name ?? id}</li>
          ))}
        </ul>
        <p className="soft">{[...kit.tools, ...kit.wear].join(', ')}</p>
      </section>
      {residuals.length > 0 && (
        <section className="card">
          <h2>{words.remains}</h2>
          <ul>
            {residuals.map((r) => (
              <li key={r.surface + r.reason}>
                <strong>{r.name}</strong>: {r.reason}
              </li>
            ))}
          </ul>
        </section>
      )}
      {expectations.length > 0 && (
        <section className="card">
          <h2>{words.expect}</h2>
          <ul>
            {expectations.map((e) => (
              <li key={e.surface + e.stain}>
                {e.stain}, {e.name.toLowerCase()}: {e.words}, {e.chance} in 100
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

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
  const [crew, setCrew] = useState(view.settings.timeLimit?.crew ?? 1)
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
      <section className="card row spread" aria-label="Totals">
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
      {mayEdit && (
        <div className="choices no-print">
          <ThreePlans
            request={request}
            catalogue={catalogue}
            crew={crew}
            finish={settings.finish ?? request.checkIn.finish ?? 'standard'}
            onFinish={(finish) => change((now) => ({ ...now, finish }))}
          />
          <TimeLimit
            request={request}
            catalogue={catalogue}
            crew={crew}
            onCrew={setCrew}
            limit={settings.rungs ? settings.timeLimit : undefined}
            onUse={(timeLimit, rungs) => change((now) => ({ ...now, timeLimit, rungs }))}
            onDrop={() => change(({ timeLimit: _t, rungs: _r, ...rest }) => rest)}
          />
        </div>
      )}
      <div className="sheet-and-aside">
        <section className="card" aria-labelledby="steps">
          <h2 id="steps">{words.inOrder}</h2>
          {mayEdit && (
            <div className="row no-print spread">
              <span className="row">
                <Button onClick={editing.undo} disabled={!editing.canUndo}>
                  {words.undo}
                </Button>
                <Button onClick={editing.redo} disabled={!editing.canRedo}>
                  {words.redo}
                </Button>
                <AddStep request={request} catalogue={catalogue} onEdit={editing.edit} />
              </span>
              <DraftStatus
                {...editing}
                calm={
                  open.length > 0 ? (
                    <strong>{words.notSaved(open.length)}</strong>
                  ) : editing.status === 'conflict' ? (
                    words.twoSaved
                  ) : !editing.saved ? (
                    words.saving
                  ) : settings.edits || settings.standard || settings.houseRules || settings.finish ? (
                    words.saved
                  ) : (
                    ''
                  )
                }
                onRetry={() => void editing.held.flush()}
                onDiscard={editing.held.discard}
              />
            </div>
          )}
          <StepList
            procedure={procedure}
            request={request}
            catalogue={catalogue}
            onEdit={mayEdit ? editing.edit : undefined}
          />
          {procedure.notes.map(speak.note).map((note) => (
            <p key={note} className="soft">
              {note}
            </p>
          ))}
        </section>
        <div className="stack aside">
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
          <Aside procedure={procedure} catalogue={catalogue} />
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
