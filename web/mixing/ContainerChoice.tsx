import { InputNumber, Radio } from 'antd'
import type { ContainerView } from '#server/mixing/views.ts'
import { words } from '#words/en/screens/mixing.ts'

interface Props {
  containers: readonly ContainerView[]
  container: string
  /** ml */
  fill: number
  onContainer: (id: string) => void
  onFill: (ml: number | null) => void
}

/** Into what it is mixed, and how far it is filled. */
export function ContainerChoice({ containers, container, fill, onContainer, onFill }: Props) {
  return (
    <div className="row apart">
      <Radio.Group
        aria-label={words.container}
        optionType="button"
        buttonStyle="solid"
        value={container}
        onChange={(e) => onContainer(e.target.value)}
        options={containers.map((c) => ({ value: c.id, label: c.name }))}
      />
      <label className="row" htmlFor="fill">
        {words.fill}{' '}
        <InputNumber
          id="fill"
          className="amount-field field-s"
          min={1}
          max={100_000}
          value={fill}
          onChange={(v) => onFill(typeof v === 'number' ? v : null)}
        />
      </label>
    </div>
  )
}
