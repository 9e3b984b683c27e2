import { Input, Select } from 'antd'
import type { Surface } from '#core/cabin/schema.ts'
import type { Odour } from '#core/condition/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

/** What it smells of, how strongly, and where from. */
export function Smells({
  checkIn,
  onChange,
  odours,
  surfaces,
}: PanelProps & { odours: WordedCatalogue['odours']; surfaces: readonly Surface[] }) {
  const smell = (kind: string, level: number) =>
    onChange((now) => {
      const rest = (now.odours ?? []).filter((o) => o.kind !== kind)
      const before = now.odours?.find((o) => o.kind === kind) ?? { kind, source: '' }
      return { ...now, odours: level === 0 ? rest : [...rest, { ...before, level }] }
    })
  const ofSmell = (kind: string, part: Partial<Odour>) =>
    onChange((now) => ({
      ...now,
      odours: (now.odours ?? []).map((o) => (o.kind === kind ? { ...o, ...part } : o)),
    }))
  return (
    <>
      <h2>{words.odours}</h2>
      <div className="smells">
        {odours.map(({ id, name }) => {
          const level = checkIn.odours?.find((o) => o.kind === id)?.level ?? 0
          return (
            <button
              key={id}
              type="button"
              className="brush"
              aria-pressed={level > 0}
              onClick={() => smell(id, (level + 1) % 4)}
            >
              {name} {words.smellLevels[level]}
            </button>
          )
        })}
      </div>
      {(checkIn.odours ?? []).map((o) => (
        <div key={o.kind} className="stack close">
          <Select
            mode="multiple"
            aria-label={words.smellFrom(o.kind)}
            placeholder={words.smellFrom(o.kind)}
            showSearch={{ optionFilterProp: 'label' }}
            maxCount={12}
            value={o.at ?? []}
            onChange={(at: string[]) => ofSmell(o.kind, { at })}
            options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
          />
          <Input
            aria-label={words.sourceOf(o.kind)}
            placeholder={words.suspected(o.kind)}
            maxLength={120}
            value={o.source}
            onChange={(e) => ofSmell(o.kind, { source: e.target.value })}
          />
        </div>
      ))}
    </>
  )
}
