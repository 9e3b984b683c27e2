import { Segmented, Slider } from 'antd'
import type { AirSetting } from '#core/catalogue/air.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/drying.ts'

interface Props {
  airs: WordedCatalogue['airs']
  value: AirSetting
  /** Why a setting is not to be had; undefined where it is. */
  missing(air: AirSetting): 'equipment' | 'permission' | undefined
  onChange(air: AirSetting): void
}

const sliders = [
  { field: 'changes', min: 1, max: 300, step: 1 },
  { field: 'speed', min: 0.1, max: 4, step: 0.1 },
  { field: 'watts', min: 0, max: 3000, step: 100 },
] as const

/** How the car stands: one of the usual ways, or its air, its speed and its heat as they are drawn. */
export function AirChoice({ airs, value, missing, onChange }: Props) {
  const why = missing(value)
  return (
    <div className="stack close">
      <Segmented
        className="air-choice"
        aria-label={words.air}
        value={value.id}
        options={[
          ...airs.map((air) => ({ value: air.id, label: air.name })),
          ...(airs.some((a) => a.id === value.id) ? [] : [{ value: value.id, label: words.own }]),
        ]}
        onChange={(id) => {
          const air = airs.find((a) => a.id === id)
          if (air) onChange(air)
        }}
      />
      {why && <span role="status">{words.needs[why]}</span>}
      <div className="air-sliders">
        {sliders.map(({ field, ...range }) => (
          <div key={field}>
            <span id={`air-${field}`}>
              {words[field]}: <strong>{value[field]}</strong>
            </span>
            <Slider
              {...range}
              ariaLabelledByForHandle={`air-${field}`}
              tooltip={{ open: false }}
              value={value[field]}
              onChange={(n) => {
                const { changes, speed, watts } = value
                onChange({ changes, speed, watts, [field]: n, id: 'own' })
              }}
            />
          </div>
        ))}
      </div>
      {value.attended !== undefined && <p className="caution">{words.attended(value.attended)}</p>}
    </div>
  )
}
