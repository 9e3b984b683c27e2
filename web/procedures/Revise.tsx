import { Button, Input, Segmented, Select } from 'antd'
import { useMemo, useState } from 'react'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Condition } from '#core/condition/schema.ts'
import { touchedSteps } from '#core/job/reduce.ts'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { revisedProcedure, revisedRequest } from '#core/procedures/revise.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { useWork } from '#web/client/ledger.ts'
import { ChangeLines } from '#web/ui/ChangeLines.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { useRevise, useVersions } from './api.ts'

interface Props {
  job: string
  view: ProcedureView
  catalogue: WordedCatalogue
}

/** Condition that turned out different at work: what it changes is shown before the next version is issued. */
export function Revise({ job, view, catalogue }: Props) {
  const work = useWork(job)
  const revise = useRevise(job)
  const [surface, setSurface] = useState<string>()
  const [soil, setSoil] = useState(3)
  const [note, setNote] = useState('')
  const surfaces = surfacesOf(view.request.checkIn.vehicle.body, catalogue.surfaces)
  const condition: Condition | undefined = useMemo(
    () => (surface ? { [surface]: { ...view.request.checkIn.condition[surface], soil } } : undefined),
    [surface, soil, view.request],
  )
  const state = work.data?.state
  const difference = useMemo(() => {
    if (!condition || !state) return undefined
    const { over, underWay } = touchedSteps(state)
    const request = revisedRequest(view.request, view.procedure, over, { condition }, underWay)
    return differenceOf(view.procedure, revisedProcedure(request, catalogue).procedure)
  }, [condition, state, view, catalogue])
  return (
    <section className="card stack close" aria-labelledby="revise">
      <h2 id="revise">{words.revise}</h2>
      <p className="soft">{words.reviseLead}</p>
      <Select
        aria-label={words.place}
        placeholder={words.place}
        showSearch={{ optionFilterProp: 'label' }}
        value={surface ?? null}
        onChange={(id: string) => {
          setSurface(id)
          setSoil(Math.min(4, (view.request.checkIn.condition[id]?.soil ?? 0) + 1))
        }}
        options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
      />
      <div className="row">
        <span className="soft" id="soil-now">
          {words.soil}
        </span>
        <Segmented aria-labelledby="soil-now" options={[0, 1, 2, 3, 4]} value={soil} onChange={setSoil} />
      </div>
      <Input
        aria-label={words.seen}
        placeholder={words.seen}
        maxLength={500}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      {difference && <ChangeLines difference={difference} nothing={words.same} />}
      {revise.isError && <ErrorNotice error={revise.error} />}
      <Button
        type="primary"
        disabled={!condition || note.trim().length < 3}
        loading={revise.isPending}
        onClick={() =>
          revise.mutate(
            { condition: condition!, note: note.trim() },
            {
              onSuccess: () => {
                setSurface(undefined)
                setNote('')
              },
            },
          )
        }
      >
        {words.reviseDo}
      </Button>
    </section>
  )
}

/** What each version changed against the one before it. */
export function Versions({ job, issued }: { job: string; issued: number }) {
  const versions = useVersions(job, issued)
  const list = versions.data ?? []
  if (list.length < 2) return null
  return (
    <section className="card" aria-labelledby="versions">
      <h2 id="versions">{words.versions}</h2>
      {list.slice(0, -1).map((v, i) => (
        <details key={v.version} open={i === 0}>
          <summary>{words.against(v.version, list[i + 1]!.version)}</summary>
          <ChangeLines difference={differenceOf(list[i + 1]!.procedure, v.procedure)} nothing={words.same} />
        </details>
      ))}
    </section>
  )
}
