import { Button, Input } from 'antd'
import { useState } from 'react'
import { mended } from '#core/procedures/edit/findings.ts'
import type { Edit, Finding } from '#core/procedures/schema.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  findings: readonly Finding[]
  edits: readonly Edit[]
  onEdits: (edits: Edit[]) => void
}

/** One thing the checker says: the rule, its reason, and what mends it in one tap. */
function Said({ finding, edits, onEdits }: { finding: Finding } & Omit<Props, 'findings'>) {
  const [reason, setReason] = useState('')
  const { grade, edit, answered } = finding
  const { text, reason: because, fix } = speak.finding(finding)
  return (
    <li className={`finding ${grade}`} data-grade={grade}>
      <strong>
        <span aria-hidden>{words.marks[grade]}</span> {words.grades[grade]}
      </strong>
      <p>{text}</p>
      <p className="soft">{because}</p>
      {answered !== null && <p>{words.because(answered)}</p>}
      <div className="row">
        {fix && <Button onClick={() => onEdits(mended(edits, finding))}>{fix.text}</Button>}
        {grade === 'order' && edit !== null && answered === null && (
          <form
            className="row"
            onSubmit={(e) => {
              e.preventDefault()
              onEdits(edits.map((x, i) => (i === edit ? { ...x, reason } : x)))
            }}
          >
            <Input
              aria-label={words.giveReason}
              placeholder={words.giveReason}
              maxLength={300}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
            <Button htmlType="submit" disabled={reason.trim().length < 3}>
              {words.keepReason}
            </Button>
          </form>
        )}
      </div>
    </li>
  )
}

export function Findings({ findings, edits, onEdits }: Props) {
  if (findings.length === 0) return null
  const rank = { forbidden: 0, order: 1, advice: 2 }
  const sorted = [...findings].sort((a, b) => rank[a.grade] - rank[b.grade])
  return (
    <section className="card" aria-label={words.findings} aria-live="polite">
      <h2>{words.findings}</h2>
      <ul className="plain">
        {sorted.map((f) => (
          <Said key={`${f.code} ${f.edit} ${f.steps.join()}`} finding={f} edits={edits} onEdits={onEdits} />
        ))}
      </ul>
    </section>
  )
}
