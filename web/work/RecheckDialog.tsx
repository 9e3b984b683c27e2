import { Input, Modal, Radio, Select } from 'antd'
import { useMemo, useState } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import type { DrySeen } from '#core/job/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useFailRecheck } from '#web/client/recheck.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { LitCar } from '#web/ui/LitCar.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  job: string
  body: Body | undefined
  /** Every surface of the car. */
  all: readonly Surface[]
  /** What has been wet: only that is judged dry. */
  surfaces: readonly Surface[]
  /** What it is about, where that is known. */
  preset?: readonly string[]
  onAppend: (event: NewEvent) => Promise<boolean>
  onClose: () => void
}

type As = DrySeen['as']
const ways: readonly As[] = ['wicked', 'soiled', 'stays']

/** What failed its dry judgement: where, whether it came back, never came clean or stays as it is, and what is seen there. */
export function RecheckDialog({ job, body, all, surfaces, preset = [], onAppend, onClose }: Props) {
  const fail = useFailRecheck(job)
  const [chosen, setChosen] = useState<string[]>([...preset])
  const lit = useMemo(() => new Set(chosen), [chosen])
  const [as, setAs] = useState<As>()
  const [note, setNote] = useState('')
  const answer = fail.data === 'kept' ? undefined : fail.data
  const left = answer?.residuals.find((r) => r.code === 'tried' && chosen.includes(r.surface))
  const say = async () => {
    if (fail.isSuccess) return onClose()
    if (as !== 'stays') return fail.mutate({ surfaces: chosen, wicked: as === 'wicked', note: note.trim() })
    for (const surface of chosen)
      if (!(await onAppend({ type: 'recheck-left', data: { surface, note: note.trim() } }))) return
    onClose()
  }
  return (
    <Modal
      title={words.recheckTitle}
      open
      onCancel={onClose}
      onOk={() => void say()}
      okText={fail.isSuccess ? 'OK' : as === 'stays' ? words.recheckLeave : words.recheckSay}
      confirmLoading={fail.isPending}
      cancelButtonProps={{ hidden: fail.isSuccess }}
      okButtonProps={{ disabled: chosen.length === 0 || as === undefined || note.trim().length < 3 }}
    >
      {fail.isSuccess ? (
        <div role="status">
          {fail.data === 'kept' && <p>{words.recheckKept}</p>}
          {answer && answer.difference.added.length > 0 && (
            <p>{words.recheckNow(answer.difference.added.map(speak.title))}</p>
          )}
          {left && <p>{words.recheckLeft(speak.reason(left.reason))}</p>}
        </div>
      ) : (
        <div className="stack near">
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
            <div className="mini">
              <LitCar body={body} surfaces={all} lit={lit} cropped label={words.recheckLit} />
            </div>
          )}
          <Radio.Group aria-label={words.recheckAs} value={as} onChange={(e) => setAs(e.target.value as As)}>
            <div className="stack near">
              {ways.map((way) => (
                <Radio key={way} value={way}>
                  {words.recheckWays[way]} <span className="soft">{words.recheckThen[way]}</span>
                </Radio>
              ))}
            </div>
          </Radio.Group>
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
