import { Checkbox } from 'antd'
import { type Need, needs } from '#core/check-in/needs.ts'
import { driverNeeds } from '#words/en/procedures.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

const options = needs.map((need) => ({ value: need, label: driverNeeds[need].asked }))

/** What the driver needs of the work: its effect alone is kept. */
export function NeedsPicker({ checkIn, onChange }: PanelProps) {
  return (
    <>
      <h2>{words.needs}</h2>
      <Checkbox.Group
        className="stack close"
        options={options}
        value={checkIn.needs ?? []}
        onChange={(picked: Need[]) => onChange((now) => ({ ...now, needs: picked }))}
      />
      {checkIn.needs?.map((need) => (
        <div key={need} className="soft">
          {driverNeeds[need].does}
        </div>
      ))}
    </>
  )
}
