import { Radio } from 'antd'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

const answers = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: 'open', label: 'not asked' },
]
const said = (answer: boolean | null | undefined) => (answer == null ? 'open' : answer ? 'yes' : 'no')

/** What the customer was asked, with who asked and when. */
export function AgreedPanel({
  checkIn,
  onChange,
  who,
  catalogue,
}: PanelProps & { who: string; catalogue: WordedCatalogue }) {
  const answer = (id: string, value: string) => {
    const at = new Date().toISOString()
    onChange((now) => {
      const { [id]: _before, ...asked } = now.asked ?? {}
      return {
        ...now,
        permissions: { ...now.permissions, [id]: value === 'open' ? null : value === 'yes' },
        asked: value === 'open' ? asked : { ...asked, [id]: { by: who, at } },
      }
    })
  }
  return (
    <>
      <h2>{words.permissions}</h2>
      {catalogue.permissions.map(({ id, question, refused }) => (
        <div key={id}>
          <div id={`ask-${id}`}>{question}</div>
          <Radio.Group
            aria-labelledby={`ask-${id}`}
            optionType="button"
            buttonStyle="solid"
            options={answers}
            value={said(checkIn.permissions[id])}
            onChange={(e) => answer(id, e.target.value)}
          />
          {checkIn.permissions[id] === false && <div className="soft">{refused}</div>}
          {checkIn.asked?.[id] && <div className="soft">asked by {checkIn.asked[id].by}</div>}
        </div>
      ))}
    </>
  )
}
