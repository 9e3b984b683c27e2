import { Modal, Select } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { Stop } from '#core/catalogue/stop.ts'
import { needsPlace } from '#core/procedures/make/findings-that-stop.ts'
import { holdsWhereFound } from '#core/procedures/make/stops.ts'
import { sentence } from '#core/units/format.ts'
import { ApiError } from '#web/client/http.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { StopTold } from '#web/ui/StopTold.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { useHazard } from './api.ts'

interface Props {
  job: string
  open: boolean
  stops: readonly Stop[]
  surfaces: readonly Surface[]
  people: readonly string[]
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** Something found at work that stops: what and where, then at once what to do and who was told. */
export function HazardDialog({ job, open, stops, surfaces, people, onClose, onAppend }: Props) {
  const report = useHazard(job)
  const [surface, setSurface] = useState<string>()
  const [rule, setRule] = useState<Stop>()
  const close = () => {
    report.reset()
    setRule(undefined)
    setSurface(undefined)
    onClose()
  }
  const place = surfaces.find((s) => s.id === surface)
  const where = place ? speak.surface(place.name) : ''
  const tell = async (stop: Stop, told: string) => {
    const finding = { rule: stop.id, told, note: '', ...(surface ? { surface } : {}) }
    const answer = await report.mutateAsync(finding).catch((error: Error) => error)
    if (answer instanceof ApiError) return
    if (answer !== 'kept' && !(answer instanceof Error)) return close()
    // Kept, or this browser could not even keep it: the place is held all the same. Only the server can make the procedure anew. Until it has, this phone holds the place, and calls the lead as soon as there is a line.
    const note = words.hazardCall(speak.names.of('stops', stop.id).name, where, told)
    const holds = holdsWhereFound(stop, surface, surfaces)
    await onAppend({ type: 'incident', data: { kind: 'other', note, done: '', holds } })
  }
  if (open && rule)
    return (
      <StopTold
        rule={rule}
        people={people}
        where={where}
        busy={report.isPending}
        error={report.error}
        kept={report.data === 'kept' ? words.hazardKept : undefined}
        onTold={(told) => void tell(rule, told)}
        onClose={close}
      />
    )
  return (
    <Modal title={words.hazardTitle} open={open} onCancel={close} footer={null}>
      <div className="stack near">
        <p>{words.hazardLead}</p>
        <Select
          aria-label={words.damageWhere}
          placeholder={words.hazardWhere}
          showSearch={{ optionFilterProp: 'label' }}
          allowClear
          value={surface ?? null}
          onChange={(id: string | null) => setSurface(id ?? undefined)}
          options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
        />
        <div className="hazards">
          {stops.map((stop) => (
            <button
              key={stop.id}
              type="button"
              className="hazard"
              disabled={surface === undefined && needsPlace(stop)}
              onClick={() => setRule(stop)}
            >
              {sentence(speak.names.of('stops', stop.id).name)}
            </button>
          ))}
        </div>
        {surface === undefined && <p className="soft">{words.hazardPlace}</p>}
      </div>
    </Modal>
  )
}
