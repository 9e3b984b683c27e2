import { type ReactNode, useMemo, useState } from 'react'
import type { CarDrawing } from '#core/cabin/car.ts'
import type { CarPlace } from '#core/cabin/places.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { againstNormal, mirrored, type Selection, selected, withPreset } from '#core/condition/patterns.ts'
import type { Condition } from '#core/condition/schema.ts'
import { Car } from '#web/ui/Car.tsx'
import { type Look, placeDescribed } from '#web/ui/cabin-look.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { BrushBar } from './BrushBar.tsx'
import { paint } from './brush.ts'
import { SheetTools, Zoom } from './SheetTools.tsx'
import type { Painting } from './usePainting.ts'

interface Props {
  callSign: string
  checkIn: CheckIn
  surfaces: readonly Surface[]
  places: readonly CarPlace[]
  drawing: CarDrawing
  narrow: boolean
  catalogue: WordedCatalogue
  painting: Painting
  look: (surface: string) => Look
  opened: string | undefined
  /** What leads round the car, where it is the first thing to do. */
  walk: ReactNode
  /** What this car usually comes in with, where it was here before. */
  normal: Readonly<Record<string, number>> | undefined
  may: boolean
  history: { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void }
  onCondition: (update: (now: Condition) => Condition, step?: boolean) => void
}

/** The whole car, on which the condition is put down by brush, key or pattern. */
export function ConditionCard(props: Props) {
  const { callSign, checkIn, surfaces, places, drawing, narrow, catalogue, painting, opened, normal, may } = props
  const { history, onCondition, walk } = props
  const { condition, vehicle } = checkIn
  const { brush, setBrush } = painting
  const [comparing, setComparing] = useState(false)
  const [zoom, setZoom] = useState(1)
  const [filled, setFilled] = useState('')
  const unusual = useMemo(
    () => (comparing && normal ? againstNormal(condition, normal) : []),
    [comparing, normal, condition],
  )
  const nameOf = (id: string) => speak.surface(surfaces.find((s) => s.id === id)!.name)
  const look = (id: string): Look => ({
    ...props.look(id),
    ...(comparing ? { lit: unusual.some((d) => d.surface === id) } : {}),
  })
  const brushOver = (what: Selection | 'all') => {
    if (!brush) return
    const set = what === 'all' ? surfaces.map((s) => s.id) : selected(what, surfaces, vehicle.body.driverSide)
    onCondition((now) => set.reduce((next, id) => paint(next, id, brush), now))
  }
  const tools = (
    <SheetTools
      presets={catalogue.presets}
      canUndo={history.canUndo}
      canRedo={history.canRedo}
      hasNormal={normal !== undefined}
      comparing={comparing}
      hasBrush={brush !== undefined}
      onSelect={brushOver}
      onPreset={(id) => {
        const preset = byId(catalogue.presets, id, 'preset')
        setFilled(words.walk.changed(preset.name, withPreset(condition, preset, surfaces).changed))
        onCondition((now) => withPreset(now, preset, surfaces).condition)
      }}
      onMirror={(from) => onCondition((now) => mirrored(now, surfaces, from))}
      onUndo={history.undo}
      onRedo={history.redo}
      onCompare={() => setComparing(!comparing)}
    />
  )
  const telling = (id: string) => {
    const place = byId(places, id, 'place')
    return placeDescribed(speak.placeOf(place.name).name, place, look)
  }
  return (
    <section className="card sheet-card" aria-label={words.condition}>
      {may && narrow && walk}
      {may && <BrushBar brush={brush} onPick={setBrush} catalogue={catalogue} />}
      {may &&
        (narrow ? (
          <details className="sheet-more">
            <summary>{words.tools}</summary>
            {tools}
          </details>
        ) : (
          tools
        ))}
      {comparing && (
        <p role="status" className="soft">
          {unusual.length === 0
            ? words.asUsual
            : unusual
                .slice(0, 5)
                .map((d) => words.differs(nameOf(d.surface), d.soil, d.normal))
                .join(' · ')}
          {unusual.length > 5 && ` · ${words.andMore(unusual.length - 5)}`}
        </p>
      )}
      <div className={zoom > 1 ? 'sheet-box zoomed' : 'sheet-box'} style={{ ['--zoom' as string]: zoom }}>
        <Car
          drawing={drawing}
          look={look}
          label={words.sheetOf(callSign)}
          opened={opened}
          painting={painting.painting}
          telling={telling}
          {...painting.place}
        />
      </div>
      <p role="status" className="tight">
        {filled}
      </p>
      <div className="row spread one-line">
        <p className="soft tight">{brush ? words.hintBrush : words.hint}</p>
        <Zoom zoom={zoom} onZoom={setZoom} />
      </div>
    </section>
  )
}
