import { Button } from 'antd'
import { DraftStatus } from '#web/ui/DraftStatus.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { AddStep } from './AddStep.tsx'
import { StepList } from './StepList.tsx'
import type { useEditing } from './useEditing.ts'

type Editing = ReturnType<typeof useEditing>

interface Props {
  editing: Editing
  mayEdit: boolean
  catalogue: WordedCatalogue
}

/** What the line above the steps says while nothing is in the way. */
function calmOf({ open, status, saved, settings }: Editing) {
  if (open.length > 0) return <strong>{words.notSaved(open.length)}</strong>
  if (status === 'conflict') return words.twoSaved
  if (!saved) return words.saving
  return Object.keys(settings).length > 0 ? words.saved : ''
}

/** The steps in order, and in a draft how they are changed. */
export function StepsCard({ editing, mayEdit, catalogue }: Props) {
  const { procedure, request } = editing
  return (
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
            calm={calmOf(editing)}
            onRetry={() => void editing.held.flush()}
            onDiscard={editing.held.discard}
          />
        </div>
      )}
      {request.checkIn.cameFor?.words && <p className="told">{words.cameFor(request.checkIn.cameFor.words)}</p>}
      {speak.head(procedure).map((line) => (
        <p key={line} className="told">
          {line}
        </p>
      ))}
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
  )
}
