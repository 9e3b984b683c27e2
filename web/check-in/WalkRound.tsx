import { Button } from 'antd'
import { type ReactNode, useRef, useState } from 'react'
import type { CarPlace } from '#core/cabin/places.ts'
import type { Surface } from '#core/cabin/schema.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { withPreset } from '#core/condition/patterns.ts'
import type { Condition } from '#core/condition/schema.ts'
import { described, type Look, placeDescribed } from '#web/ui/cabin-look.ts'
import { OpenedPlace } from '#web/ui/OpenedPlace.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { firstBrush } from './BrushBar.tsx'
import { BrushKind } from './BrushKind.tsx'
import { type Brush, onWhole, paint } from './brush.ts'
import './walk-round.css'

interface Props {
  checkIn: CheckIn
  surfaces: readonly Surface[]
  /** In the order of the walk. */
  places: readonly CarPlace[]
  catalogue: WordedCatalogue
  look: (surface: string) => Look
  canUndo: boolean
  onUndo: () => void
  onCondition: (update: (now: Condition) => Condition) => void
  onWalked: (places: readonly string[]) => void
  onLeave: () => void
  /** Leaves it for the smells of what is before one. */
  onBeside: (tab: 'found', surface: string | undefined) => void
  /** How a photo is taken of what is before one; none where they are not wanted. */
  photo?: (place: CarPlace, part: string | undefined) => ReactNode
}

const noteKinds = ['hair', 'sand', 'stain', 'damage', 'moisture', 'biohazard'] as const
type NoteKind = (typeof noteKinds)[number]
/** What is somewhere on a place, and not all over it. */
const onPart: ReadonlySet<NoteKind> = new Set(['stain', 'damage', 'biohazard'])
/** How much is noted of a surface beside its soil, hair and grit. */
const noted = (is: Condition[string] | undefined) =>
  (is?.stains?.length ?? 0) + (is?.damage?.length ?? 0) + (is?.biohazard?.length ?? 0) + (is?.moisture ? 1 : 0)
/** How far a finger goes for the next place, px. */
const swiped = 70

/** First of all: how the car is used fills the start in. */
function Start({
  catalogue,
  told,
  onUse,
  onBegin,
}: {
  catalogue: WordedCatalogue
  told: string
  onUse: (preset: WordedCatalogue['presets'][number]) => void
  onBegin: () => void
}) {
  return (
    <div className="stack">
      <h2>{words.walk.usedAs}</h2>
      <p className="soft tight">{words.walk.usedHint}</p>
      <div className="walk-uses">
        {catalogue.presets.map((preset) => (
          <Button key={preset.id} size="large" onClick={() => onUse(preset)}>
            {preset.name}
          </Button>
        ))}
      </div>
      <p role="status" className="tight">
        {told}
      </p>
      <Button type="primary" size="large" block className="walk-next" onClick={onBegin}>
        {words.walk.begin}
      </Button>
    </div>
  )
}

