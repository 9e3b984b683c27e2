import { Button, Drawer, Input } from 'antd'
import { useState } from 'react'
import type { Stop } from '#core/catalogue/stop.ts'
import { ErrorNotice } from './ErrorNotice.tsx'
import { PickName } from './PickName.tsx'
import './stop-told.css'
import { speak } from '#words/en/speak.ts'

const words = {
  stop: (name: string) => `Stop: ${name}`,
  lead: 'Nothing else is done now. This, in this order:',
  who: 'Who was told',
  other: 'or somebody else, by name',
  told: 'They are told',
  mistake: 'It was not that',
  read: 'I have read it',
}

interface Props {
  rule: Stop
  /** Where it was seen, in words. */
  where: string
  /** Names to pick from; any other may be typed. */
  people: readonly string[]
  busy?: boolean
  error?: Error | null
  /** It is said, as far as that goes now: nothing is left here but to go on. */
  kept?: string | undefined
  onTold: (name: string) => void
  onClose: () => void
}

/** A finding that ends the walk-round: nothing else on the screen until somebody is told. It shuts by no other way. */
export function StopTold({ rule, where, people, busy = false, error, kept, onTold, onClose }: Props) {
  const [name, setName] = useState('')
  const { name: finding, doing } = speak.names.of('stops', rule.id)
  const ready = name.trim().length > 0
  return (
    <Drawer
      open
      placement="bottom"
      size="100%"
      rootClassName="stop-told"
      closable={false}
      mask={{ closable: false }}
      keyboard={false}
      aria-label={words.stop(finding)}
    >
      <div className="stop-told-body">
        <h2>{words.stop(finding)}</h2>
        {where && <p className="stop-told-where">{where}</p>}
        <p>{words.lead}</p>
        <ol>
          {doing.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
        {kept === undefined && (
          <PickName
            question={words.who}
            people={people.map((person) => ({ id: person, name: person }))}
            picked={name}
            onPick={setName}
          >
            <Input
              size="large"
              aria-label={words.other}
              placeholder={words.other}
              value={people.includes(name) ? '' : name}
              maxLength={80}
              onChange={(e) => setName(e.target.value)}
            />
          </PickName>
        )}
        {error && <ErrorNotice error={error} />}
        {kept !== undefined && (
          <p className="caution" role="status">
            {kept}
          </p>
        )}
        <div className="stop-told-buttons">
          {kept === undefined ? (
            <>
              <Button type="primary" size="large" disabled={!ready} loading={busy} onClick={() => onTold(name.trim())}>
                {words.told}
              </Button>
              <Button size="large" disabled={busy} onClick={onClose}>
                {words.mistake}
              </Button>
            </>
          ) : (
            <Button type="primary" size="large" onClick={onClose}>
              {words.read}
            </Button>
          )}
        </div>
      </div>
    </Drawer>
  )
}
