import { Button, Input } from 'antd'
import { useState } from 'react'
import type { useAppendEvent } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import { words } from '#words/en/screens/handover.ts'
import { TakenAway } from './TakenAway.tsx'

interface Props {
  said: ReturnType<typeof useAppendEvent>
  /** Something is not done yet. */
  isOpen: boolean
}

/** To whom the car goes; a lead may let it go before it is finished. */
export function GiveAway({ said: { append, busy, error, kept }, isOpen }: Props) {
  const letsGo = useMay('procedure.issue')
  const [to, setTo] = useState('')
  const waits = kept.some((e) => e.event.type === 'handed-over' && e.refused === undefined)
  return (
    <form
      className="row no-print below"
      onSubmit={(e) => {
        e.preventDefault()
        if (to.trim()) void append({ type: 'handed-over', data: { to: to.trim() } })
      }}
    >
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
    </form>
  )
}
