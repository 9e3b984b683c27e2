import { Button, Input, InputNumber } from 'antd'
import { useState } from 'react'
import type { Received } from '#core/check-in/received.ts'
import type { GivenBack } from '#core/job/schema.ts'
import type { useAppendEvent } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import { SignaturePad } from '#web/ui/SignaturePad.tsx'
import { words } from '#words/en/screens/handover.ts'
import { TakenAway } from './TakenAway.tsx'

interface Props {
  said: ReturnType<typeof useAppendEvent>
  /** Something is not done yet. */
  isOpen: boolean
  /** As it came. */
  received: Received | undefined
}

/** What was taken down when the car came goes back the same, or is said. */
const counted = ['keys', 'mileage', 'fuel'] as const
const most = { keys: 9, mileage: 9_999_999, fuel: 100 }

function BackFields({ back, onChange }: { back: GivenBack; onChange: (back: GivenBack) => void }) {
  return (
    <div className="row">
      {counted.map((what) =>
        what in back ? (
          <label className="field" key={what} htmlFor={`back-${what}`}>
            {words.back[what]}
            <InputNumber
              id={`back-${what}`}
              min={0}
              max={most[what]}
              precision={0}
              value={back[what] ?? null}
              onChange={(value) => onChange({ ...back, [what]: value ?? undefined })}
            />
          </label>
        ) : null,
      )}
    </div>
  )
}

const cameWith = (received: Received | undefined): GivenBack =>
  Object.fromEntries(counted.flatMap((what) => (received?.[what] === undefined ? [] : [[what, received[what]]])))
/** Only what a number stands in. */
const filled = (back: GivenBack): GivenBack =>
  Object.fromEntries(Object.entries(back).filter(([, value]) => value !== undefined))

/** To whom the car goes, what goes with it, and their signature; a lead may let it go before it is finished. */
export function GiveAway({ said: { append, busy, error, kept }, isOpen, received }: Props) {
  const letsGo = useMay('procedure.issue')
  const [to, setTo] = useState('')
  const [back, setBack] = useState(() => cameWith(received))
  const [signature, setSignature] = useState<number[][]>([])
  const waits = kept.some((e) => e.event.type === 'handed-over' && e.refused === undefined)
  const given = filled(back)
  const give = () =>
    append({
      type: 'handed-over',
      data: {
        to: to.trim(),
        ...(Object.keys(given).length > 0 ? { back: given } : {}),
        ...(signature.length > 0 ? { signature } : {}),
      },
    })
  return (
    <form
      className="stack close no-print below"
      onSubmit={(e) => {
        e.preventDefault()
        if (to.trim()) void give()
      }}
    >
      <BackFields back={back} onChange={setBack} />
      <div className="sign-here">
        <span className="soft">{words.signs}</span>
        <SignaturePad strokes={signature} onChange={setSignature} />
      </div>
      <div className="row">
        <Input
          className="field-xl"
          aria-label={words.to}
          placeholder={words.to}
          value={to}
          maxLength={80}
          onChange={(e) => setTo(e.target.value)}
        />
        <Button type="primary" size="large" htmlType="submit" loading={busy} disabled={!to.trim() || waits}>
          {words.give}
        </Button>
        {letsGo && isOpen && (
          <TakenAway
            busy={busy}
            error={error}
            onTaken={(whom, unfinished) => append({ type: 'handed-over', data: { to: whom, unfinished } })}
          />
        )}
      </div>
    </form>
  )
}
