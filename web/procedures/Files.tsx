import { Button } from 'antd'
import { useState } from 'react'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { keepFile, readJson } from '#web/client/keep-file.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { type ProcedureFile, procedureFile } from '#words/worded/procedure-file.ts'
import { useImport } from './api.ts'

interface Props {
  job: string
  request: ProcedureRequest
  procedure: Procedure
  settingsVersion: number
  /** A file may be brought in: the procedure is not issued yet. */
  open: boolean
}

/** The printed sheet, and the procedure as an open file, out and in. */
export function Files({ job, request, procedure, settingsVersion, open }: Props) {
  const bring = useImport(job)
  const [odd, setOdd] = useState(false)
  const take = async (file: File) => {
    const content = (await readJson(file)) as ProcedureFile | undefined
    const ours = content?.format === 'chamomile-procedure'
    setOdd(!ours)
    if (ours) bring.mutate({ version: settingsVersion, file: content })
  }
  return (
    <div className="row no-print">
      <Button href={`/api/jobs/${job}/procedure/sheet`} target="_blank">
        {words.print}
      </Button>
      <Button
        onClick={() =>
          keepFile(`procedure-${request.checkIn.vehicle.plate}`, procedureFile(request, speak.procedure(procedure)))
        }
      >
        {words.keepFile}
      </Button>
      {open && (
        <FileButton
          label={words.bringFile}
          accept="application/json,.json"
          busy={bring.isPending}
          onFile={(file) => void take(file)}
        />
      )}
      {odd && <span role="alert">{words.notOurs}</span>}
      {bring.isError && <ErrorNotice error={bring.error} />}
    </div>
  )
}
