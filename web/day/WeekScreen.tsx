import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { sayMinutes } from '#core/units/format.ts'
import { dayIn, minuteOf, momentOf } from '#core/units/shop-time.ts'
import type { WeekDay } from '#server/procedures/views.ts'
import { useCallOff } from '#web/client/booking.ts'
import { get, put } from '#web/client/http.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { clockIn, saidAt, weekdayIn } from '#web/shell/clock.ts'
import { CalledOff } from '#web/ui/CalledOff.tsx'
import { CallOffDialog } from '#web/ui/CallOffDialog.tsx'
import { ClockField } from '#web/ui/ClockField.tsx'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import './week.css'
import { words as booking } from '#words/en/screens/booking.ts'
import { words } from '#words/en/screens/week.ts'

type Booked = WeekDay['jobs'][number]

/** Noon, so that a day is that day in every zone near the shop's. */
const noon = (day: string) => Date.parse(`${day}T12:00:00Z`)

export default function WeekScreen() {
  const week = useQuery({ queryKey: ['week'], queryFn: ({ signal }) => get('/api/week', { signal }) })
  const zone = useSignedIn().timeZone
  const mayBook = useMay('check-in.write')
  const [moved, setMoved] = useState<Booked>()
  const callOff = useCallOff()
  const [off, setOff] = useState<Booked>()
  const openOff = (job: Booked) => {
    callOff.reset()
    setOff(job)
  }
  if (week.isPending) return <Fetching lines={6} />
  if (week.isLoadingError) return <ErrorNotice error={week.error} onRetry={() => void week.refetch()} />
  const { days, calledOff, later } = week.data
  const most = Math.max(1, ...days.map((d) => Math.max(d.minutes, bookedOf(d))))
  return (
    <section className="card" aria-label={words.title}>
      <div className="row spread">
        <p className="soft flush">{words.about}</p>
        {mayBook && (
          <p className="flush">
            <Link to="/check-in">{words.book}</Link>
          </p>
        )}
      </div>
      <ol className="plain week">
        {days.map((day, i) => (
          <Day
            key={day.day}
            day={day}
            most={most}
            isToday={i === 0}
            booking={mayBook ? { onMove: setMoved, onOff: openOff } : undefined}
          />
        ))}
      </ol>
      {later > 0 && <p className="soft">{words.later(later)}</p>}
      {calledOff.length > 0 && (
        <>
          <h2>{booking.calledOff}</h2>
          <ul className="plain stack close">
            {calledOff.map((job) => (
              <li key={job.id} className="row" data-job={job.id}>
                <span>
                  <Link to={`/jobs/${job.id}/check-in`}>{job.callSign}</Link>{' '}
                  <span className="soft">
                    {job.vehicle} · {words.wasToCome(saidAt(zone, job.arrives))}
                  </span>
                </span>
                <CalledOff
                  callSign={job.callSign}
                  off={job.off}
                  when={saidAt(zone, job.off.at)}
                  busy={callOff.isPending && callOff.variables.id === job.id}
                  error={callOff.variables?.id === job.id ? callOff.error : null}
                  onBack={
                    mayBook ? () => callOff.mutate({ id: job.id, version: job.version, how: null, why: '' }) : undefined
                  }
                />
              </li>
            ))}
          </ul>
        </>
      )}
      {off && (
        <CallOffDialog
          callSign={off.callSign}
          isDue={off.arrives <= week.data.now}
          busy={callOff.isPending}
          error={callOff.error}
          onSay={(how, why) =>
            callOff.mutate({ id: off.id, version: off.version, how, why }, { onSuccess: () => setOff(undefined) })
          }
          onClose={() => setOff(undefined)}
        />
      )}
      {moved && <MoveDialog job={moved} onClose={() => setMoved(undefined)} />}
    </section>
  )
}

const bookedOf = ({ jobs }: WeekDay) => jobs.reduce((sum, j) => sum + j.minutes, 0)

interface DayProps {
  day: WeekDay
  /** Minutes that fill the whole width. */
  most: number
  isToday: boolean
  booking: { onMove: (job: Booked) => void; onOff: (job: Booked) => void } | undefined
}

