import { Button, Input } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import { expectationsOf } from '#core/procedures/make/expectations.ts'
import { Signature } from '#web/ui/Signature.tsx'
import { SignaturePad } from '#web/ui/SignaturePad.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { words as fields } from '#words/en/screens/fields.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

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
  const told = new Set(expectationsOf(checkIn, surfaces, catalogue).map((e) => e.kind))
  /** Stains of these kinds that the shop's own chances were seen in. */
  const seen = catalogue.stains.reduce((sum, s) => sum + (told.has(s.id) ? (s.records ?? 0) : 0), 0)
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
      {seen > 0 && <p className="soft">{words.ownChances(seen)}</p>}
      <p className="soft">{words.mayReturn}</p>
      {agreement ? (
        <>
          <p>
            <strong>{words.signedBy(agreement.name)}</strong>
          </p>
          <Signature strokes={agreement.strokes} />
          <Button onClick={() => onChange(({ agreement: _before, ...unsigned }) => unsigned)}>
            {fields.signAgain}
          </Button>
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
