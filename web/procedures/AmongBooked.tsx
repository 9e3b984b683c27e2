import { useMutation } from '@tanstack/react-query'
import { Button } from 'antd'
import { toActivities } from '#core/procedures/activities.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { sayClock } from '#core/units/format.ts'
import { post } from '#web/client/http.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/procedures.ts'

interface Props {
  job: string
  arrives: string
  procedure: Procedure
}

/** When this car could be ready among what is booked today, asked before anything is promised. */
export function AmongBooked({ job, arrives, procedure }: Props) {
  const promise = useMutation({
    mutationFn: (of: Procedure) => post('/api/plan/promise', { body: { job, arrives, ...toActivities(job, of) } }),
  })
  // An answer is for the procedure it was asked of.
  const isAsked = promise.variables === procedure
  const { data } = promise
  return (
    <p className="row no-print flush" role="status">
      <Button loading={promise.isPending} onClick={() => promise.mutate(procedure)}>
        {words.amongBooked}
      </Button>
      {isAsked && data && (
        <span>
          {data.ready === null || data.likely === null ? (
            words.noRoomToday
          ) : (
            <>
              <strong>{words.readyAmong(sayClock(data.ready))}</strong> {words.likelyAmong(sayClock(data.likely))}
            </>
          )}
          {data.late.length > 0 && <> {words.lateForIt(data.late.join(', '))}</>}
        </span>
      )}
      {isAsked && promise.isError && <ErrorNotice error={promise.error} />}
    </p>
  )
}
