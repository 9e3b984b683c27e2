import { Button, InputNumber, Modal } from 'antd'
import { useState } from 'react'
import type { NewEvent } from '#web/client/ledger.ts'
import { words } from '#words/en/screens/work.ts'

interface Props {
  step: string
  /** Litres it holds. */
  holds: number
  busy: boolean
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** A machine's tank filled or emptied, with its litres. */
export function TankDialog({ step, holds, busy, onAppend }: Props) {
  const [open, setOpen] = useState(false)
  const [litres, setLitres] = useState<number | null>(holds)
  const say = async (did: 'filled' | 'emptied') => {
    if (litres !== null && (await onAppend({ type: 'tank', data: { step, did, litres } }))) setOpen(false)
  }
  return (
    <>
      <Button className="below" size="large" disabled={busy} onClick={() => setOpen(true)}>
        {words.tank}
      </Button>
      <Modal title={words.tank} open={open} onCancel={() => setOpen(false)} footer={null}>
        <div className="choices">
          <InputNumber
            size="large"
            aria-label={words.litres}
            suffix="l"
            min={0.1}
            max={200}
            value={litres}
            onChange={setLitres}
          />
          {(['filled', 'emptied'] as const).map((did) => (
            <Button
              key={did}
              size="large"
              className="glove"
              disabled={busy || litres === null}
              onClick={() => void say(did)}
            >
              {words.tankDid[did]}
            </Button>
          ))}
        </div>
      </Modal>
    </>
  )
}
