import { Input, Select } from 'antd'
import type { Surface } from '#core/cabin/schema.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

const nothing = { words: '', surfaces: [] as string[] }

/** What the customer came for: in their own words, and the surfaces it is about, those with a stain first. */
export function CameFor({ checkIn, onChange, surfaces }: PanelProps & { surfaces: readonly Surface[] }) {
  const came = checkIn.cameFor ?? nothing
  const change = (part: Partial<typeof nothing>) =>
    onChange((now) => {
      const { cameFor, ...rest } = now
      const next = { ...(cameFor ?? nothing), ...part }
      return next.words.trim() === '' && next.surfaces.length === 0 ? rest : { ...rest, cameFor: next }
    })
  const stained = (s: Surface) => Number((checkIn.condition[s.id]?.stains?.length ?? 0) > 0)
  const listed = [...surfaces].sort((a, b) => stained(b) - stained(a))
  return (
    <>
      <h2>{words.cameFor}</h2>
      <Input.TextArea
        aria-label={words.cameForWords}
        placeholder={words.cameForWords}
        autoSize={{ minRows: 1, maxRows: 4 }}
        maxLength={500}
        value={came.words}
        onChange={(e) => change({ words: e.target.value })}
      />
      <Select
        mode="multiple"
        aria-label={words.cameForWhere}
        placeholder={words.cameForWhere}
        showSearch={{ optionFilterProp: 'label' }}
        maxCount={60}
        value={came.surfaces}
        onChange={(ids: string[]) => change({ surfaces: ids })}
        options={listed.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
      />
      <p className="soft">{words.cameForMeans}</p>
    </>
  )
}
