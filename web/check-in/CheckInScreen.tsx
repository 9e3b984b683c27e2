import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { walkRound } from '#core/cabin/walk-round.ts'
import type { WayOff } from '#core/check-in/called-off.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { marksOf } from '#core/condition/marks.ts'
import type { Condition } from '#core/condition/schema.ts'
import { endsWalk, placesOf, withoutFinding } from '#core/procedures/make/findings-that-stop.ts'
import type { JobView } from '#server/check-in/views.ts'
import { useCallOff } from '#web/client/booking.ts'
import { savedCheckIn } from '#web/client/draft-kinds.ts'
import { get } from '#web/client/http.ts'
import { keepFile } from '#web/client/keep-file.ts'
import { useCatalogue, useMay, usePeople, useSignedIn } from '#web/client/session.ts'
import { useVersionedDraft } from '#web/client/useVersionedDraft.ts'
import { saidAt } from '#web/shell/clock.ts'
import { useJob } from '#web/shell/JobFrame.tsx'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { CalledOff } from '#web/ui/CalledOff.tsx'
import { CallOffDialog } from '#web/ui/CallOffDialog.tsx'
import type { Look } from '#web/ui/cabin-look.ts'
import { DraftConflict, DraftStatus } from '#web/ui/DraftStatus.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { StopTold } from '#web/ui/StopTold.tsx'
import { useCar } from '#web/ui/useCar.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words as booking } from '#words/en/screens/booking.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import './check-in.css'
import { smelled } from './brush.ts'
import { ConditionCard } from './ConditionCard.tsx'
import { placeName, placeWords } from './differing.ts'
import { Ended } from './Ended.tsx'
import { Panels } from './Panels.tsx'
import { PlacePanel } from './PlacePanel.tsx'
import type { Tab } from './Tabs.tsx'
import { usePainting } from './usePainting.ts'
import { useMemory } from './vehicles.ts'
import { WalkPhoto } from './WalkPhoto.tsx'
import { WalkRound } from './WalkRound.tsx'
import { WalkStart } from './WalkStart.tsx'

export default function CheckInScreen() {
  const id = useRouteId()
  const job = useJob(id)
  const catalogue = useCatalogue()
  if (job.isPending || catalogue.isPending) return <Fetching lines={5} />
  if (job.isLoadingError) return <ErrorNotice error={job.error} onRetry={() => void job.refetch()} />
  if (catalogue.isLoadingError) return <ErrorNotice error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  return <Sheet key={job.data.id} job={job.data} catalogue={catalogue.data} />
}

