import { Input, Modal, Radio } from 'antd'
import { useState } from 'react'
import { type WayOff, waysOff } from '#core/check-in/called-off.ts'
import { words } from '#words/en/screens/booking.ts'
import { ErrorNotice } from './ErrorNotice.tsx'

interface Props {
  callSign: string
  /** Its time has come: it can have stayed away. */
  isDue: boolean
  busy: boolean
  error: Error | null
  onSay: (how: WayOff, why: string) => void
  onClose: () => void
}

/** Why a booked car does not come: asked before it leaves the week. */
export function CallOffDialog({ callSign, isDue, busy, error, onSay, onClose }: Props) {
  const [how, setHow] = useState<WayOff>(isDue ? 'no-show' : 'cancelled')
  const [why, setWhy] = useState('')
  return (
    <Modal
      title={words.notComing(callSign)}
      open
      onCancel={onClose}
      okText={words.callOff}
      confirmLoading={busy}
      onOk={() => onSay(how, why)}
    >
      <div className="stack close">
        <Radio.Group
          aria-label={words.notComing(callSign)}
          className="stack close"
          value={how}
          onChange={(e) => setHow(e.target.value)}
        >
          {waysOff.map((way) => (
            <Radio key={way} value={way} disabled={way === 'no-show' && !isDue}>
              {words.ways[way]}
            </Radio>
          ))}
        </Radio.Group>
        <Input
          aria-label={words.why}
          placeholder={words.why}
          value={why}
          maxLength={300}
          onChange={(e) => setWhy(e.target.value)}
        />
      </div>
      {error && <ErrorNotice error={error} />}
    </Modal>
  )
}
