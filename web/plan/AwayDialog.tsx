import { Modal, Radio } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { type Away, changesTo, type Stretches, usualOf } from '#core/shop/week.ts'
import { useMay } from '#web/client/session.ts'
import { ClockField } from '#web/ui/ClockField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { HoursField } from '#web/ui/Hours.tsx'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { useAway } from './api.ts'

const endOfDay = 1440

interface Props {
  plan: Plan
  person: Pick<Plan['people'][number], 'id' | 'name' | 'hours' | 'away'>
  onClose: () => void
}

const quarter = 15

/** For whoever comes in unasked for: from the next quarter of an hour to when the last of the others goes. */
function offered({ people, now }: Plan): Stretches {
  const from = Math.ceil(now / quarter) * quarter
  const to = Math.max(0, ...people.flatMap((p) => (p.hours ?? []).map(([, end]) => end)))
  return from < to ? [[from, to]] : []
}

/**
 * Says when somebody is not there today, what hours they have instead, that they come in though it is not their day, or that it is as usual
 * again; the day is planned anew at once.
 */
export function AwayDialog({ plan, person, onClose }: Props) {
  const away = useAway()
  const mayWrite = useMay('people.write')
  // As it was when the dialog opened: the plan changes while it is made.
  const [isAway] = useState((person.away?.length ?? 0) > 0)
  const [isOff] = useState(!isAway && (person.hours ?? []).length === 0)
  const [when, setWhen] = useState<'rest' | 'some' | 'hours'>(isOff ? 'hours' : 'rest')
  const [now] = useState(Math.floor(plan.now))
  const [from, setFrom] = useState(now)
  const [to, setTo] = useState<number>()
  const [usual] = useState(usualOf(person.hours ?? [], person.away ?? []))
  const [hours, setHours] = useState(isOff ? offered(plan) : usual)
  const stretches = {
    rest: [{ from: now, to: endOfDay, why: '' }],
    some: to !== undefined && to > from ? [{ from, to, why: '' }] : [],
    hours: changesTo(hours, usual),
  }[when]
  const [isLonger] = useState(person.away?.some((a) => a.there) ?? false)
  const send = async (list: Omit<Away, 'day'>[]) => {
    const done = await away.mutateAsync({ id: person.id, day: plan.day, away: list }).catch(() => undefined)
    if (done) onClose()
  }
  return (
    <Modal
      title={words.awayOf(person.name)}
      open
      onCancel={onClose}
      onOk={() => void send(isAway ? [] : stretches)}
      okText={isAway ? (isLonger ? words.usualHours : words.isBack) : when === 'hours' ? words.hoursSay : words.awaySay}
      okButtonProps={{ disabled: !isAway && stretches.length === 0 }}
      confirmLoading={away.isPending}
    >
      {!isAway && (
        <div className="stack close">
          {!isOff && (
            <Radio.Group
              aria-label={words.awayWhen}
              value={when}
              onChange={(e) => setWhen(e.target.value)}
              className="stack close"
            >
              <Radio value="rest">{words.restOfDay}</Radio>
              <Radio value="some">{words.someTime}</Radio>
              <Radio value="hours">{words.otherHours}</Radio>
            </Radio.Group>
          )}
          {when === 'hours' && <HoursField name={words.today} hours={hours} onChange={setHours} />}
          {when === 'some' && (
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
