import { Input } from 'antd'
import type { Surface } from '#core/cabin/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { Belongings } from './Belongings.tsx'
import { ForOthers } from './ForOthers.tsx'
import type { PanelProps } from './panel.ts'
import { Smells } from './Smells.tsx'

interface Props extends PanelProps {
  odours: WordedCatalogue['odours']
  surfaces: readonly Surface[]
  who: string
  leads: boolean
}

/** What was found in the car: belongings, smells, things for others to look at, and free notes. */
export function FoundPanel({ odours, surfaces, who, leads, ...panel }: Props) {
  const { checkIn, onChange } = panel
  return (
    <>
      <Belongings {...panel} who={who} leads={leads} />
      <Smells {...panel} odours={odours} surfaces={surfaces} />
      <ForOthers {...panel} />
      <h2>{words.notes}</h2>
      <Input.TextArea
        aria-label={words.notes}
        rows={3}
        maxLength={10_000}
        value={checkIn.notes ?? ''}
        onChange={(e) => onChange((now) => ({ ...now, notes: e.target.value }))}
      />
    </>
  )
}
