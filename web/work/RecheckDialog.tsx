import { Input, Modal, Select } from 'antd'
import { useState } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PlacesCar } from '#web/ui/PlacesCar.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { useFailRecheck } from './api.ts'

interface Props {
  job: string
  open: boolean
  body: Body | undefined
  /** Every surface of the car. */
  all: readonly Surface[]
  /** What has been wet: only that is judged dry. */
  surfaces: readonly Surface[]
  onClose: () => void
}

/** What failed its dry judgement: one surface or several, and what is seen there. */
export function RecheckDialog({ job, open, body, all, surfaces, onClose }: Props) {
  const fail = useFailRecheck(job)
  const [chosen, setChosen] = useState<string[]>([])
  const [note, setNote] = useState('')
  const close = () => {
    fail.reset()
    setChosen([])
    setNote('')
    onClose()
  }
  const left = fail.data?.residuals.find((r) => r.code === 'tried' && chosen.includes(r.surface))
  return (
    <Modal
      title={words.recheckTitle}
      open={open}
      onCancel={close}
      onOk={() => (fail.isSuccess ? close() : fail.mutate({ surfaces: chosen, note: note.trim() }))}
      okText={fail.isSuccess ? 'OK' : words.recheckSay}
      confirmLoading={fail.isPending}
      okButtonProps={{ disabled: chosen.length === 0 || note.trim().length < 3 }}
    >
      {fail.isSuccess ? (
        <div role="status">
          {fail.data.difference.added.length > 0 && (
            <p>{words.recheckNow(fail.data.difference.added.map(speak.title))}</p>
          )}
          {left && <p>{words.recheckLeft(speak.reason(left.reason))}</p>}
        </div>
      ) : (
        <div className="stack near">
          <p className="soft">{words.recheckLead}</p>
          <Select
            mode="multiple"
            aria-label={words.recheckWhere}
            placeholder={words.recheckWhere}
            showSearch={{ optionFilterProp: 'label' }}
            value={chosen}
            onChange={setChosen}
            options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
          />
          {body && chosen.length > 0 && (
            <PlacesCar body={body} surfaces={all} isLit={(s) => chosen.includes(s.id)} label={words.recheckLit} />
          )}
          <Input
            aria-label={words.recheckNote}
            placeholder={words.recheckNote}
            maxLength={500}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
          {fail.isError && <ErrorNotice error={fail.error} />}
        </div>
      )}
    </Modal>
  )
}
