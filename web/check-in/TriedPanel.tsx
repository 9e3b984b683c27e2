import { Input, Radio, Select } from 'antd'
import { placesOf } from '#core/cabin/places.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { isThere } from '#core/check-in/missing.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

const options = [
  { value: 'yes', label: 'works' },
  { value: 'no', label: 'does not' },
]

/** The function check: what is tried now, because it is found too late otherwise. */
export function TriedPanel({
  checkIn,
  onChange,
  functions,
  surfaces,
}: PanelProps & { functions: WordedCatalogue['functions']; surfaces: readonly Surface[] }) {
  const set = (id: string, works: boolean, { note, which }: { note?: string; which?: string[] } = {}) =>
    onChange((now) => ({
      ...now,
      functions: {
        ...now.functions,
        [id]: { works, ...(which?.length ? { which } : {}), ...(note ? { note } : {}) },
      },
    }))
  const places = placesOf(checkIn.vehicle.body, surfaces)
  const among = (of: readonly string[]) =>
    places
      .filter(({ id }) => of.some((kind) => id === kind || id.startsWith(`${kind}-`)))
      .map(({ id, name }) => ({ value: id, label: speak.placeOf(name).name }))
  return (
    <>
      <h2>{words.tried}</h2>
      {functions
        .filter(({ id }) => isThere(id, checkIn))
        .map(({ id, name, why, of }) => {
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
                onChange={(e) => set(id, e.target.value === 'yes')}
              />
              {found && !found.works && (
                <>
                  <div className="soft">{why}</div>
                  {of && (
                    <Select
                      mode="multiple"
                      className="fills"
                      aria-label={words.which(name)}
                      placeholder={words.which(name)}
                      value={found.which ?? []}
                      onChange={(which: string[]) => set(id, false, { ...found, which })}
                      options={among(of)}
                    />
                  )}
                  <Input
                    aria-label={words.wrongWith(name)}
                    placeholder={words.wrong}
                    maxLength={200}
                    value={found.note ?? ''}
                    onChange={(e) => set(id, false, { ...found, note: e.target.value })}
                  />
                </>
              )}
            </div>
          )
        })}
    </>
  )
}
