import { Button } from 'antd'
import './kept-here.css'

interface Props {
  title: string
  kept: readonly { id: string; text: string; at: string }[]
  takeBack: string
  onTakeBack: (id: string) => void
}

/** What waits on this device for the server to work it out; each can be taken back while it does. */
export function KeptRequests({ title, kept, takeBack, onTakeBack }: Props) {
  if (kept.length === 0) return null
  return (
    <section className="kept-here" aria-label={title}>
      <strong>{title}</strong>
      <ul className="plain">
        {kept.map(({ id, text, at }) => (
          <li key={id}>
            <span>{text}</span>
            <span className="soft">{at}</span>
            <Button onClick={() => onTakeBack(id)}>{takeBack}</Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
