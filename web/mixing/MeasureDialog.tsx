import { Button, Input, InputNumber, Modal } from 'antd'
import { useState } from 'react'
import type { ContainerView } from '#server/mixing/views.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/mixing.ts'
import { useKeepContainer } from './api.ts'

interface MeasureProps {
  label: string
  /** Which point it belongs to, for those who hear the field's name. */
  point?: string
  value: number
  least?: number
  onValue: (value: number) => void
}

function Measure({ label, point, value, least = 0, onValue }: MeasureProps) {
  return (
    <span className="row measure">
      <span aria-hidden>{label}</span>
      <InputNumber
        className="field-s"
        aria-label={point ? `${point}: ${label}` : label}
        min={least}
        value={value}
        onChange={(v) => onValue(typeof v === 'number' ? v : least)}
      />
    </span>
  )
}

/** A container measured by pouring known volumes and reading how high they stand. */
export function MeasureDialog({ container, onClose }: { container: ContainerView; onClose: () => void }) {
  const keep = useKeepContainer()
  const [name, setName] = useState(container.name)
  const [place, setPlace] = useState(container.place ?? '')
  const [capacity, setCapacity] = useState(container.capacity)
  const [graduation, setGraduation] = useState(container.graduation)
  const wide = Math.max(40, ...container.outline.profile.map(([, half]) => half))
  const [width, setWidth] = useState(Math.round(2 * wide))
  const [points, setPoints] = useState<[number, number][]>(container.outline.fill)
  const set = (i: number, at: 0 | 1, value: number) =>
    setPoints(points.map((p, j) => (j === i ? (at === 0 ? [value, p[1]] : [p[0], value]) : p)))
  const save = () => {
    const top = points.at(-1)?.[0] ?? 0
    // A vessel that was drawn before keeps its outline; a new one is drawn straight, as wide as it was measured.
    const profile: [number, number][] =
      container.outline.profile.length >= 2
        ? container.outline.profile
        : [
            [0, width / 2],
            [top, width / 2],
          ]
    keep.mutate(
      {
        ...container,
        name: name.trim(),
        place: place.trim() || null,
        capacity,
        graduation,
        outline: { ...container.outline, profile, fill: points },
      },
      { onSuccess: onClose },
    )
  }
  return (
    <Modal
      open
      title={container.version === 0 ? words.measure : words.change}
      onCancel={onClose}
      onOk={save}
      okText={words.keep}
      confirmLoading={keep.isPending}
      okButtonProps={{ disabled: name.trim() === '' }}
    >
      <div className="stack near">
        <p className="soft">{words.measureLead}</p>
        <Input
          aria-label={words.name}
          placeholder={words.name}
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Input
          aria-label={words.place}
          placeholder={words.place}
          maxLength={80}
          value={place}
          onChange={(e) => setPlace(e.target.value)}
        />
        <Measure label={words.capacity} value={capacity} least={1} onValue={setCapacity} />
        <Measure label={words.graduation} value={graduation} least={0.1} onValue={setGraduation} />
        {container.outline.profile.length < 2 && (
          <Measure label={words.width} value={width} least={10} onValue={setWidth} />
        )}
        {points.map(([height, volume], i) => (
          <fieldset key={i} className="point row">
            <legend className="soft">{words.point(i + 1)}</legend>
            <Measure label={words.height} point={words.point(i + 1)} value={height} onValue={(v) => set(i, 0, v)} />
            <Measure label={words.volume} point={words.point(i + 1)} value={volume} onValue={(v) => set(i, 1, v)} />
          </fieldset>
        ))}
        <div className="row">
          <Button
            onClick={() => {
              const [h, v] = points.at(-1) ?? [0, 0]
              setPoints([...points, [h + 20, v + 100]])
            }}
          >
            {words.morePoints}
          </Button>
        </div>
        {keep.isError && <ErrorNotice error={keep.error} />}
      </div>
    </Modal>
  )
}
