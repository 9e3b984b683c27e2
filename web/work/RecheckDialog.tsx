import { Input, Modal, Radio, Select } from 'antd'
import { useMemo, useState } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import type { DrySeen } from '#core/job/schema.ts'
import { isPassing } from '#web/client/http.ts'
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
  const [noted, setNoted] = useState(false)
  const left = fail.data?.residuals.find((r) => r.code === 'tried' && chosen.includes(r.surface))
  const say = async () => {
    if (fail.isSuccess) return onClose()
    if (as !== 'stays') return treatAgain()
    for (const surface of chosen)
      if (!(await onAppend({ type: 'recheck-left', data: { surface, note: note.trim() } }))) return
    onClose()
  }
  const treatAgain = async () => {
    try {
      await fail.mutateAsync({ surfaces: chosen, wicked: as === 'wicked', note: note.trim() })
    } catch (error) {
      // How it is treated again is worked out at the server; what was seen is written down here until there is a line.
      if (noted || !isPassing(error)) return
      const where = surfaces.filter((s) => chosen.includes(s.id)).map((s) => speak.surface(s.name))
      const text = words.recheckNoted(where, as === 'wicked', note.trim())
      setNoted(await onAppend({ type: 'note', data: { text } }))
    }
  }
  return (
    <Modal
      title={words.recheckTitle}
      open
      onCancel={onClose}
      onOk={() => void say()}
      okText={fail.isSuccess ? 'OK' : as === 'stays' ? words.recheckLeave : words.recheckSay}
      confirmLoading={fail.isPending}
      okButtonProps={{ disabled: chosen.length === 0 || as === undefined || note.trim().length < 3 }}
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
          {fail.isError && <ErrorNotice error={noted ? new Error(words.recheckKept) : fail.error} />}
        </div>
      )}
    </Modal>
  )
}
