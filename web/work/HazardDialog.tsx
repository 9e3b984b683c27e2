import { Modal, Select } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { Stop } from '#core/catalogue/stop.ts'
import { needsPlace } from '#core/procedures/make/findings-that-stop.ts'
import { sentence } from '#core/units/format.ts'
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
}

/** Something found at work that stops: what and where, then at once what to do and who was told. */
export function HazardDialog({ job, open, stops, surfaces, people, onClose }: Props) {
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
  if (open && rule)
    return (
      <StopTold
        rule={rule}
        people={people}
        where={place ? speak.surface(place.name) : ''}
        busy={report.isPending}
        error={report.error}
        onTold={(told) =>
          report.mutate({ rule: rule.id, told, note: '', ...(surface ? { surface } : {}) }, { onSuccess: close })
        }
        onMistake={close}
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
