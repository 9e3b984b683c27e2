import { Radio } from 'antd'
import { useMemo, useState } from 'react'
import { byId } from '#core/catalogue/by-id.ts'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import { useMay } from '#web/client/session.ts'
import { useHouseRules, useKeepHouseRules } from '#web/client/standards.ts'
import { ChangeLines } from '#web/ui/ChangeLines.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/standards.ts'

/** What another choice would change on the sample car, computed here by the same engine. */
function Preview({
  catalogue,
  now,
  then,
}: {
  catalogue: WordedCatalogue
  now: Record<string, string>
  then: Record<string, string>
}) {
  const difference = useMemo(() => {
    const checkIn = sampleCar(catalogue)
    const [before, after] = [now, then].map((houseRules) => generateProcedure({ checkIn, houseRules }, catalogue))
    return differenceOf(before!, after!)
  }, [catalogue, now, then])
  return <ChangeLines difference={difference} nothing={words.nothing} />
}

/** The house rules: every disagreement with both reasons, and what another choice would change before it is kept. */
export function HouseRules({ catalogue }: { catalogue: WordedCatalogue }) {
  const rules = useHouseRules()
  const keep = useKeepHouseRules()
  const may = useMay('standards.write')
  const [looked, setLooked] = useState<{ rule: string; choice: string }>()
  if (rules.isPending) return <Fetching lines={5} />
  if (rules.isLoadingError) return <ErrorNotice error={rules.error} onRetry={() => void rules.refetch()} />
  const { houseRules } = catalogue
  const inForce: Record<string, string> = {
    ...Object.fromEntries(houseRules.map((r) => [r.id, r.default])),
    ...rules.data.choices,
  }
  const rule = byId(houseRules, looked?.rule ?? houseRules[0]!.id, 'house rule')
  const other =
    looked?.rule === rule.id && looked.choice !== inForce[rule.id]
      ? looked.choice
      : rule.choices.find((c) => c.id !== inForce[rule.id])!.id
  const choose = (id: string, choice: string) => {
    setLooked({ rule: id, choice: inForce[id]! })
    keep.mutate({ choices: { ...rules.data.choices, [id]: choice } })
  }
  return (
    <div className="standards">
      <section className="card" aria-label={words.title}>
        <h2>{words.title}</h2>
        <p className="soft">{words.lead}</p>
        {keep.isError && <ErrorNotice error={keep.error} />}
        <ul className="plain house-rules">
          {houseRules.map((r) => (
            <li key={r.id} className={r.id === rule.id ? 'looked' : ''}>
              <h3 id={`rule-${r.id}`}>{r.name}</h3>
              <Radio.Group
                aria-labelledby={`rule-${r.id}`}
                value={inForce[r.id]}
                disabled={!may}
                onChange={(e) => choose(r.id, e.target.value as string)}
              >
                {r.choices.map((c) => (
                  <Radio key={c.id} value={c.id} onFocus={() => setLooked({ rule: r.id, choice: c.id })}>
                    <strong>{c.name}</strong>
                    <br />
                    <span className="soft">{c.reason}</span>
                  </Radio>
                ))}
              </Radio.Group>
            </li>
          ))}
        </ul>
      </section>
      <aside className="card preview" aria-label={words.preview} aria-live="polite">
        <h2>{words.preview}</h2>
        <h3>
          {rule.name}: {rule.choices.find((c) => c.id === other)!.name}
        </h3>
        <Preview catalogue={catalogue} now={inForce} then={{ ...inForce, [rule.id]: other }} />
      </aside>
    </div>
  )
}
