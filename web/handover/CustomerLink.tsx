import { Button, Input } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { longMomentIn } from '#core/units/shop-time.ts'
import type { MadeShare } from '#server/handover/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/handover.ts'
import { useSendMessage, useShare, useShares, useTakeBack } from './api.ts'

interface Props {
  job: string
  /** What it is, and of which shop. */
  car: string
  shopName: string
}

/** Days for which a link shows the paper. */
const days = 30

/** A link to this paper for the customer, a message with it, and the way to take it back. */
export function CustomerLink({ job, car, shopName }: Props) {
  const { timeZone } = useSignedIn()
  const shares = useShares(job)
  const share = useShare(job)
  const takeBack = useTakeBack(job)
  const send = useSendMessage(job)
  const [made, setMade] = useState<MadeShare>()
  const [copied, setCopied] = useState(false)
  const [to, setTo] = useState('')
  const [text, setText] = useState('')
  const link = made && `${location.origin}${made.path}`
  const make = async () => {
    const next = await share.mutateAsync({ id: uuidv7(), days }).catch(() => undefined)
    if (!next) return
    setMade(next)
    setCopied(false)
    setText(words.readyText(car, shopName, `${location.origin}${next.path}`))
  }
  const error = share.error ?? takeBack.error ?? send.error
  const known = (shares.data ?? []).filter((s) => s.revoked === null && s.expires > new Date().toISOString())
  return (
    <section className="no-print customer-link" aria-label={words.link.title}>
      <h2>{words.link.title}</h2>
      <p className="soft">{words.link.lead(days)}</p>
      {known.length > 0 && (
        <ul className="plain rows">
          {known.map((s) => (
            <li key={s.id} className="row spread">
              <span>{words.link.until(longMomentIn(timeZone, s.expires), s.by)}</span>
              <Button
                aria-label={`${words.link.takeBack}: ${words.link.until(longMomentIn(timeZone, s.expires), s.by)}`}
                onClick={() => {
                  if (made?.id === s.id) setMade(undefined)
                  takeBack.mutate(s.id)
                }}
              >
                {words.link.takeBack}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {!link && (
        <Button loading={share.isPending} onClick={() => void make()}>
          {words.link.make}
        </Button>
      )}
      {link && (
        <div className="stack near">
          <div className="row">
            <Input className="grow" aria-label={words.link.address} readOnly value={link} />
            <Button
              onClick={() => {
                void navigator.clipboard?.writeText(link).then(() => setCopied(true))
              }}
            >
              {copied ? words.link.copied : words.link.copy}
            </Button>
          </div>
          <Input
            aria-label={words.link.to}
            placeholder={words.link.to}
            maxLength={200}
            value={to}
            onChange={(e) => setTo(e.target.value)}
          />
          <Input.TextArea
            aria-label={words.link.text}
            rows={4}
            maxLength={2000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <div className="row">
            <Button
              loading={send.isPending}
              disabled={to.trim().length < 3 || text.trim().length < 3 || send.isSuccess}
              onClick={() => send.mutate({ id: uuidv7(), to: to.trim(), text: text.trim() })}
            >
              {words.link.send}
            </Button>
            {send.isSuccess && <span role="status">{words.link.sent}</span>}
          </div>
        </div>
      )}
      {error && <ErrorNotice error={error} />}
    </section>
  )
}
