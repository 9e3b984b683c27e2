import { Button, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { JobSettings, StandardSettings } from '#core/procedures/schema.ts'
import { useMay } from '#web/client/session.ts'
import { useKeepStandard, useStandards } from '#web/client/standards.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/procedures.ts'

interface Props {
  settings: JobSettings
  /** Something stands in the way of keeping it. */
  blocked: boolean
  onChange: (settings: JobSettings) => void
}

const settingsOnly = ({ houseRules, finish, edits }: JobSettings): StandardSettings => ({
  ...(houseRules ? { houseRules } : {}),
  ...(finish ? { finish } : {}),
  ...(edits ? { edits } : {}),
})

/** Which named standard the car is worked by, and what was changed here kept as one. */
export function StandardPicker({ settings, blocked, onChange }: Props) {
  const standards = useStandards()
  const keep = useKeepStandard()
  const may = useMay('standards.write')
  const [saving, setSaving] = useState(false)
  const [name, setName] = useState('')
  const [note, setNote] = useState('')
  const list = standards.data ?? []
  const used = list.find((s) => s.id === settings.standard?.id)
  const same = used && name.trim() === used.name
  const choose = (id: string | null) => {
    const standard = list.find((s) => s.id === id)
    onChange(
      standard
        ? { ...standard.settings, standard: { id: standard.id, version: standard.version, name: standard.name } }
        : {},
    )
  }
  const save = () => {
    const id = same ? used.id : uuidv7()
    keep.mutate(
      { id, version: same ? used.version : 0, name: name.trim(), note: note.trim(), settings: settingsOnly(settings) },
      {
        onSuccess: (now) => {
          setSaving(false)
          setNote('')
          const mine = now.find((s) => s.id === id)
          if (mine) onChange({ ...settings, standard: { id, version: mine.version, name: mine.name } })
        },
      },
    )
  }
  return (
    <section className="card stack close" aria-label={words.standard}>
      <h2 id="standard">{words.standard}</h2>
      <div className="row">
        <Select
          className="at-least-l"
          aria-labelledby="standard"
          value={settings.standard?.id ?? ''}
          onChange={(id) => choose(id === '' ? null : id)}
          options={[
            { value: '', label: words.noStandard },
            ...list.map((s) => ({ value: s.id, label: `${s.name}, version ${s.version}` })),
          ]}
        />
        {may && (
          <Button
            disabled={blocked}
            onClick={() => {
              setName(used?.name ?? '')
              setSaving(true)
            }}
          >
            {words.saveStandard}
          </Button>
        )}
      </div>
      <Modal
        title={words.saveStandard}
        open={saving}
        onCancel={() => setSaving(false)}
        onOk={save}
        okText={same ? words.saveNext(used.name, used.version + 1) : words.save}
        confirmLoading={keep.isPending}
        okButtonProps={{ disabled: name.trim() === '' }}
      >
        <div className="stack near">
          <Input
            aria-label={words.standardName}
            placeholder={words.standardName}
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Input
            aria-label={words.standardNote}
            placeholder={words.standardNote}
            maxLength={300}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
          {keep.isError && <ErrorNotice error={keep.error} />}
        </div>
      </Modal>
    </section>
  )
}
