import { Button, Checkbox, InputNumber } from 'antd'
import { useMemo, useState } from 'react'
import { drill, judge, type Scored } from '#core/mixing/drill.ts'
import { sayVolume } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { Bottle } from '#web/ui/Bottle.tsx'
import { foundInBottle, verdict } from '#words/en/mixing.ts'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'

/** Ten pours on a drawn bottle with label traps and leftovers, scored, each with its reason: for people who are new. */
export function Drill({ containers }: { containers: readonly ContainerView[] }) {
  const [seed, setSeed] = useState(() => Math.floor(Math.random() * 1e6))
  const pours = useMemo(() => drill(seed), [seed])
  const [scored, setScored] = useState<Scored[]>([])
  const [shown, setShown] = useState(false)
  const [poured, setPoured] = useState<number | null>(null)
  const [emptied, setEmptied] = useState(false)
  const at = shown ? scored.length - 1 : scored.length
  const pour = pours[at]
  const right = scored.filter((s) => s.right).length
  const outline = [...containers].sort(
    (a, b) => Math.abs(a.capacity - (pour?.capacity_ml ?? 0)) - Math.abs(b.capacity - (pour?.capacity_ml ?? 0)),
  )[0]?.outline
  const restart = () => {
    setSeed(seed + 1)
    setScored([])
    setShown(false)
  }
  const last = scored.at(-1)
  const next = () => {
    setShown(false)
    setPoured(null)
    setEmptied(false)
  }
  const share = pour
    ? Math.min(1, ((poured ?? 0) + (pour.present && !emptied ? pour.present.volume_ml : 0)) / pour.capacity_ml)
    : 0
  const full = outline?.fill.at(-1)?.[1] ?? 0
  return (
    <section className="card" aria-labelledby="drill">
      <h2 id="drill">{words.drillTitle}</h2>
      <p className="soft">{words.drillLead}</p>
      <p aria-live="polite">{scored.length > 0 && words.score(right, scored.length)}</p>
      {pour ? (
        <div className="bench">
          {outline && (
            <Bottle
              outline={outline}
              first={share * full}
              firstIs="concentrate"
              total={share * full}
              marks={[{ volume: (pour.fill_ml / pour.capacity_ml) * full, text: sayVolume(pour.fill_ml) }]}
              label={words.bottleOf(sayVolume(pour.capacity_ml))}
            />
          )}
          <div className="stack near">
            <p className="drill-label">“{pour.text}”</p>
            <p>
              {words.to(sayVolume(pour.fill_ml))}{' '}
              {pour.present
                ? words.found(sayVolume(pour.present.volume_ml), foundInBottle[pour.present.found])
                : words.clean}
            </p>
            <form
              className="row"
              onSubmit={(e) => {
                e.preventDefault()
                if (shown) return next()
                setScored([...scored, judge(pour, poured ?? 0, emptied)])
                setShown(true)
              }}
            >
              <label className="row" htmlFor="drill-pour">
                {words.pour}
                <InputNumber
                  id="drill-pour"
                  min={0}
                  max={10_000}
                  value={poured}
                  disabled={shown}
                  onChange={(v) => setPoured(typeof v === 'number' ? v : null)}
                />
              </label>
              {pour.present && (
                <Checkbox checked={emptied} disabled={shown} onChange={(e) => setEmptied(e.target.checked)}>
                  {words.emptyFirst}
                </Checkbox>
              )}
              <Button type="primary" htmlType="submit" disabled={!shown && poured === null}>
                {shown ? words.nextPour : words.check}
              </Button>
            </form>
            {shown && last && (
              <p role="status">
                <strong>{last.right ? words.right : words.wrong}</strong> {verdict(last, pour, speak.names)}
              </p>
            )}
          </div>
        </div>
      ) : (
        <>
          <p className="amount">{words.score(right, scored.length)}</p>
          <ol>
            {scored.map((s, i) => (
              <li key={pours[i]!.text + i.toString()}>
                <strong>{s.right ? words.right : words.wrong}</strong> “{pours[i]!.text}”:{' '}
                {verdict(s, pours[i]!, speak.names)}
              </li>
            ))}
          </ol>
          <Button type="primary" onClick={restart}>
            {words.again}
          </Button>
        </>
      )}
    </section>
  )
}
