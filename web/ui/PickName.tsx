import './pick-name.css'

interface Props {
  question: string
  /** What is picked by, and what is read. */
  people: readonly { id: string; name: string }[]
  picked: string | undefined
  onPick: (id: string) => void
  /** What follows the names. */
  children?: React.ReactNode
}

/** Names as buttons, large enough for a glove: one of them is picked. */
export function PickName({ question, people, picked, onPick, children }: Props) {
  return (
    <fieldset className="pick-name">
      <legend>{question}</legend>
      {people.map(({ id, name }) => (
        <button key={id} type="button" aria-pressed={picked === id} onClick={() => onPick(id)}>
          {name}
        </button>
      ))}
      {children}
    </fieldset>
  )
}
