import { type KeyboardEvent, useState } from 'react'
import type { CarPlace } from '#core/cabin/places.ts'
import type { Condition } from '#core/condition/schema.ts'
import type { Spot } from '#web/ui/useStrokes.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { firstBrush } from './BrushBar.tsx'
import { type Brush, onWhole, paint } from './brush.ts'

interface Props {
  places: readonly CarPlace[]
  condition: Condition
  catalogue: WordedCatalogue
  /** Something may be put down. */
  may: boolean
  history: { undo: () => void; redo: () => void }
  /** @param step whether it can be undone by itself, or belongs to the stroke before */
  onCondition: (update: (now: Condition) => Condition, step?: boolean) => void
  onOpen: (place: string) => void
  onSmell: (kind: string, surface: string) => void
}

/** What a letter key takes in hand: the brush that is there already when it is of that kind, else the first of the kind. */
const letterKinds: Record<string, Brush['kind']> = {
  s: 'stain',
  d: 'damage',
  w: 'moisture',
  b: 'biohazard',
  o: 'odour',
}

/**
 * Painting the condition by brush and key, on the whole car and on an opened place: a place's brush paints its parts, a part's leaves the
 * others. Without a brush in hand nothing is changed: a place that is touched opens.
 */
export function usePainting({ places, condition, catalogue, may, history, onCondition, onOpen, onSmell }: Props) {
  const [brush, setBrush] = useState<Brush>()
  const [strokeOpen, setStrokeOpen] = useState(false)
  const put = (surfaces: readonly string[], with_: Brush, step: boolean, spot?: Spot) => {
    if (with_.kind === 'odour') for (const id of surfaces) onSmell(with_.odour, id)
    else onCondition((now) => surfaces.reduce((next, id) => paint(next, id, with_, spot), now), step)
  }
  const whole = (id: string, with_: Brush) => {
    const place = places.find((p) => p.id === id)
    return place ? onWhole(place, with_, catalogue) : []
  }
  const key = (parts: (with_: Brush) => readonly string[], event: KeyboardEvent) => {
    if (!may || event.ctrlKey || event.metaKey || event.altKey) return
    const letter = event.key.toLowerCase()
    const kind = letterKinds[letter]
    const more = (level: 'hair' | 'sand') => {
      const on = parts({ kind: level, level: 1 })
      const most = Math.max(0, ...on.map((id) => condition[id]?.[level] ?? 0))
      put(on, { kind: level, level: (most + 1) % 4 }, true)
    }
    if (/^[0-4]$/.test(letter)) {
      const soil: Brush = { kind: 'soil', level: Number(letter) }
      setBrush(soil)
      put(parts(soil), soil, true)
    } else if (letter === 'h') more('hair')
    else if (letter === 'g') more('sand')
    else if (kind) {
      const inHand = brush?.kind === kind ? brush : firstBrush(kind, catalogue)
      setBrush(inHand)
      put(parts(inHand), inHand, true)
    } else if (letter === 'u') history.undo()
    else if (letter === 'r') history.redo()
  }
  return {
    brush,
    setBrush,
    painting: may && brush !== undefined,
    place: {
      onTouch(id: string) {
        if (!may || !brush) return
        const on = whole(id, brush)
        if (on.length === 0) return
        put(on, brush, !strokeOpen)
        setStrokeOpen(true)
      },
      onStrokeEnd(one: string | undefined) {
        setStrokeOpen(false)
        if (one) onOpen(one)
      },
      onKey: (id: string, event: KeyboardEvent) => key((with_) => whole(id, with_), event),
      onEnter: onOpen,
    },
    part: {
      onTouch(id: string, spot?: Spot) {
        if (!may || !brush) return
        put([id], brush, !strokeOpen, spot)
        setStrokeOpen(true)
      },
      onStrokeEnd: () => setStrokeOpen(false),
      onKey: (id: string, event: KeyboardEvent) => key(() => [id], event),
    },
  }
}
export type Painting = ReturnType<typeof usePainting>
