import { Button } from 'antd'
import { type KeyboardEvent, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import type { JobView } from '#server/check-in/views.ts'
import { useJob } from '#web/app/JobFrame.tsx'
import { useCatalogue, useMay } from '#web/app/session.ts'
import { CabinSheet } from '#web/ui/CabinSheet.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useNarrow } from '#web/ui/narrow.ts'
import { Told } from '#web/ui/Told.tsx'
import { AgreedPanel } from './AgreedPanel.tsx'
import { BrushBar } from './BrushBar.tsx'
import { type Brush, marksOf, paint } from './brush.ts'
import './check-in.css'
import { useDraft } from './useDraft.ts'
import { words } from './words.ts'

export default function CheckInScreen() {
  const { id } = useParams()
  const job = useJob(id!)
  const catalogue = useCatalogue()
  if (job.isPending || catalogue.isPending) return <Fetching lines={5} />
  if (job.isLoadingError) return <Told error={job.error} onRetry={() => void job.refetch()} />
  if (catalogue.isLoadingError) return <Told error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  return <Sheet key={job.data.id} job={job.data} catalogue={catalogue.data} />
}

function Sheet({ job, catalogue }: { job: JobView; catalogue: Catalogue }) {
  const draft = useDraft(job)
  const narrow = useNarrow()
  const go = useNavigate()
  const may = useMay('check-in.write') && job.state === 'draft'
  const [brush, setBrush] = useState<Brush>({ kind: 'soil', level: 2 })
  const [strokeOpen, setStrokeOpen] = useState(false)
  const [focused, setFocused] = useState<string>()
  const { body } = draft.checkIn.vehicle
  const surfaces = useMemo(() => surfacesOf(body, catalogue.surfaces), [body, catalogue])
  const sheet = useMemo(() => sheetOf(body, surfaces), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, s])), [surfaces])
  const families = useMemo(
    () => new Map(surfaces.map((s) => [s.id, catalogue.materials.find((m) => m.id === s.material)?.family])),
    [surfaces, catalogue],
  )
  const { condition } = draft.checkIn

  const put = (surface: string, with_: Brush, step: boolean) =>
    draft.change({ ...draft.latest.current, condition: paint(draft.latest.current.condition, surface, with_) }, step)
  const touch = (surface: string) => {
    if (!may) return
    put(surface, brush, !strokeOpen)
    setStrokeOpen(true)
  }
  const key = (surface: string, event: KeyboardEvent) => {
    if (!may || event.ctrlKey || event.metaKey || event.altKey) return
    const letter = event.key.toLowerCase()
    const has = condition[surface]
    if (/^[0-4]$/.test(letter)) {
      setBrush({ kind: 'soil', level: Number(letter) })
      put(surface, { kind: 'soil', level: Number(letter) }, true)
    } else if (letter === 'h') put(surface, { kind: 'hair', level: ((has?.hair ?? 0) + 1) % 4 }, true)
    else if (letter === 'g') put(surface, { kind: 'sand', level: ((has?.sand ?? 0) + 1) % 4 }, true)
    else if (letter === 's')
      put(surface, brush.kind === 'stain' ? brush : { kind: 'stain', stain: 'unknown', age: 'fresh' }, true)
    else if (letter === 'u') draft.undo()
  }
  const everywhere = () => {
    let next = draft.latest.current.condition
    for (const s of surfaces) next = paint(next, s.id, brush)
    draft.change({ ...draft.latest.current, condition: next })
  }
  const seeProcedure = async () => {
    if (draft.state !== 'saved') await draft.flush()
    void go(`/jobs/${job.id}/procedure`)
  }
  const at = focused ? names.get(focused) : undefined
  const material = at && catalogue.materials.find((m) => m.id === at.material)
  return (
    <div className="check-in">
      <section className="card sheet-card" aria-label="Condition">
        <BrushBar brush={brush} onPick={setBrush} stains={catalogue.stains} />
        <div className="sheet-box">
          <CabinSheet
            sheet={sheet}
            noseUp={narrow}
            label={`Cabin sheet of ${job.callSign}. ${words.hint}`}
            look={(id) => ({
              weave: families.get(id),
              name: names.get(id)!.name,
              soil: condition[id]?.soil ?? 0,
              marks: marksOf(condition[id]),
            })}
            onTouch={touch}
            onStrokeEnd={() => setStrokeOpen(false)}
            onKey={key}
            onFocusPatch={setFocused}
          />
        </div>
        <div className="row" style={{ justifyContent: 'space-between' }}>
          <span className="soft">
            {at ? (
              <>
                <strong>{at.name}</strong> · {material?.name} · {at.area.toFixed(2)} m² ·{' '}
                {words.soil[condition[at.id]?.soil ?? 0]}
              </>
            ) : (
              words.hint
            )}
          </span>
          <span className="row">
            {may && <Button onClick={everywhere}>{words.all}</Button>}
            {may && (
              <Button onClick={draft.undo} disabled={!draft.canUndo}>
                {words.undo}
              </Button>
            )}
          </span>
        </div>
      </section>
      <aside className="card stack" aria-label="Agreed">
        <AgreedPanel checkIn={draft.checkIn} onChange={(next) => draft.change(next)} />
        <div role="status" className="soft">
          {words[draft.state]}
        </div>
        {draft.error && <Told error={draft.error} onRetry={() => void draft.flush()} />}
        {draft.conflict && (
          <div className="told" role="alert">
            <strong>{words.staleTitle}.</strong> <Button onClick={draft.takeTheirs}>{words.takeTheirs}</Button>
          </div>
        )}
        <Button type="primary" size="large" onClick={() => void seeProcedure()}>
          {words.procedure}
        </Button>
      </aside>
    </div>
  )
}
