import { Button, Checkbox, Form, Input, Modal, Radio } from 'antd'
import { useState } from 'react'
import type { DayOff, Week } from '#core/shop/week.ts'
import { dayAfter } from '#core/units/shop-time.ts'
import type { PersonView } from '#server/people/views.ts'
import { useCatalogue } from '#web/client/session.ts'
import { useCurrency } from '#web/client/shop.ts'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Hours } from '#web/ui/Hours.tsx'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { useKeptState } from '#web/ui/useKeptForm.ts'
import { words } from '#words/en/screens/people.ts'
import { useKeeping } from './api.ts'

/** Days somebody is away, a line each. */
function DaysOff({ days, today, onChange }: { days: DayOff[]; today: string; onChange: (days: DayOff[]) => void }) {
  const put = (i: number, change: Partial<DayOff>) => onChange(days.map((d, k) => (k === i ? { ...d, ...change } : d)))
  const awayToday = days.some((d) => d.from <= today && today <= d.to)
  return (
    <fieldset className="lines-set">
      <legend>{words.daysOff}</legend>
      {days.map((day, i) => (
        <div key={`${day.from} ${day.to} ${day.why}`} className="row">
          <DayField label={words.from} value={day.from} onChange={(from) => from && put(i, { from })} />
          <DayField label={words.until} value={day.to} onChange={(to) => to && put(i, { to })} />
          <Button type="text" onClick={() => onChange(days.filter((_, k) => k !== i))}>
            {words.takeAway}
          </Button>
        </div>
      ))}
      <div className="row">
        <Button onClick={() => onChange([...days, { from: today, to: today, why: '' }])} disabled={awayToday}>
          {words.awayToday}
        </Button>
        <Button
          onClick={() => {
            const next = dayAfter(today)
            onChange([...days, { from: next, to: next, why: '' }])
          }}
        >
          {words.addDays}
        </Button>
      </div>
    </fieldset>
  )
}

/** What is said of one person: name, skills with who vouched, hours, days off; a new PIN; leaving. */
export function PersonDialog({ person, today, onClose }: { person: PersonView; today: string; onClose: () => void }) {
  const { change, resetPin, setLeft } = useKeeping()
  const skills = useCatalogue().data?.skills ?? []
  const currency = useCurrency()
  const [fields, setFields, forget] = useKeptState(`person ${person.id}`, {
    name: person.name,
    skills: person.skills,
    shifts: person.shifts,
    week: person.week ?? null,
    daysOff: person.daysOff ?? [],
    trainee: person.trainee ?? false,
    hour: person.hour ?? null,
  })
  const close = () => {
    forget()
    onClose()
  }
  const [pin, setPin] = useState('')
  const set = (more: Partial<typeof fields>) => setFields({ ...fields, ...more })
  const everyDay: Week = Array.from({ length: 7 }, () => person.shifts)
  const failed = [change, resetPin, setLeft].find((m) => m.isError)
  const vouched = Object.entries(person.vouched ?? {}).filter(([, v]) => v.by !== '')
  return (
    <Modal
      open
      title={person.name}
      width={640}
      okText={words.keep}
      cancelText={words.close}
      confirmLoading={change.isPending}
      onCancel={close}
      onOk={() => fields.name.trim() !== '' && change.mutate({ id: person.id, ...fields }, { onSuccess: close })}
    >
      <Form layout="vertical" component={false} requiredMark={false}>
        <Form.Item
          label={words.personName}
          htmlFor="person-name"
          {...(fields.name.trim() === '' ? { validateStatus: 'error', help: words.noName } : {})}
        >
          <Input id="person-name" maxLength={80} value={fields.name} onChange={(e) => set({ name: e.target.value })} />
        </Form.Item>
        <Form.Item label={words.skills}>
          <Checkbox.Group
            options={skills.map((s) => ({ value: s.id, label: s.name }))}
            value={fields.skills}
            onChange={(list) => set({ skills: list })}
          />
          {vouched.map(([skill, { by, on }]) => (
            <div key={skill} className="soft">
              {words.vouched(skills.find((s) => s.id === skill)?.name ?? skill, by, on)}
            </div>
          ))}
        </Form.Item>
        <Checkbox checked={fields.trainee} onChange={(e) => set({ trainee: e.target.checked })}>
          {words.trainee}
        </Checkbox>
        <Form.Item label={words.hour} htmlFor="person-hour" className="below">
          <MoneyField id="person-hour" currency={currency} value={fields.hour} onChange={(hour) => set({ hour })} />
        </Form.Item>
        <Form.Item label={words.hours} className="below">
          <Radio.Group
            value={fields.week === null ? (fields.shifts.length === 0 ? 'none' : 'same') : 'week'}
            options={[
              { value: 'same', label: words.sameHours },
              { value: 'week', label: words.byDay },
              { value: 'none', label: words.notPlanned },
            ]}
            onChange={(e) => {
              const way = e.target.value as string
              if (way === 'none') set({ week: null, shifts: [] })
              else if (way === 'same') set({ week: null, shifts: fields.shifts.length > 0 ? fields.shifts : usualDay })
              else set({ week: fields.week ?? (person.shifts.length > 0 ? everyDay : usualWeek) })
            }}
          />
          {fields.week && <Hours value={fields.week} onChange={(week) => set({ week })} />}
        </Form.Item>
        <DaysOff days={fields.daysOff} today={today} onChange={(daysOff) => set({ daysOff })} />
        <div className="row below">
          <Input.Password
            className="field-l"
            aria-label={words.newPin}
            placeholder={words.newPin}
            inputMode="numeric"
            autoComplete="new-password"
            value={pin}
            onChange={(e) => setPin(e.target.value)}
          />
          <Button
            loading={resetPin.isPending}
            onClick={() =>
              /^\d{4,12}$/.test(pin) && resetPin.mutate({ id: person.id, pin }, { onSuccess: () => setPin('') })
            }
          >
            {words.setPin}
          </Button>
          {pin !== '' && !/^\d{4,12}$/.test(pin) && <span role="alert">{words.pinRule}</span>}
          {resetPin.isSuccess && pin === '' && <span role="status">{words.pinSet}</span>}
          <Button
            className="to-the-end"
            loading={setLeft.isPending}
            onClick={() => setLeft.mutate({ id: person.id, left: !person.left }, { onSuccess: close })}
          >
            {person.left ? words.back : words.leaves}
          </Button>
        </div>
        {failed?.error && <ErrorNotice error={failed.error} />}
      </Form>
    </Modal>
  )
}

const usualDay: [number, number][] = [
  [480, 720],
  [750, 1080],
]
const usualWeek: Week = [...Array.from({ length: 5 }, () => usualDay), [], []]
