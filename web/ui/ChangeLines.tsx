import type { Difference } from '#core/procedures/schema.ts'
import { words } from '#words/en/screens/ui.ts'
import { speak } from '#words/en/speak.ts'
import { AndMore } from './AndMore.tsx'

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
      <p className="big-line">{words.longer(minutes)}</p>
      {moved && <p>{words.moved}</p>}
      {part(words.comes, added)}
      {part(words.goes, dropped)}
      {part(
        words.changes,
        changed.map((c) => `${c.title}: ${c.what}`),
      )}
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
    </>
  )
}
