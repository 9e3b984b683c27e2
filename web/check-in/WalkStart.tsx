import { Button } from 'antd'
import { words } from '#words/en/screens/check-in.ts'

interface Props {
  walked: number
  places: number
  /** It is what one comes for: on a phone. */
  first: boolean
  onWalk: () => void
}

/** Begins the walk-round, or takes it up where it was left. */
export function WalkStart({ walked, places, first, onWalk }: Props) {
  return (
    <Button type={first && walked < places ? 'primary' : 'default'} className="walk-start" block onClick={onWalk}>
      {walked === 0 ? words.walk.start : walked < places ? words.walk.goOn(walked, places) : words.walk.done}
    </Button>
  )
}
