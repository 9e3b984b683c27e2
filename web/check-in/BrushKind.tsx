import { Select } from 'antd'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { Brush } from './brush.ts'

interface Props {
  brush: Brush | undefined
  onPick: (brush: Brush) => void
  catalogue: Pick<WordedCatalogue, 'stains' | 'damages' | 'biohazards' | 'odours'>
}

const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }))
/** Which stain, damage, wetness or biohazard a brush puts down; soil, hair and grit are their level. */
export function BrushKind({ brush, onPick, catalogue }: Props) {
  return (
    <>
      {brush?.kind === 'stain' && (
        <>
          <Select
            className="field-xl"
            aria-label={words.brush.stain}
            showSearch={{ optionFilterProp: 'label' }}
            value={brush.stain}
            onChange={(stain) => onPick({ ...brush, stain })}
            options={named(catalogue.stains)}
          />
          <Select
            className="field-s"
            aria-label={words.brush.age}
            value={brush.age}
            onChange={(age) => onPick({ ...brush, age })}
            options={words.ages}
          />
          <Select
            className="field-s"
            aria-label={words.brush.size}
            value={brush.size ?? 'coin'}
            onChange={(size) => onPick({ ...brush, size })}
            options={words.sizes}
          />
          <Select
            className="field-m"
            aria-label={words.brush.attempts}
            value={brush.attempts}
            onChange={(attempts) => onPick({ ...brush, attempts })}
            options={[0, 1, 2, 3].map((n) => ({ value: n, label: n === 0 ? 'not tried' : `tried ${n} ×` }))}
          />
        </>
      )}
      {brush?.kind === 'odour' && (
        <Select
          className="field-l"
          aria-label={words.brush.odour}
          value={brush.odour}
          onChange={(odour) => onPick({ kind: 'odour', odour })}
          options={named(catalogue.odours)}
        />
      )}
      {brush?.kind === 'damage' && (
        <Select
          className="field-xl"
          aria-label={words.brush.damage}
          value={brush.damage}
          onChange={(damage) => onPick({ kind: 'damage', damage })}
          options={named(catalogue.damages)}
        />
      )}
      {brush?.kind === 'moisture' && (
        <Select
          className="field-m"
          aria-label={words.brush.wet}
          value={brush.moisture}
          onChange={(moisture) => onPick({ kind: 'moisture', moisture })}
          options={words.wet}
        />
      )}
      {brush?.kind === 'biohazard' && (
        <Select
          className="field-l"
          aria-label={words.brush.biohazard}
          value={brush.biohazard}
          onChange={(biohazard) => onPick({ kind: 'biohazard', biohazard })}
          options={named(catalogue.biohazards)}
        />
      )}
    </>
  )
}
