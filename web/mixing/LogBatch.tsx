import { Button } from 'antd'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/mixing.ts'
import type { useLogBatch } from './api.ts'

type Log = ReturnType<typeof useLogBatch>

interface Props {
  log: Log
  mayLog: boolean
  batch: Parameters<Log['mutate']>[0]
  onLogged: () => void
}

/** Writes down what was mixed, and leads to the bottle's label. */
export function LogBatch({ log, mayLog, batch, onLogged }: Props) {
  return (
    <>
      {mayLog && (
        <Button
          type="primary"
          size="large"
          className="below"
          loading={log.isPending}
          onClick={() => log.mutate(batch, { onSuccess: onLogged })}
        >
          {words.log}
        </Button>
      )}
      {log.isError && <ErrorNotice error={log.error} />}
      {log.isSuccess && (
        <p>
          <a
            href={`/api/mixing/batches/${log.data.id}/label?from=${encodeURIComponent(location.origin)}`}
            target="_blank"
            rel="noreferrer"
          >
            {words.labelPdf}
          </a>
        </p>
      )}
    </>
  )
}
