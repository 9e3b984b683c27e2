import { Button, Input } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import { strokePoints } from '#core/formats/stroke.ts'
import { expectationsOf } from '#core/procedures/make/expectations.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'
import { SignaturePad } from './SignaturePad.tsx'

/** What the customer is told before, in words and number, and signs. The chances shown are kept with the signature. */
export function ExpectPanel({
  checkIn,
  onChange,
  surfaces,
  catalogue,
  job,
  open,
}: PanelProps & { surfaces: readonly Surface[]; catalogue: WordedCatalogue; job: string; open: boolean }) {
  const [name, setName] = useState(checkIn.agreement?.name ?? checkIn.customer)
  const [strokes, setStrokes] = useState<number[][]>([])
  const expectations = expectationsOf(checkIn, surfaces, catalogue).map(speak.expectation)
  const agree = () => {
    const signed = {
      name: name.trim(),
      at: new Date().toISOString(),
      strokes,
      shown: expectations.map((e) => ({ surface: e.surface, what: e.stain, chance: e.chance })),
    }
    onChange((now) => ({ ...now, agreement: signed }))
  }
  const { agreement } = checkIn
  return (
    <>
      <h2>{words.expect}</h2>
      {expectations.length === 0 && <p className="soft">{words.nothingMarked}</p>}
      <ul className="plain expectations">
        {expectations.map((e) => (
          <li key={`${e.surface} ${e.stain}`}>
            <span className="chance">{e.chance} %</span>
            <span>
              <strong>{e.words}</strong>
              <br />
              <span className="soft">
                {e.stain} · {e.name}
              </span>
            </span>
          </li>
        ))}
      </ul>
      <p className="soft">{words.mayReturn}</p>
      {agreement ? (
        <>
          <p>
            <strong>{words.signedBy(agreement.name)}</strong>
          </p>
          <svg className="signature done" viewBox="0 0 300 100" role="img" aria-label={words.signed}>
            {agreement.strokes.map((stroke, i) => (
              <polyline key={i} points={strokePoints(stroke)} />
            ))}
          </svg>
          <Button onClick={() => onChange(({ agreement: _before, ...unsigned }) => unsigned)}>{words.signAgain}</Button>
        </>
      ) : open ? (
        <>
          <SignaturePad strokes={strokes} onChange={setStrokes} />
          <Input
            aria-label={words.signName}
            placeholder={words.signName}
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="primary" disabled={strokes.length === 0 || !name.trim()} onClick={agree}>
            {words.agree}
          </Button>
        </>
      ) : (
        <p>{words.notSigned}</p>
      )}
      <a className="plain-link" href={`/api/jobs/${job}/check-in/sheet`} download>
        {words.printSheet}
      </a>
    </>
  )
}
