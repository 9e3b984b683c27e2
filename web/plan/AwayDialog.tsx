import { Modal, Radio } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { useMay } from '#web/client/session.ts'
import { ClockField } from '#web/ui/ClockField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { useAway } from './api.ts'

const endOfDay = 1440

interface Props {
  plan: Plan
  person: Plan['people'][number]
  onClose: () => void
}

/** Says when somebody is not there today, or that they are back; the day is planned anew at once. */
export function AwayDialog({ plan, person, onClose }: Props) {
  const away = useAway()
  const mayWrite = useMay('people.write')
  const [rest, setRest] = useState(true)
  const [now] = useState(Math.floor(plan.now))
  const [from, setFrom] = useState(now)
  const [to, setTo] = useState<number>()
  const stretch = rest
    ? { from: now, to: endOfDay, why: '' }
    : to !== undefined && to > from
      ? { from, to, why: '' }
      : undefined
  // As it was when the dialog opened: the plan changes while it is made.
  const [isAway] = useState((person.away?.length ?? 0) > 0)
  const send = async (stretches: { from: number; to: number; why: string }[]) => {
    const done = await away.mutateAsync({ id: person.id, day: plan.day, away: stretches }).catch(() => undefined)
    if (done) onClose()
  }
  return (
    <Modal
      title={words.awayOf(person.name)}
      open
      onCancel={onClose}
      onOk={() => void (isAway ? send([]) : stretch && send([stretch]))}
      okText={isAway ? words.isBack : words.awaySay}
      okButtonProps={{ disabled: !isAway && !stretch }}
      confirmLoading={away.isPending}
    >
      {!isAway && (
        <div className="stack close">
          <Radio.Group
            aria-label={words.awayWhen}
            value={rest}
            onChange={(e) => setRest(e.target.value)}
            className="stack close"
          >
            <Radio value>{words.restOfDay}</Radio>
            <Radio value={false}>{words.someTime}</Radio>
          </Radio.Group>
          {!rest && (
            <span className="row">
              <ClockField label={words.awayFrom} every={5} value={from} onChange={setFrom} />
              <ClockField
                label={words.awayTo}
                every={5}
                {...(to === undefined ? {} : { value: to })}
                onChange={setTo}
              />
            </span>
          )}
        </div>
      )}
      {mayWrite && (
        <p className="soft">
          <Link to="/shop/people">{words.weekHours}</Link>
        </p>
      )}
      {away.isError && <ErrorNotice error={away.error} />}
    </Modal>
  )
}
