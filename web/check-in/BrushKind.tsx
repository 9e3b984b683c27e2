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

/** Kinds of one thing, to choose from. */
function Kinds<K extends string>(p: {
  width: 'field-m' | 'field-l' | 'field-xl'
  label: string
  value: K
  options: readonly { value: K; label: string }[]
  onPick: (kind: K) => void
}) {
  return (
    <Select className={p.width} aria-label={p.label} value={p.value} onChange={p.onPick} options={[...p.options]} />
  )
}

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
        <Kinds
          width="field-l"
          label={words.brush.odour}
          value={brush.odour}
          options={named(catalogue.odours)}
          onPick={(odour) => onPick({ kind: 'odour', odour })}
        />
      )}
      {brush?.kind === 'damage' && (
        <Kinds
          width="field-xl"
          label={words.brush.damage}
          value={brush.damage}
          options={named(catalogue.damages)}
          onPick={(damage) => onPick({ kind: 'damage', damage })}
        />
      )}
      {brush?.kind === 'moisture' && (
        <Kinds
          width="field-m"
          label={words.brush.wet}
          value={brush.moisture}
          options={words.wet}
          onPick={(moisture) => onPick({ kind: 'moisture', moisture })}
        />
      )}
      {brush?.kind === 'biohazard' && (
        <Kinds
          width="field-l"
          label={words.brush.biohazard}
          value={brush.biohazard}
          options={named(catalogue.biohazards)}
          onPick={(biohazard) => onPick({ kind: 'biohazard', biohazard })}
        />
      )}
    </>
  )
}
