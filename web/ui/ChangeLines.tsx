import type { Difference } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'
import { AndMore } from './AndMore.tsx'

const minutesWords = (delta: number) =>
  Math.round(delta) === 0
    ? 'About as long.'
    : `${Math.abs(Math.round(delta))} min ${delta > 0 ? 'more' : 'less'} hands-on.`

/** Lines of a kind that are shown. */
const shown = 8

/** How one procedure differs from another, in lines a person reads. */
export function ChangeLines({ difference, nothing }: { difference: Difference; nothing: string }) {
  const { added, dropped, changed, moved, notes, minutes } = speak.difference(difference)
  if (added.length + dropped.length + changed.length + notes.length === 0 && !moved) return <p>{nothing}</p>
  const part = (title: string, list: readonly string[]) =>
    list.length > 0 && (
      <div>
        <strong>{title}</strong>
        <ul>
          {list.slice(0, shown).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <AndMore all={list.length} shown={shown} />
      </div>
    )
  return (
    <>
      <p className="big-line">{minutesWords(minutes)}</p>
      {moved && <p>Steps stand in another order.</p>}
      {part('Comes', added)}
      {part('Goes', dropped)}
      {part(
        'Changes',
        changed.map((c) => `${c.title}: ${c.what}`),
      )}
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
    </>
  )
}