function Sheet({ job, catalogue }: { job: JobView; catalogue: WordedCatalogue }) {
  const { draft, value, ...held } = useVersionedDraft('checkIn', job.id, job.callSign, savedCheckIn(job))
  const { checkIn } = value
  const change = (update: (now: CheckIn) => CheckIn, step = true) =>
    draft.change((now) => ({ ...now, checkIn: update(now.checkIn) }), step)
  const go = useNavigate()
  const session = useSignedIn()
  const mayBook = useMay('check-in.write')
  const writes = mayBook && job.state === 'draft'
  const callOff = useCallOff()
  const [off, setOff] = useState(false)
  const people = (usePeople().data ?? []).map((p) => p.name)
  const [focused, setFocused] = useState<string>()
  const [tab, setTab] = useState<Tab>('asked')
  const { vehicle, condition } = checkIn
  const { body } = vehicle
  const memory = useMemory(vehicle.plate, vehicle.vin ?? '', job.id)
  const surfaces = useMemo(() => surfacesOf(body, catalogue.surfaces), [body, catalogue])
  const ends = useMemo(() => endsWalk(checkIn, surfaces, catalogue), [checkIn, surfaces, catalogue])
  const untold = writes ? ends.find((rule) => !checkIn.stopped?.[rule.id]) : undefined
  // What stops ends the walk-round: nothing more is put down before it is cleared, or it was not that.
  const may = writes && ends.length === 0
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, s])), [surfaces])
  const { places, drawing, narrow } = useCar(body, surfaces)
  const [opened, setOpened] = useState<string>()
  const [walking, setWalking] = useState(false)
  const round = useMemo(() => walkRound(places, body), [places, body])
  const families = useMemo(() => new Map(catalogue.materials.map((m) => [m.id, m.family])), [catalogue])

  const setCondition = (update: (now: Condition) => Condition, step = true) =>
    change((now) => ({ ...now, condition: update(now.condition) }), step)
  const sayOff = async (how: WayOff | null, why: string) => {
    // What was taken down is kept with it, and each save made a version of its own.
    if (!(await draft.flush())) return
    const { version } = await get('/api/jobs/:id', { params: { id: job.id } })
    callOff.mutate({ id: job.id, version, how, why }, { onSuccess: () => setOff(false) })
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
  const look = (id: string): Look => {
    const surface = names.get(id)
    return {
      name: nameOf(id),
      weave: surface && families.get(surface.material),
      soil: condition[id]?.soil ?? 0,
      marks: [...marksOf(condition[id]), ...(checkIn.odours?.some((o) => o.at?.includes(id)) ? ['O'] : [])],
      spots: (condition[id]?.stains ?? []).flatMap((stain) => stain.at ?? []),
    }
  }
  const painting = usePainting({
    places,
    condition,
    catalogue,
    may,
    history: { undo: draft.undo, redo: draft.redo },
    onCondition: setCondition,
    onOpen: (place) => {
      setOpened(place)
      setFocused(undefined)
      setTab('place')
    },
    onSmell: (kind, surface) => change((now) => ({ ...now, odours: smelled(now.odours, kind, surface) })),
  })
  const walk = (
    <WalkStart
      walked={round.filter((p) => checkIn.walked?.includes(p.id)).length}
      places={round.length}
      first={narrow}
      onWalk={() => setWalking(true)}
    />
  )
  return (
    <>
      {job.calledOff && (
        <p className="row card" role="status">
          <strong>{booking.calledOff}</strong>
          <CalledOff
            callSign={job.callSign}
            off={job.calledOff}
            when={saidAt(session.timeZone, job.calledOff.at)}
            busy={callOff.isPending}
            error={callOff.error}
            onBack={mayBook ? () => void sayOff(null, '') : undefined}
          />
        </p>
      )}
      <DraftConflict
        conflict={held.conflict}
        name={(pointer) => placeName(pointer, nameOf)}
        show={placeWords}
        onResolve={draft.resolve}
      />
      {off && (
        <CallOffDialog
          callSign={job.callSign}
          isDue={Date.parse(job.arrives) <= Date.now()}
          busy={callOff.isPending}
          error={callOff.error}
          onSay={(how, why) => void sayOff(how, why)}
          onClose={() => setOff(false)}
        />
      )}
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
          onClose={() => change((now) => withoutFinding(now, untold))}
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
      {walking && may ? (
        <WalkRound
          checkIn={checkIn}
          surfaces={surfaces}
          places={round}
          catalogue={catalogue}
          look={look}
          {...(checkIn.permissions.photos === false
            ? {}
            : {
                photo: (place, part) => (
                  <WalkPhoto key={place.id} job={job.id} before={memory.data?.last.job} place={place} part={part} />
                ),
              })}
          canUndo={held.canUndo}
          onUndo={draft.undo}
          onCondition={setCondition}
          onWalked={(now) => change((was) => ({ ...was, walked: [...new Set([...(was.walked ?? []), ...now])] }))}
          onLeave={() => setWalking(false)}
          onBeside={(beside, surface) => {
            setWalking(false)
            setFocused(surface)
            setTab(beside)
          }}
        />
      ) : (
        <div className="check-in">
          <ConditionCard
            callSign={job.callSign}
            checkIn={checkIn}
            surfaces={surfaces}
            places={places}
            drawing={drawing}
            narrow={narrow}
            catalogue={catalogue}
            painting={painting}
            look={look}
            opened={opened}
            walk={walk}
            normal={memory.data?.normal}
            may={may}
            history={{ canUndo: held.canUndo, canRedo: held.canRedo, undo: draft.undo, redo: draft.redo }}
            onCondition={setCondition}
          />
          <aside className="card stack" aria-label={words.panels}>
            <Panels
              job={job}
              checkIn={checkIn}
              surfaces={surfaces}
              catalogue={catalogue}
              memory={memory.data}
              may={may}
              ended={ends.length > 0}
              focused={focused}
              tab={tab}
              place={
                <PlacePanel
                  place={places.find((p) => p.id === opened)}
                  look={look}
                  catalogue={catalogue}
                  painting={painting}
                  focused={focused}
                  narrow={narrow}
                  onFocus={setFocused}
                  onClose={() => {
                    setOpened(undefined)
                    setTab('asked')
                  }}
                />
              }
              onTab={setTab}
              onChange={change}
            />
            <DraftStatus
              {...held}
              calm={writes ? words.status[held.status] : job.calledOff ? booking.readOnly : words.closed}
              onRetry={() => void draft.flush()}
              onDiscard={draft.discard}
            />
            <div className="in-pair">
              {may && !narrow && walk}
              <Button onClick={() => keepFile(`check-in-${vehicle.plate}`, checkIn)}>{words.keepJson}</Button>
            </div>
            {job.state !== 'called-off' && (
              <Button type="primary" size="large" onClick={() => void seeProcedure()}>
                {words.procedure}
              </Button>
            )}
            {writes && <Button onClick={() => setOff(true)}>{booking.notComingShort}</Button>}
          </aside>
        </div>
      )}
    </>
  )
}
