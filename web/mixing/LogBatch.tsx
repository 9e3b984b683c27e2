import { Button } from 'antd'
import { sayVolume } from '#core/units/format.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/mixing.ts'
import { type useLogBatch, useUndoBatch } from './api.ts'

type Log = ReturnType<typeof useLogBatch>

interface Props {
  log: Log
  mayLog: boolean
  batch: Parameters<Log['mutate']>[0]
  onLogged: () => void
}

/** Writes down what was mixed, leads to the bottle's label, and takes it back when it was a slip. */
export function LogBatch({ log, mayLog, batch, onLogged }: Props) {
  const undo = useUndoBatch()
  const logged = log.isSuccess && log.data !== 'kept' ? log.data : undefined
  return (
    <>
      {mayLog && (
        <Button
          type={log.isSuccess ? 'default' : 'primary'}
          size="large"
          className="below"
          loading={log.isPending}
          onClick={() => log.mutate(batch, { onSuccess: onLogged })}
        >
          {log.isSuccess ? words.logAnother : words.log}
        </Button>
      )}
      {log.isError && <ErrorNotice error={log.error} />}
      {log.data === 'kept' && (
        <p className="settled below" role="status">
          {words.batchKept}
        </p>
      )}
      {logged && (
        <div className="settled stack close below" role="status">
          <span>
            <strong>{words.nowHolds(logged.containerName, sayVolume(logged.fill))}</strong>{' '}
            {logged.lot === null && words.notInStock}
          </span>
          <span className="row">
            <a
              className="plain-button"
              href={`/api/mixing/batches/${logged.id}/label?from=${encodeURIComponent(location.origin)}`}
              target="_blank"
              rel="noreferrer"
            >
              {words.labelPdf}
            </a>
            {mayLog && (
              <Button loading={undo.isPending} onClick={() => undo.mutate(logged.id, { onSuccess: () => log.reset() })}>
                {words.takeBack}
              </Button>
            )}
          </span>
          {undo.isError && <ErrorNotice error={undo.error} />}
        </div>
      )}
    </>
  )
}
