import { DeleteOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import type { Belonging } from '#core/check-in/belonging.ts'
import { words } from '#words/en/screens/check-in.ts'
import { AddBelonging } from './AddBelonging.tsx'
import type { PanelProps } from './panel.ts'

/** Where it lay and what becomes of it, as one line. */
const moreOf = ({ where, bag, fate, cash }: Belonging) =>
  [
    where && ` · ${where}`,
    bag && ` · ${words.inBag(bag)}`,
    fate && ` · ${fate}`,
    cash && ` ${words.cash((cash.amount / 100).toFixed(2), cash.counted)}`,
  ]
    .filter(Boolean)
    .join('')

/** What lay in the car. @param leads whoever clears a hazard */
export function Belongings({ checkIn, onChange, who, leads }: PanelProps & { who: string; leads: boolean }) {
  const clear = (i: number) => {
    const cleared = { by: who, at: new Date().toISOString() }
    onChange((now) => ({ ...now, belongings: now.belongings.map((b, k) => (k === i ? { ...b, cleared } : b)) }))
  }
  return (
    <>
      <h2>{words.belongings}</h2>
      <ul className="plain">
        {checkIn.belongings.map((b, i) => (
          <li key={`${i} ${b.what}`}>
            <div className="row spread one-line">
              <span>
                {b.what}
                <span className="soft">{moreOf(b)}</span>
              </span>
              <Button
                type="text"
                icon={<DeleteOutlined />}
                aria-label={words.takeOff(b.what)}
                onClick={() => onChange((now) => ({ ...now, belongings: now.belongings.filter((_, k) => k !== i) }))}
              />
            </div>
            {b.fate === 'hazard' && !b.cleared && (
              <div className="told">
                <strong>{words.hazard}</strong> {leads && <Button onClick={() => clear(i)}>{words.cleared}</Button>}
              </div>
            )}
          </li>
        ))}
      </ul>
      <AddBelonging onChange={onChange} />
    </>
  )
}
