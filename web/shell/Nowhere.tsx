import { Link } from 'react-router'
import { words } from '#words/en/screens/shell.ts'

export function Nowhere() {
  return (
    <div className="card">
      <h1 className="title-l apart">{words.nothingHere}</h1>
      <Link to="/">{words.toDay}</Link>
    </div>
  )
}
