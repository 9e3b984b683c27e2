import { Checkbox, InputNumber } from 'antd'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

/** Work that was sold beside the inside: a block of time on the car, in minutes as agreed. */
export function BesideInside({ checkIn, onChange, catalogue }: PanelProps & { catalogue: WordedCatalogue }) {
  const agreed = checkIn.blocks ?? {}
  const set = (id: string, minutes: number | null) =>
    onChange(({ blocks = {}, ...now }) => {
      const { [id]: _before, ...others } = blocks
      const next = minutes === null ? others : { ...others, [id]: minutes }
      return Object.keys(next).length > 0 ? { ...now, blocks: next } : now
    })
  return (
    <>
      <h2>{words.beside}</h2>
      <div className="stack close">
        {catalogue.wholeCar
          .filter((row) => row.when?.agreed)
          .map(({ id, name, minutes: [usual] }) => {
            const minutes = agreed[id]
            return (
              <div key={id} className="row">
                <Checkbox checked={minutes !== undefined} onChange={(e) => set(id, e.target.checked ? usual! : null)}>
                  {name}
                </Checkbox>
                {minutes !== undefined && (
                  <InputNumber
                    aria-label={words.besideMinutes(name)}
                    min={5}
                    max={600}
                    step={5}
                    precision={0}
                    suffix="min"
                    value={minutes}
                    onChange={(value) => value !== null && set(id, value)}
                  />
                )}
              </div>
            )
          })}
      </div>
      {Object.keys(agreed).length > 0 && <p className="soft">{words.besideAbout}</p>}
    </>
  )
}
