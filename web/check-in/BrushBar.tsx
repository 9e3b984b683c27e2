import { Select } from 'antd'
import type { StainKind } from '#core/procedures/catalogue.ts'
import type { Brush } from './brush.ts'
import { words } from './words.ts'

interface Props {
  brush: Brush
  onPick: (brush: Brush) => void
  stains: readonly StainKind[]
}

/** Brushes for the sheet: five soils, hair, grit and the stain in hand. */
export function BrushBar({ brush, onPick, stains }: Props) {
  const level = (kind: 'hair' | 'sand') => (brush.kind === kind ? (brush.level % 3) + 1 : 1)
  const inHand =
    brush.kind === 'stain' ? brush : { kind: 'stain' as const, stain: stains[0]!.id, age: 'fresh' as const }
  return (
    <div className="brushes" role="toolbar" aria-label={words.brushes}>
      {words.soil.map((word, soil) => (
        <button
          key={word}
          type="button"
          className="brush"
          aria-pressed={brush.kind === 'soil' && brush.level === soil}
          onClick={() => onPick({ kind: 'soil', level: soil })}
        >
          <span className="swatch" style={{ background: `var(--dusk-${soil})` }} aria-hidden="true" />
          {soil} {word}
        </button>
      ))}
      {(['hair', 'sand'] as const).map((kind) => (
        <button
          key={kind}
          type="button"
          className="brush"
          aria-pressed={brush.kind === kind}
          onClick={() => onPick({ kind, level: level(kind) })}
        >
          {kind === 'hair' ? `H ${words.hair}` : `G ${words.grit}`}
          {brush.kind === kind ? ` ${brush.level}` : ''}
        </button>
      ))}
      <button type="button" className="brush" aria-pressed={brush.kind === 'stain'} onClick={() => onPick(inHand)}>
        S {words.stain}
      </button>
      {brush.kind === 'stain' && (
        <>
          <Select
            aria-label="Kind of stain"
            value={brush.stain}
            style={{ width: 210 }}
            onChange={(stain) => onPick({ ...brush, stain })}
            options={stains.map((s) => ({ value: s.id, label: s.name }))}
          />
          <Select
            aria-label="Age of stain"
            value={brush.age}
            style={{ width: 100 }}
            onChange={(age) => onPick({ ...brush, age })}
            options={[
              { value: 'fresh', label: 'fresh' },
              { value: 'old', label: 'old' },
            ]}
          />
        </>
      )}
    </div>
  )
}
