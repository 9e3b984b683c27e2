import { Button, Select } from 'antd'
import { type Selection, selections } from '#core/condition/patterns.ts'
import { useToolbar } from '#web/ui/useToolbar.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'

interface Props {
  presets: WordedCatalogue['presets']
  canUndo: boolean
  canRedo: boolean
  /** False when the car has not been here before. */
  hasNormal: boolean
  comparing: boolean
  /** A brush is in hand: without one nothing is brushed over. */
  hasBrush: boolean
  onSelect: (what: Selection | 'all') => void
  onPreset: (id: string) => void
  onMirror: (from: 'left' | 'right') => void
  onUndo: () => void
  onRedo: () => void
  onCompare: () => void
}

/** What is done to many parts at once, and to the drawing itself. */
export function SheetTools(p: Props) {
  return (
    <div className="sheet-tools" role="toolbar" aria-label={words.tools} {...useToolbar()}>
      <Select
        className="field-m"
        aria-label={words.brushOver}
        placeholder={words.brushOver}
        value={null}
        disabled={!p.hasBrush}
        // Ten sets: all of them are there, wherever the list was left the last time.
        virtual={false}
        listHeight={460}
        onChange={(what: Selection | 'all') => p.onSelect(what)}
        options={[
          { value: 'all', label: words.selections.all },
          ...selections.map((s) => ({ value: s, label: words.selections[s] })),
        ]}
      />
      <Select
        className="field-m"
        aria-label={words.usedAs}
        placeholder={words.usedAs}
        value={null}
        onChange={(id: string) => p.onPreset(id)}
        options={p.presets.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <Button onClick={() => p.onMirror('left')}>{words.mirrorLeft}</Button>
      <Button onClick={() => p.onMirror('right')}>{words.mirrorRight}</Button>
      {p.hasNormal && (
        <Button aria-pressed={p.comparing} type={p.comparing ? 'primary' : 'default'} onClick={p.onCompare}>
          {words.compare}
        </Button>
      )}
      <Button onClick={p.onUndo} disabled={!p.canUndo}>
        {words.undo}
      </Button>
      <Button onClick={p.onRedo} disabled={!p.canRedo}>
        {words.redo}
      </Button>
    </div>
  )
}

/** Smaller and larger, beside the drawing's hint. */
export function Zoom({ zoom, onZoom }: { zoom: number; onZoom: (zoom: number) => void }) {
  return (
    <span className="row one-line no-print">
      <Button aria-label={words.smaller} disabled={zoom <= 1} onClick={() => onZoom(zoom / 1.5)}>
        −
      </Button>
      <Button aria-label={words.larger} disabled={zoom >= 3} onClick={() => onZoom(zoom * 1.5)}>
        +
      </Button>
    </span>
  )
}
