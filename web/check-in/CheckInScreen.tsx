import { Button, ConfigProvider } from 'antd'
import { type KeyboardEvent, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { againstNormal, mirrored, presetCondition, type Selection, selected } from '#core/condition/patterns.ts'
import type { Condition } from '#core/condition/schema.ts'
import { endsWalk, placesOf, withoutFinding } from '#core/procedures/make/findings-that-stop.ts'
import type { JobView } from '#server/check-in/views.ts'
import { savedCheckIn } from '#web/client/draft-kinds.ts'
import { keepFile } from '#web/client/keep-file.ts'
import { useCatalogue, useMay, usePeople, useSignedIn } from '#web/client/session.ts'
import { useVersionedDraft } from '#web/client/useVersionedDraft.ts'
import { useJob } from '#web/shell/JobFrame.tsx'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { CabinSheet, type Spot } from '#web/ui/CabinSheet.tsx'
import { DraftConflict, DraftStatus } from '#web/ui/DraftStatus.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useNarrow } from '#web/ui/narrow.ts'
import { StopTold } from '#web/ui/StopTold.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { AgreedPanel } from './AgreedPanel.tsx'
import { BrushBar, firstBrush } from './BrushBar.tsx'
import { type Brush, marksOf, paint } from './brush.ts'
import { CarPanel } from './CarPanel.tsx'
import './check-in.css'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { placeName, placeWords } from './differing.ts'
import { Ended } from './Ended.tsx'
import { ExpectPanel } from './ExpectPanel.tsx'
import { FoundPanel } from './FoundPanel.tsx'
import { PhotosPanel } from './PhotosPanel.tsx'
import { SheetTools } from './SheetTools.tsx'
import { type Tab, Tabs } from './Tabs.tsx'
import { TriedPanel } from './TriedPanel.tsx'
import { useMemory } from './vehicles.ts'

export default function CheckInScreen() {
  const id = useRouteId()
  const job = useJob(id)
  const catalogue = useCatalogue()
  if (job.isPending || catalogue.isPending) return <Fetching lines={5} />
  if (job.isLoadingError) return <ErrorNotice error={job.error} onRetry={() => void job.refetch()} />
  if (catalogue.isLoadingError) return <ErrorNotice error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  return <Sheet key={job.data.id} job={job.data} catalogue={catalogue.data} />
}

/** What a letter key puts on the focused patch: the brush in hand when it is of that kind, else the first of the kind. */
const letterKinds: Record<string, Brush['kind']> = { s: 'stain', d: 'damage', w: 'moisture', b: 'biohazard' }

function Sheet({ job, catalogue }: { job: JobView; catalogue: WordedCatalogue }) {
  const { draft, value, ...held } = useVersionedDraft('checkIn', job.id, job.callSign, savedCheckIn(job))
  const { checkIn } = value
  const change = (update: (now: CheckIn) => CheckIn, step = true) =>
    draft.change((now) => ({ ...now, checkIn: update(now.checkIn) }), step)
  const narrow = useNarrow()
  const go = useNavigate()
  const session = useSignedIn()
  const writes = useMay('check-in.write') && job.state === 'draft'
  const leads = useMay('customers.erase')
  const people = (usePeople().data ?? []).map((p) => p.name)
  const [brush, setBrush] = useState<Brush>({ kind: 'soil', level: 2 })
  const [strokeOpen, setStrokeOpen] = useState(false)
  const [focused, setFocused] = useState<string>()
  const [tab, setTab] = useState<Tab>('asked')
  const [comparing, setComparing] = useState(false)
  const [zoom, setZoom] = useState(1)
  const { vehicle, condition } = checkIn
  const { body } = vehicle
  const memory = useMemory(vehicle.plate, vehicle.vin ?? '', job.id)
  const surfaces = useMemo(() => surfacesOf(body, catalogue.surfaces), [body, catalogue])
  const sheet = useMemo(() => sheetOf(body, surfaces), [body, surfaces])
  const ends = useMemo(() => endsWalk(checkIn, surfaces, catalogue), [checkIn, surfaces, catalogue])
  const untold = writes ? ends.find((rule) => !checkIn.stopped?.[rule.id]) : undefined
  // What stops ends the walk-round: nothing more is put down before it is cleared, or it was not that.
  const may = writes && ends.length === 0
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, s])), [surfaces])
  const families = useMemo(
    () => new Map(surfaces.map((s) => [s.id, catalogue.materials.find((m) => m.id === s.material)?.family])),
    [surfaces, catalogue],
  )
  const unusual = useMemo(
    () => (comparing && memory.data ? againstNormal(condition, memory.data.normal) : []),
    [comparing, memory.data, condition],
  )

  const setCondition = (update: (now: Condition) => Condition, step = true) =>
    change((now) => ({ ...now, condition: update(now.condition) }), step)
  const put = (surface: string, with_: Brush, step: boolean, place?: Spot) =>
    setCondition((now) => paint(now, surface, with_, place), step)
  const touch = (surface: string, place?: Spot) => {
    if (!may) return
    put(surface, brush, !strokeOpen, place)
    setStrokeOpen(true)
  }
  const key = (surface: string, event: KeyboardEvent) => {
    if (!may || event.ctrlKey || event.metaKey || event.altKey) return
    const letter = event.key.toLowerCase()
    const has = condition[surface]
    const kind = letterKinds[letter]
    if (/^[0-4]$/.test(letter)) {
      setBrush({ kind: 'soil', level: Number(letter) })
      put(surface, { kind: 'soil', level: Number(letter) }, true)
    } else if (letter === 'h') put(surface, { kind: 'hair', level: ((has?.hair ?? 0) + 1) % 4 }, true)
    else if (letter === 'g') put(surface, { kind: 'sand', level: ((has?.sand ?? 0) + 1) % 4 }, true)
    else if (kind) {
      const inHand = brush.kind === kind ? brush : firstBrush(kind, catalogue)
      setBrush(inHand)
      put(surface, inHand, true)
    } else if (letter === 'o') setTab('found')
    else if (letter === 'u') draft.undo()
    else if (letter === 'r') draft.redo()
  }
  const brushOver = (what: Selection | 'all') => {
    const set = what === 'all' ? surfaces.map((s) => s.id) : selected(what, surfaces, body.driverSide)
    setCondition((now) => set.reduce((next, id) => paint(next, id, brush), now))
  }
  const seeProcedure = async () => {
    // Two people's versions are settled here, where both can be seen.
    if (!(await draft.flush()) && draft.snapshot().status === 'conflict') return
    void go(`/jobs/${job.id}/procedure`)
  }
  const nameOf = (id: string) => {
    const surface = names.get(id)
    return surface ? speak.surface(surface.name) : id
  }
  const at = focused ? names.get(focused) : undefined
  const material = at && catalogue.materials.find((m) => m.id === at.material)
  const panel = { checkIn, onChange: change }
  const tools = (
    <SheetTools
      presets={catalogue.presets}
      canUndo={held.canUndo}
      canRedo={held.canRedo}
      hasNormal={memory.data != null}
      comparing={comparing}
      zoom={zoom}
      onSelect={brushOver}
      onPreset={(id) =>
        setCondition((now) => ({
          ...now,
          ...presetCondition(byId(catalogue.presets, id, 'preset'), surfaces),
        }))
      }
      onMirror={(from) => setCondition((now) => mirrored(now, surfaces, from))}
      onUndo={draft.undo}
      onRedo={draft.redo}
      onCompare={() => setComparing(!comparing)}
      onZoom={setZoom}
    />
  )
  return (
    <>
      <DraftConflict
        conflict={held.conflict}
        name={(pointer) => placeName(pointer, nameOf)}
        show={placeWords}
        onResolve={draft.resolve}
      />
      {untold && (
        <StopTold
          key={untold.id}
          rule={untold}
          people={people}
          where={placesOf(untold, condition).map(nameOf).join(', ')}
          onTold={(told) =>
            change((now) => ({
              ...now,
              stopped: {
                ...now.stopped,
                [untold.id]: { told, by: session.name, at: new Date().toISOString() },
              },
            }))
          }
          onMistake={() => change((now) => withoutFinding(now, untold))}
        />
      )}
      {ends.map((rule) => (
        <Ended
          key={rule.id}
          rule={rule}
          told={checkIn.stopped?.[rule.id]}
          onMistake={writes ? () => change((now) => withoutFinding(now, rule)) : undefined}
        />
      ))}
      <div className="check-in">
        <section className="card sheet-card" aria-label="Condition">
          {may && <BrushBar brush={brush} onPick={setBrush} catalogue={catalogue} />}
          {may &&
            (narrow ? (
              <details className="sheet-more">
                <summary>{words.tools}</summary>
                {tools}
              </details>
            ) : (
              tools
            ))}
          {comparing && (
            <p role="status" className="soft">
              {unusual.length === 0
                ? words.asUsual
                : unusual
                    .slice(0, 5)
                    .map((d) => words.differs(nameOf(d.surface), d.soil, d.normal))
                    .join(' · ')}
              {unusual.length > 5 && ` · ${words.andMore(unusual.length - 5)}`}
            </p>
          )}
          <div className={zoom > 1 ? 'sheet-box zoomed' : 'sheet-box'} style={{ ['--zoom' as string]: zoom }}>
            <CabinSheet
              sheet={sheet}
              noseUp={narrow}
              label={`Cabin sheet of ${job.callSign}. ${words.hint}`}
              look={(id) => ({
                weave: families.get(id),
                name: nameOf(id),
                soil: condition[id]?.soil ?? 0,
                marks: marksOf(condition[id]),
                spots: (condition[id]?.stains ?? []).flatMap((stain) => stain.at ?? []),
                ...(comparing ? { lit: unusual.some((d) => d.surface === id) } : {}),
              })}
              onTouch={touch}
              onStrokeEnd={() => setStrokeOpen(false)}
              onKey={key}
              onFocusPatch={setFocused}
            />
          </div>
          <div className="soft">
            {at ? (
              <>
                <strong>{speak.surface(at.name)}</strong> · {material?.name} · {at.area.toFixed(2)} m² ·{' '}
                {words.soil[condition[at.id]?.soil ?? 0]}
              </>
            ) : (
              words.hint
            )}
          </div>
        </section>
        <aside className="card stack" aria-label={words.panels}>
          <Tabs tab={tab} onPick={setTab}>
            {tab === 'photos' && (
              <PhotosPanel
                job={job.id}
                draft={job.state === 'draft'}
                refused={checkIn.permissions.photos === false}
                focused={focused}
                surfaces={surfaces}
              />
            )}
            {tab !== 'photos' && (
              <ConfigProvider componentDisabled={!may}>
                <fieldset className="stack bare" disabled={!may}>
                  {tab === 'car' && <CarPanel {...panel} catalogue={catalogue} memory={memory.data} />}
                  {tab === 'asked' && <AgreedPanel {...panel} who={session.name} catalogue={catalogue} />}
                  {tab === 'tried' &&
                    (ends.length > 0 ? (
                      <p>{words.noTrying}</p>
                    ) : (
                      <TriedPanel {...panel} functions={catalogue.functions} />
                    ))}
                  {tab === 'found' && (
                    <FoundPanel
                      {...panel}
                      odours={catalogue.odours}
                      who={session.name}
                      leads={leads}
                      surfaces={surfaces}
                    />
                  )}
                  {tab === 'told' && (
                    <ExpectPanel {...panel} surfaces={surfaces} catalogue={catalogue} job={job.id} open={may} />
                  )}
                </fieldset>
              </ConfigProvider>
            )}
          </Tabs>
          <DraftStatus
            {...held}
            calm={writes ? words.status[held.status] : words.closed}
            onRetry={() => void draft.flush()}
            onDiscard={draft.discard}
          />
          <Button onClick={() => keepFile(`check-in-${vehicle.plate}`, checkIn)}>{words.keepJson}</Button>
          <Button type="primary" size="large" onClick={() => void seeProcedure()}>
            {words.procedure}
          </Button>
        </aside>
      </div>
    </>
  )
}
