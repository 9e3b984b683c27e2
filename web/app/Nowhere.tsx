import { Link } from 'react-router'
import { words } from './words.ts'

export function Nowhere() {
  return (
    <div className="card">
      <p>{words.nothingHere}</p>
      <Link to="/">{words.toDay}</Link>
    </div>
  )
}
