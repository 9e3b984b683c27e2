import { Button, Modal, Select } from 'antd'
import { useState } from 'react'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Edit, ProcedureRequest } from '#core/procedures/schema.ts'
import { sentence } from '#core/units/format.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  request: ProcedureRequest
  catalogue: WordedCatalogue
  onEdit: (edit: Edit) => void
}

/** A step the engine did not ask for; whether it may be is the checker's to say. */
export function AddStep({ request, catalogue, onEdit }: Props) {
  const [open, setOpen] = useState(false)
  const [treatment, setTreatment] = useState<string>()
  const [zoneGroup, setZoneGroup] = useState<string>()
  const { body } = request.checkIn.vehicle
  const groups = [...new Set(surfacesOf(body, catalogue.surfaces).map((s) => s.zoneGroup))]
  const wholeCar = catalogue.wholeCar.some((w) => w.id === treatment)
  const where = wholeCar ? 'car' : zoneGroup
  return (
    <>
      <Button onClick={() => setOpen(true)}>{words.add}</Button>
      <Modal
        title={words.add}
        open={open}
        onCancel={() => setOpen(false)}
        okText={words.add}
        okButtonProps={{ disabled: !treatment || !where }}
        onOk={() => {
          onEdit({ do: 'add', treatment: treatment!, zoneGroup: where! })
          setOpen(false)
        }}
      >
        <div className="stack near">
          <Select
            aria-label={words.addWhat}
            placeholder={words.addWhat}
            showSearch={{ optionFilterProp: 'label' }}
            value={treatment ?? null}
            onChange={(id: string) => setTreatment(id)}
            options={[...catalogue.treatments, ...catalogue.wholeCar.filter((w) => w.when)]
              .map((t) => ({ value: t.id, label: t.name }))
              .sort((a, b) => a.label.localeCompare(b.label))}
          />
          <Select
            aria-label={words.addWhere}
            placeholder={words.addWhere}
            disabled={wholeCar}
            value={where ?? null}
            onChange={(id: string) => setZoneGroup(id)}
            options={[
              { value: 'car', label: words.wholeCar },
              ...groups.map((g) => ({ value: g, label: sentence(speak.group(g, body.rows.length)) })),
            ]}
          />
        </div>
      </Modal>
    </>
  )
}