/** Round the car as one walks it, one place a screen: its soil by one tap, exceptions by tapping parts. */
export function WalkRound(props: Props) {
  const { checkIn, surfaces, places, catalogue, look, canUndo, onUndo, onCondition, onWalked, onLeave, onBeside } =
    props
  const walked = new Set(checkIn.walked)
  const firstLeft = places.findIndex((p) => !walked.has(p.id))
  const [at, setAt] = useState(walked.size === 0 ? -1 : Math.max(0, firstLeft))
  const [part, setPart] = useState<string>()
  const [told, setTold] = useState('')
  const [brush, setBrush] = useState<Brush>()
  const touch = useRef<{ x: number; y: number } | null>(null)
  const place = places[at]
  const go = (to: number) => {
    setPart(undefined)
    setBrush(undefined)
    setTold('')
    setAt(to)
  }
  if (!place)
    return (
      <section className="walk-round" aria-label={words.walk.label}>
        <Button className="walk-leave" onClick={onLeave}>
          {words.walk.leave}
        </Button>
        <Start
          catalogue={catalogue}
          told={told}
          onUse={(preset) => {
            const { changed } = withPreset(checkIn.condition, preset, surfaces)
            setTold(words.walk.changed(preset.name, changed))
            onCondition((now) => withPreset(now, preset, surfaces).condition)
          }}
          onBegin={() => go(0)}
        />
      </section>
    )
  const name = speak.placeOf(place.name).name
  const materials = [...new Set(place.surfaces.map((s) => s.material))].map(
    (id) => catalogue.materials.find((m) => m.id === id)?.name ?? id,
  )
  const onWhat = (with_: Brush) => (part ? [part] : onWhole(place, with_, catalogue))
  const put = (with_: Brush) => onCondition((now) => onWhat(with_).reduce((next, id) => paint(next, id, with_), now))
  /** Whether what a brush puts down is there: put down again it is taken off. */
  const isThere = (with_: Brush) =>
    onWhat(with_).some((id) => noted(paint(checkIn.condition, id, with_)[id]) < noted(checkIn.condition[id]))
  const soils = (part ? place.surfaces.filter((s) => s.id === part) : place.surfaces).map((s) => look(s.id).soil)
  const next = places[at + 1]
  const onward = () => {
    onWalked([place.id])
    if (next) go(at + 1)
    else onLeave()
  }
  const level = (kind: 'hair' | 'sand') =>
    Math.max(0, ...(part ? [part] : place.surfaces.map((s) => s.id)).map((id) => checkIn.condition[id]?.[kind] ?? 0))
  const note = (kind: NoteKind) => {
    if (onPart.has(kind) && !part) {
      setTold(words.walk.tapPart)
      return
    }
    setTold('')
    if (kind === 'hair' || kind === 'sand') put({ kind, level: (level(kind) + 1) % 4 })
    else {
      const with_ = firstBrush(kind, catalogue)
      setBrush(isThere(with_) ? undefined : with_)
      put(with_)
    }
  }
  /** Another kind than the one that was put down first: it stands in its stead. */
  const instead = (with_: Brush) => {
    if (brush && isThere(brush)) put(brush)
    setBrush(with_)
    put(with_)
  }
  const here = noteKinds.filter(
    (kind) => onPart.has(kind) || onWhole(place, firstBrush(kind, catalogue), catalogue).length > 0,
  )
  return (
    <section
      className="walk-round"
      aria-label={words.walk.label}
      onTouchStart={(e) => {
        const one = e.touches[0]!
        touch.current = e.touches.length === 1 ? { x: one.clientX, y: one.clientY } : null
      }}
      onTouchEnd={(e) => {
        const [from, to] = [touch.current, e.changedTouches[0]!]
        touch.current = null
        if (!from || Math.abs(to.clientY - from.y) > swiped / 2) return
        if (to.clientX - from.x < -swiped) onward()
        else if (to.clientX - from.x > swiped && at > 0) go(at - 1)
      }}
    >
      <header className="row spread one-line">
        <div>
          <h2>{name}</h2>
          <span className="soft">
            {words.walk.of(at + 1, places.length)} · {materials.slice(0, 2).join(', ')}
          </span>
        </div>
        <Button onClick={onLeave}>{words.walk.leave}</Button>
      </header>
      <div className="walk-progress" aria-hidden="true">
        {places.map((p, i) => (
          <span key={p.id} className={i === at ? 'now' : walked.has(p.id) ? 'done' : ''} />
        ))}
      </div>
      <div className="walk-drawing">
        <OpenedPlace
          key={place.id}
          place={place}
          look={(id) => ({ ...look(id), chosen: id === part })}
          width={342}
          painting={false}
          onTouch={() => {}}
          // A swipe over the drawing chooses nothing.
          onStrokeEnd={(one) => {
            if (!one) return
            setPart(one === part ? undefined : one)
            setBrush(undefined)
          }}
          onKey={() => {}}
          onFocusPart={() => {}}
        />
      </div>
      <p role="status" className="tight walk-told">
        {told ||
          (part ? described(look(part)) : `${placeDescribed(words.walk.whole, place, look)}. ${words.walk.hint}`)}
      </p>
      <BrushKind brush={brush} onPick={instead} catalogue={catalogue} />
      <div className="walk-notes">
        {here.map((kind) => (
          <Button key={kind} onClick={() => note(kind)}>
            {words.walk.notes[kind]}
            {(kind === 'hair' || kind === 'sand') && level(kind) > 0 ? ` ${level(kind)}` : ''}
          </Button>
        ))}
        <Button onClick={() => onBeside('found', part)}>{words.walk.smell}</Button>
        {props.photo?.(place, part)}
      </div>
      <footer className="walk-foot">
        <div className="walk-soils" role="group" aria-label={words.walk.soilOf(part ? look(part).name : name)}>
          {words.soil.map((word, soil) => (
            <button
              key={word}
              type="button"
              className="walk-soil"
              aria-pressed={soils.every((s) => s === soil)}
              onClick={() => put({ kind: 'soil', level: soil })}
            >
              <span className="swatch" style={{ background: `var(--dusk-${soil})` }} aria-hidden="true" />
              <strong>{soil}</strong> {word}
            </button>
          ))}
        </div>
        <div className="row">
          <Button disabled={at === 0} onClick={() => go(at - 1)}>
            {words.walk.back}
          </Button>
          <Button disabled={!canUndo} onClick={onUndo}>
            {words.undo}
          </Button>
          <Button
            onClick={() => {
              onWalked(places.map((p) => p.id))
              onLeave()
            }}
          >
            {words.walk.rest}
          </Button>
        </div>
        <Button type="primary" size="large" block className="walk-next" onClick={onward}>
          {next ? words.walk.next(speak.placeOf(next.name).name) : words.walk.end}
        </Button>
      </footer>
    </section>
  )
}
