import { Button } from 'antd'
import type { Stop } from '#core/catalogue/stop.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  rule: Stop
  told: NonNullable<CheckIn['stopped']>[string] | undefined
  onMistake: (() => void) | undefined
}

/** Why this walk-round has ended, who was told, and the only way on from here: it was not that. */
export function Ended({ rule, told, onMistake }: Props) {
  const { timeZone } = useSignedIn()
  const { name } = speak.names.of('stops', rule.id)
  return (
    <section className="card told row" aria-label={words.ended(name)}>
      <span>
        <strong>{words.ended(name)}</strong> {told && words.toldAt(told.told, told.by, clockIn(timeZone, told.at))}{' '}
        {words.endedLead}
      </span>
      {onMistake && <Button onClick={onMistake}>{words.notThat}</Button>}
    </section>
  )
}
