import { Input, Radio } from 'antd'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

const options = [
  { value: 'yes', label: 'works' },
  { value: 'no', label: 'does not' },
]

/** The function check: what is tried now, because it is found too late otherwise. */
export function TriedPanel({ checkIn, onChange, functions }: PanelProps & { functions: WordedCatalogue['functions'] }) {
  const set = (id: string, works: boolean, note?: string) =>
    onChange((now) => ({ ...now, functions: { ...now.functions, [id]: { works, ...(note ? { note } : {}) } } }))
  return (
    <>
      <h2>{words.tried}</h2>
      {functions.map(({ id, name, why }) => {
        const found = checkIn.functions?.[id]
        return (
          <div key={id}>
            <div id={`try-${id}`}>{name}</div>
            <Radio.Group
              aria-labelledby={`try-${id}`}
              optionType="button"
              buttonStyle="solid"
              options={options}
              value={found ? (found.works ? 'yes' : 'no') : null}
              onChange={(e) => set(id, e.target.value === 'yes', found?.note)}
            />
            {found && !found.works && (
              <>
                <div className="soft">{why}</div>
                <Input
                  aria-label={words.wrongWith(name)}
                  placeholder={words.wrong}
                  maxLength={200}
                  value={found.note ?? ''}
                  onChange={(e) => set(id, false, e.target.value)}
                />
              </>
            )}
          </div>
        )
      })}
    </>
  )
}