/** A day's cars as blocks as long as their work, over the hours that people are there. */
function Day({ day, most, isToday, booking: may }: DayProps) {
  const zone = useSignedIn().timeZone
  const booked = bookedOf(day)
  const over = booked - day.minutes
  const wide = (minutes: number) => ({ width: `${(100 * minutes) / most}%` })
  return (
    <li className="week-day ruled" data-day={day.day}>
      <div>
        <strong>{isToday ? words.today : weekdayIn(zone, noon(day.day))}</strong>
        <span className="soft"> {words.dayOf(day.day)}</span>
        <br />
        <span className={over > 0 ? 'late' : 'soft'}>
          {day.minutes === 0 && booked === 0
            ? words.nobody
            : over > 0
              ? words.over(sayMinutes(booked), sayMinutes(over))
              : booked === 0
                ? words.free(sayMinutes(day.minutes))
                : words.fits(sayMinutes(booked), sayMinutes(day.minutes))}
        </span>
      </div>
      <div>
        <div className="week-bar" role="img" aria-label={words.bar(sayMinutes(booked), sayMinutes(day.minutes))}>
          <span className="week-hours" style={wide(day.minutes)} />
          <span className="week-booked">
            {day.jobs.map((job) => (
              <span key={job.id} style={{ ...wide(job.minutes), background: job.colour }} />
            ))}
          </span>
        </div>
        <ul className="plain row week-cars">
          {day.jobs.map((job) => (
            <li key={job.id} className="row week-car" style={{ borderLeft: `6px solid ${job.colour}` }}>
              <span>
                <Link to={`/jobs/${job.id}/${job.expected ? 'check-in' : 'procedure'}`}>{job.callSign}</Link>{' '}
                <span className="soft">
                  {job.vehicle} · {job.expected ? words.comes(clockIn(zone, job.arrives)) : words.here} ·{' '}
                  {job.unseen ? words.unseen : sayMinutes(job.minutes)}
                </span>
              </span>
              {may && job.expected && (
                <>
                  <Button onClick={() => may.onMove(job)} aria-label={words.moveTo(job.callSign)}>
                    {words.move}
                  </Button>
                  <Button onClick={() => may.onOff(job)} aria-label={`${booking.notComingShort} ${job.callSign}`}>
                    {booking.notComingShort}
                  </Button>
                </>
              )}
            </li>
          ))}
        </ul>
      </div>
    </li>
  )
}

/** Another day or time for a car that has not come; what was promised moves with it. */
function MoveDialog({ job, onClose }: { job: Booked; onClose: () => void }) {
  const zone = useSignedIn().timeZone
  const client = useQueryClient()
  const was = dayIn(zone, job.arrives)
  const [day, setDay] = useState<string | null>(was)
  const [at, setAt] = useState(Math.round(minuteOf(zone, was, job.arrives)))
  const move = useMutation({
    mutationFn: (arrives: string) => {
      const by = Date.parse(arrives) - Date.parse(job.arrives)
      const due = job.due === null ? null : new Date(Date.parse(job.due) + by).toISOString()
      return put('/api/jobs/:id/booking', { params: { id: job.id }, body: { version: job.version, arrives, due } })
    },
    onSuccess: async () => {
      await Promise.all([['week'], ['day'], ['jobs', job.id]].map((queryKey) => client.invalidateQueries({ queryKey })))
      onClose()
    },
  })
  return (
    <Modal
      title={words.moveOf(job.callSign)}
      open
      onCancel={onClose}
      okText={words.moveSay}
      okButtonProps={{ disabled: day === null }}
      confirmLoading={move.isPending}
      onOk={() => day !== null && move.mutate(momentOf(zone, day, at))}
    >
      <span className="row">
        <DayField label={words.onDay} value={day} onChange={setDay} />
        <ClockField label={words.atTime} every={5} value={at} onChange={setAt} />
      </span>
      {move.isError && <ErrorNotice error={move.error} />}
    </Modal>
  )
}
