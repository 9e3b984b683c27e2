import { Button, Input } from 'antd'
import { useState } from 'react'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

/** What was noticed and is for others to look at. */
export function ForOthers({ checkIn, onChange }: PanelProps) {
  const [finding, setFinding] = useState('')
  const addFinding = () => {
    if (!finding.trim()) return
    const found = { what: finding.trim(), where: '' }
    onChange((now) => ({ ...now, findings: [...(now.findings ?? []), found] }))
    setFinding('')
  }
  return (
    <>
      <h2>{words.findings}</h2>
      <ul>
        {(checkIn.findings ?? []).map((f, i) => (
          <li key={`${i} ${f.what}`}>{f.what}</li>
        ))}
      </ul>
      <div className="row one-line">
        <Input
          aria-label={words.finding}
          placeholder={words.findingSuch}
          maxLength={300}
          value={finding}
          onChange={(e) => setFinding(e.target.value)}
          onPressEnter={addFinding}
        />
        <Button onClick={addFinding}>{words.addBelonging}</Button>
      </div>
    </>
  )
}
