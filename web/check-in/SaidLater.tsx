import { Button, Input, Radio, Select } from 'antd'
import { useState } from 'react'
import { useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'

const nothing = { from: '', text: '', permission: '', answer: '' }

/** What the customer says after the sheet is issued: a permission given by phone, a name, a note. It is added to the job's record. */
export function SaidLater({ job, customer, catalogue }: { job: string; customer: string; catalogue: WordedCatalogue }) {
  const work = useWork(job)
  const { append, busy, error } = useAppendEvent(job)
  const leads = useMay('procedure.issue')
  const [said, setSaid] = useState({ ...nothing, from: customer })
  const answers = said.permission !== '' && said.answer !== ''
  const missing =
    said.from.trim() === '' ? words.later.noName : said.text.trim() === '' && !answers ? words.later.noText : undefined
  const record = async () => {
    const stands = await append({
      type: 'customer-said',
      data: {
        from: said.from.trim(),
        text: said.text.trim(),
        ...(answers ? { permission: said.permission, answer: said.answer === 'yes' } : {}),
      },
    })
    if (stands) setSaid({ ...nothing, from: said.from })
  }
  const lines = work.data
    ? speak.log(work.data.state).filter((_, i) => work.data!.state.notes[i]!.said.code === 'customer-said')
    : []
  return (
    <>
      <h2>{words.later.title}</h2>
      {lines.length === 0 && <p className="soft">{words.later.nothing}</p>}
      <ul className="plain">
        {lines.map((n) => (
          <li key={n.at + n.author}>
            {n.text} <span className="soft">{words.later.by(n.author)}</span>
          </li>
        ))}
      </ul>
      {leads && work.data && (
        <>
          <div className="field">
            {words.later.from}
            <Input
              aria-label={words.later.from}
              value={said.from}
              maxLength={80}
              onChange={(e) => setSaid({ ...said, from: e.target.value })}
            />
          </div>
          <div className="field">
            {words.later.permission}
            <Select
              aria-label={words.later.permission}
              allowClear
              value={said.permission || null}
              onChange={(permission?: string) => setSaid({ ...said, permission: permission ?? '', answer: '' })}
              options={catalogue.permissions.map((p) => ({ value: p.id, label: p.question }))}
            />
          </div>
          {said.permission !== '' && (
            <Radio.Group
              aria-label={words.later.answer}
              optionType="button"
              buttonStyle="solid"
              options={words.later.answers}
              value={said.answer}
              onChange={(e) => setSaid({ ...said, answer: e.target.value as string })}
            />
          )}
          <div className="field">
            {words.later.text}
            <Input.TextArea
              aria-label={words.later.text}
              rows={2}
              maxLength={500}
              value={said.text}
              onChange={(e) => setSaid({ ...said, text: e.target.value })}
            />
          </div>
          {missing && <div className="soft">{missing}</div>}
          {error && <ErrorNotice error={error} />}
          <Button loading={busy} disabled={missing !== undefined} onClick={() => void record()}>
            {words.later.record}
          </Button>
        </>
      )}
    </>
  )
}
