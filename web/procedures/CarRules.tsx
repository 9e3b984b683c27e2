import { Select } from 'antd'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'

interface Props {
  catalogue: WordedCatalogue
  /** What the shop has chosen. */
  house: Record<string, string>
  /** What this car has instead. */
  own: Record<string, string>
  onChange: (own: Record<string, string>) => void
}

/** House rules for this one car: each stays the house's unless it is chosen otherwise here. */
export function CarRules({ catalogue, house, own, onChange }: Props) {
  const nameOf = (rule: WordedCatalogue['houseRules'][number], id: string) =>
    rule.choices.find((c) => c.id === id)?.name ?? id
  const choose = (rule: string, choice: string) => {
    const { [rule]: _was, ...rest } = own
    onChange(choice === '' ? rest : { ...rest, [rule]: choice })
  }
  const count = Object.keys(own).length
  return (
    <details className="card car-rules">
      <summary>
        <h2>{words.rules}</h2>
        {count > 0 && <span className="tag">{count}</span>}
      </summary>
      <ul className="plain">
        {catalogue.houseRules.map((rule) => {
          const houses = house[rule.id] ?? rule.default
          return (
            <li key={rule.id}>
              <span id={`car-${rule.id}`}>{rule.name}</span>
              <Select
                aria-labelledby={`car-${rule.id}`}
                value={own[rule.id] ?? ''}
                virtual={false}
                onChange={(choice: string) => choose(rule.id, choice)}
                options={[
                  { value: '', label: words.asHouse(nameOf(rule, houses)) },
                  ...rule.choices.filter((c) => c.id !== houses).map((c) => ({ value: c.id, label: c.name })),
                ]}
              />
            </li>
          )
        })}
      </ul>
    </details>
  )
}
