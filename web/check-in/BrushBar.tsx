import { useToolbar } from '#web/ui/useToolbar.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { BrushKind } from './BrushKind.tsx'
import type { Brush } from './brush.ts'

interface Props {
  /** None: nothing is painted. */
  brush: Brush | undefined
  onPick: (brush: Brush | undefined) => void
  catalogue: Pick<WordedCatalogue, 'stains' | 'damages' | 'biohazards' | 'odours'>
}

/** The brush of a kind as it is first taken in hand. */
export function firstBrush(kind: Brush['kind'], catalogue: Props['catalogue']): Brush {
  const first: { [K in Brush['kind']]: Extract<Brush, { kind: K }> } = {
    soil: { kind: 'soil', level: 2 },
    hair: { kind: 'hair', level: 1 },
    sand: { kind: 'sand', level: 1 },
    stain: { kind: 'stain', stain: catalogue.stains[0]!.id, age: 'fresh', attempts: 0 },
    damage: { kind: 'damage', damage: catalogue.damages[0]!.id },
    moisture: { kind: 'moisture', moisture: 'damp' },
    biohazard: { kind: 'biohazard', biohazard: catalogue.biohazards[0]!.id },
    odour: { kind: 'odour', odour: catalogue.odours[0]!.id },
  }
  return first[kind]
}

const kinds = ['hair', 'sand', 'stain', 'damage', 'moisture', 'odour', 'biohazard'] as const

/** Brushes for the sheet: five soils, then letters; what a letter puts down is chosen beside it. */
export function BrushBar({ brush, onPick, catalogue }: Props) {
  const pick = (kind: (typeof kinds)[number]) => {
    // Tapping hair or grit again makes it one level more; a brush that is in hand is put down by tapping it again.
    if (brush?.kind !== kind) onPick(firstBrush(kind, catalogue))
    else if ((brush.kind === 'hair' || brush.kind === 'sand') && brush.level < 3)
      onPick({ kind: brush.kind, level: brush.level + 1 })
    else onPick(undefined)
  }
  return (
    <div className="brushes" role="toolbar" aria-label={words.brushes} {...useToolbar()}>
      {words.soil.map((word, soil) => (
        <button
          key={word}
          type="button"
          className="brush"
          aria-pressed={brush?.kind === 'soil' && brush.level === soil}
          onClick={() =>
            onPick(brush?.kind === 'soil' && brush.level === soil ? undefined : { kind: 'soil', level: soil })
          }
        >
          <span className="swatch" style={{ background: `var(--dusk-${soil})` }} aria-hidden="true" />
          {soil} {word}
        </button>
      ))}
      {kinds.map((kind) => (
        <button
          key={kind}
          type="button"
          className="brush"
          aria-pressed={brush?.kind === kind}
          onClick={() => pick(kind)}
        >
          {words.letters[kind]}
          {(brush?.kind === 'hair' || brush?.kind === 'sand') && brush.kind === kind ? ` ${brush.level}` : ''}
        </button>
      ))}
      <BrushKind brush={brush} onPick={onPick} catalogue={catalogue} />
    </div>
  )
}
