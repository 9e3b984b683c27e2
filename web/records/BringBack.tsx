import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { reworkCheckIn } from '#core/check-in/rework.ts'
import { dayIn, shortDay } from '#core/units/shop-time.ts'
import type { JobRecordView } from '#server/records/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/job-record.ts'
import { useBringBack } from './useJobRecord.ts'

/** A car that comes back: its check-in is opened anew and the two are linked. */
export function BringBack({ record, until }: { record: JobRecordView; until: string }) {
  const zone = useSignedIn().timeZone
  const [open, setOpen] = useState(false)
  const [said, setSaid] = useState('')
  const bring = useBringBack(record.job.id)
  const go = useNavigate()
  const free = Date.now() <= Date.parse(until)
  const last = shortDay(dayIn(zone, until))
  return (
    <>
      <Button onClick={() => setOpen(true)}>{words.bring}</Button>
      <Modal
        title={words.bringTitle}
        open={open}
        onCancel={() => setOpen(false)}
        okText={words.bringGo}
        cancelText={words.cancel}
        confirmLoading={bring.isPending}
        okButtonProps={{ disabled: said.trim().length < 3 }}
        onOk={() =>
          bring.mutate(reworkCheckIn(record.checkIn, said.trim(), free), {
            onSuccess: (id) => void go(`/jobs/${id}/check-in`),
          })
        }
      >
        <div className="stack">
          <p>{free ? words.bringFree(last) : words.bringLate(last)}</p>
          <Input.TextArea
            aria-label={words.bringWhat}
            placeholder={words.bringWhat}
            rows={3}
            maxLength={500}
            value={said}
            onChange={(e) => setSaid(e.target.value)}
          />
          {bring.error && <ErrorNotice error={bring.error} />}
        </div>
      </Modal>
    </>
  )
}
