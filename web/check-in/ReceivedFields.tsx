import { Input, InputNumber, Radio } from 'antd'
import type { Received } from '#core/check-in/received.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

/** Keys, mileage, fuel and where it stands: the car goes back as it was left here. */
export function ReceivedFields({ checkIn, onChange }: PanelProps) {
  const received = checkIn.received ?? {}
  const set = <K extends keyof Received>(key: K, value: Received[K] | null) =>
    onChange((now) => {
      const { [key]: _before, ...rest } = now.received ?? {}
      return { ...now, received: value === null || value === undefined ? rest : { ...rest, [key]: value } }
    })
  const text = (key: 'hook' | 'stands') => ({
    'aria-label': words.received[key],
    value: received[key] ?? '',
    onChange: (e: { target: { value: string } }) => set(key, e.target.value === '' ? null : e.target.value),
  })
  const count = (key: 'keys' | 'mileage', max: number) => ({
    'aria-label': words.received[key],
    min: 0,
    max,
    precision: 0,
    value: received[key] ?? null,
    onChange: (value: number | null) => set(key, value),
  })
  return (
    <>
      <h2>{words.received.title}</h2>
      <div className="row one-line">
        <div className="field">
          {words.received.keys}
          <InputNumber {...count('keys', 9)} />
        </div>
        <div className="field fills">
          {words.received.hook}
          <Input maxLength={20} {...text('hook')} />
        </div>
      </div>
      <div className="field">
        {words.received.mileage}
        <InputNumber {...count('mileage', 9_999_999)} />
      </div>
      <div className="field" id="fuel-label">
        {words.received.fuel}
        <Radio.Group
          aria-labelledby="fuel-label"
          optionType="button"
          buttonStyle="solid"
          options={words.received.fuels}
          value={received.fuel ?? null}
          onChange={(e) => set('fuel', e.target.value as number)}
        />
      </div>
      <div className="field">
        {words.received.stands}
        <Input placeholder={words.received.standsSuch} maxLength={60} {...text('stands')} />
      </div>
    </>
  )
}
