import { type KeyboardEvent, useMemo, useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import { sheetOf } from '#core/cabin/sheet.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { againstNormal, mirrored, presetCondition, type Selection, selected } from '#core/condition/patterns.ts'
import type { Condition } from '#core/condition/schema.ts'
import type { Spot } from '#web/ui/CabinPatch.tsx'
import { CabinSheet } from '#web/ui/CabinSheet.tsx'
import { useNarrow } from '#web/ui/narrow.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { BrushBar, firstBrush } from './BrushBar.tsx'
import { type Brush, marksOf, paint } from './brush.ts'
import { SheetTools } from './SheetTools.tsx'

interface Props {
  callSign: string
  checkIn: CheckIn
  surfaces: readonly Surface[]
  catalogue: WordedCatalogue
  /** What this car usually comes in with, where it was here before. */
  normal: Readonly<Record<string, number>> | undefined
  /** Something may be put down. */
  may: boolean
  history: { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void }
  /** @param step whether it can be undone by itself, or belongs to the stroke before */
  onCondition: (update: (now: Condition) => Condition, step?: boolean) => void
  onFocus: (surface: string) => void
  focused: string | undefined
  onFound: () => void
}

/** What a letter key puts on the focused patch: the brush in hand when it is of that kind, else the first of the kind. */
const letterKinds: Record<string, Brush['kind']> = { s: 'stain', d: 'damage', w: 'moisture', b: 'biohazard' }

/** The cabin sheet on which the condition is put down by brush, key or pattern. */
export function ConditionCard({
  callSign,
  checkIn: {
    vehicle: { body },
    condition,
  },
  surfaces,
  catalogue,
  normal,
  may,
  history,
  onCondition,
  onFocus,
  focused,
  onFound,
}: Props) {
  const narrow = useNarrow()
  const [brush, setBrush] = useState<Brush>({ kind: 'soil', level: 2 })
  const [strokeOpen, setStrokeOpen] = useState(false)
  const [comparing, setComparing] = useState(false)
  const [zoom, setZoom] = useState(1)
  const sheet = useMemo(() => sheetOf(body, surfaces), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, s])), [surfaces])
  const families = useMemo(
    () => new Map(surfaces.map((s) => [s.id, catalogue.materials.find((m) => m.id === s.material)?.family])),
    [surfaces, catalogue],
  )
  const unusual = useMemo(
    () => (comparing && normal ? againstNormal(condition, normal) : []),
    [comparing, normal, condition],
  )
  const nameOf = (id: string) => {
    const surface = names.get(id)
    return surface ? speak.surface(surface.name) : id
  }
  const put = (surface: string, with_: Brush, step: boolean, place?: Spot) =>
    onCondition((now) => paint(now, surface, with_, place), step)
  const touch = (surface: string, place?: Spot) => {
    if (!may) return
    put(surface, brush, !strokeOpen, place)
    setStrokeOpen(true)
  }
  const key = (surface: string, event: KeyboardEvent) => {
    if (!may || event.ctrlKey || event.metaKey || event.altKey) return
    const letter = event.key.toLowerCase()
    const has = condition[surface]
    const kind = letterKinds[letter]
    if (/^[0-4]$/.test(letter)) {
      setBrush({ kind: 'soil', level: Number(letter) })
      put(surface, { kind: 'soil', level: Number(letter) }, true)
    } else if (letter === 'h') put(surface, { kind: 'hair', level: ((has?.hair ?? 0) + 1) % 4 }, true)
    else if (letter === 'g') put(surface, { kind: 'sand', level: ((has?.sand ?? 0) + 1) % 4 }, true)
    else if (kind) {
      const inHand = brush.kind === kind ? brush : firstBrush(kind, catalogue)
      setBrush(inHand)
      put(surface, inHand, true)
    } else if (letter === 'o') onFound()
    else if (letter === 'u') history.undo()
    else if (letter === 'r') history.redo()
  }
  const brushOver = (what: Selection | 'all') => {
    const set = what === 'all' ? surfaces.map((s) => s.id) : selected(what, surfaces, body.driverSide)
    onCondition((now) => set.reduce((next, id) => paint(next, id, brush), now))
  }
  const at = focused ? names.get(focused) : undefined
  const material = at && catalogue.materials.find((m) => m.id === at.material)
  const tools = (
    <SheetTools
      presets={catalogue.presets}
      canUndo={history.canUndo}
      canRedo={history.canRedo}
      hasNormal={normal !== undefined}
      comparing={comparing}
      zoom={zoom}
      onSelect={brushOver}
      onPreset={(id) =>
        onCondition((now) => ({
          ...now,
          ...presetCondition(byId(catalogue.presets, id, 'preset'), surfaces),
        }))
      }
      onMirror={(from) => onCondition((now) => mirrored(now, surfaces, from))}
      onUndo={history.undo}
      onRedo={history.redo}
      onCompare={() => setComparing(!comparing)}
      onZoom={setZoom}
    />
  )
  return (
    <section className="card sheet-card" aria-label={words.condition}>
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
        <CabinSheet
          sheet={sheet}
          noseUp={narrow}
          label={words.sheetOf(callSign)}
          look={(id) => ({
            weave: families.get(id),
            name: nameOf(id),
            soil: condition[id]?.soil ?? 0,
            marks: marksOf(condition[id]),
            spots: (condition[id]?.stains ?? []).flatMap((stain) => stain.at ?? []),
            ...(comparing ? { lit: unusual.some((d) => d.surface === id) } : {}),
          })}
          onTouch={touch}
          onStrokeEnd={() => setStrokeOpen(false)}
          onKey={key}
          onFocusPatch={onFocus}
        />
      </div>
      <div className="soft">
        {at ? (
          <>
            <strong>{speak.surface(at.name)}</strong> · {material?.name} · {at.area.toFixed(2)} m² ·{' '}
            {words.soil[condition[at.id]?.soil ?? 0]}
          </>
        ) : (
          words.hint
        )}
      </div>
    </section>
  )
}
