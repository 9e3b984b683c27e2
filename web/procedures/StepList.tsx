import { HolderOutlined } from '@ant-design/icons'
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { Fragment, useMemo, useState } from 'react'
import { ladderOf } from '#core/procedures/limit/ladder.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import type { Edit, Finding, Procedure, ProcedureRequest, Step } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { StepHand } from './StepHand.tsx'
import { StepRow } from './StepRow.tsx'

interface Props {
  procedure: Procedure
  request: ProcedureRequest
  catalogue: WordedCatalogue
  /** None: the list is only read. */
  onEdit: ((edit: Edit) => void) | undefined
}

const worst = (findings: readonly Finding[], id: string): Finding['grade'] | undefined =>
  (['forbidden', 'order', 'advice'] as const).find((g) => findings.some((f) => f.grade === g && f.steps.includes(id)))

/** A step's new place as an edit: behind the one that stands before it then. */
function moveTo(ids: readonly string[], step: string, over: string): Edit {
  const order = arrayMove([...ids], ids.indexOf(step), ids.indexOf(over))
  return { do: 'move', step, after: order[order.indexOf(step) - 1] ?? null }
}

function SortableStep(props: Parameters<typeof StepRow>[0]) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: props.step.id,
  })
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? '' }}
      className={isDragging ? 'dragged' : ''}
    >
      <StepRow
        {...props}
        handle={
          <button
            type="button"
            ref={setActivatorNodeRef}
            className="handle"
            {...attributes}
            {...listeners}
            aria-label={words.drag(props.step.title)}
          >
            <HolderOutlined aria-hidden />
          </button>
        }
      />
    </li>
  )
}

/** The steps in their order. While one is dragged over a place, the checker says what that would break. */
export function StepList({ procedure, request, catalogue, onEdit }: Props) {
  const [hovering, setHovering] = useState<Finding[]>([])
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const { steps } = procedure
  const ids = steps.map((s) => s.id)
  const said = useMemo(() => new Map(steps.map((s) => [s.id, speak.step(s)])), [steps])
  const titles = useMemo(() => new Map([...said].map(([id, s]) => [id, s.title])), [said])
  const waits = useMemo(() => new Map(speak.waits(procedure).map((w) => [w.before, w.text])), [procedure])
  const move = ({ active, over }: Pick<DragEndEvent, 'active' | 'over'>) =>
    over && over.id !== active.id ? moveTo(ids, String(active.id), String(over.id)) : undefined
  const row = (step: Step, i: number) => {
    const grade = worst(procedure.findings, step.id)
    const shared = {
      step: said.get(step.id)!,
      number: i + 1,
      titles,
      stage: words.petals[step.petal] ?? step.petal,
      ...(grade ? { grade } : {}),
    }
    if (!onEdit || step.kept)
      return (
        <li>
          <StepRow {...shared} />
        </li>
      )
    return (
      <SortableStep
        {...shared}
        hand={() => (
          <StepHand
            step={step}
            rungs={ladderOf(step, steps, request, catalogue)}
            earlier={i === 0 ? undefined : (ids[i - 2] ?? null)}
            later={ids[i + 1]}
            onEdit={onEdit}
          />
        )}
      />
    )
  }
  const list = (
    <ol className="plain steps">
      {steps.map((step, i) => (
        <Fragment key={step.id}>
          {waits.has(step.id) && <li className="wait soft">{waits.get(step.id)}</li>}
          {row(step, i)}
        </Fragment>
      ))}
    </ol>
  )
  if (!onEdit) return list
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragOver={(event) => {
        const edit = move(event)
        if (!edit) return setHovering([])
        const edits = [...(request.edits ?? []), edit]
        const { findings } = reviewProcedure({ ...request, edits }, catalogue)
        setHovering(findings.filter((f) => f.edit === edits.length - 1))
      }}
      onDragCancel={() => setHovering([])}
      onDragEnd={(event) => {
        setHovering([])
        const edit = move(event)
        if (edit) onEdit(edit)
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {list}
      </SortableContext>
      {hovering.length > 0 && (
        <div className="hovering card" role="status">
          {hovering
            .slice(0, 3)
            .map(speak.finding)
            .map((f) => (
              <p key={f.code}>
                <strong>
                  {words.marks[f.grade]} {words.grades[f.grade]}.
                </strong>{' '}
                {f.text} <span className="soft">{f.reason}</span>
              </p>
            ))}
        </div>
      )}
    </DndContext>
  )
}
