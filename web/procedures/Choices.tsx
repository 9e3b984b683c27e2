import { useState } from 'react'
import { crewOf } from '#core/procedures/schema.ts'
import { useJob } from '#web/shell/JobFrame.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { AmongBooked } from './AmongBooked.tsx'
import { PromiseCheck } from './PromiseCheck.tsx'
import { ThreePlans } from './ThreePlans.tsx'
import { TimeLimit } from './TimeLimit.tsx'
import type { Editing } from './useEditing.ts'
import { useLevels } from './useLevels.ts'

interface Props {
  job: string
  editing: Editing
  catalogue: WordedCatalogue
}

/** How good, by how many, in what time, and whether that keeps the promise. */
export function Choices({ job, editing, catalogue }: Props) {
  const { settings, request, change } = editing
  const row = useJob(job).data
  // Looked at once: figures that change while they are read are none.
  const [now] = useState(Date.now)
  const begins = Math.max(now, row ? Date.parse(row.arrives) : 0)
  const due = row?.due ?? null
  const promise = due === null ? null : Math.floor((Date.parse(due) - begins) / 60_000)
  const crew = crewOf(settings)
  const finish = settings.finish ?? request.checkIn.finish ?? 'standard'
  const { levels, late } = useLevels(request, { crew, finish, promise }, catalogue)
  return (
    <>
      <div className="choices no-print">
        <ThreePlans
          levels={levels}
          catalogue={catalogue}
          crew={crew}
          finish={finish}
          onFinish={(level) => change((was) => ({ ...was, finish: level }))}
        />
        <TimeLimit
          request={request}
          catalogue={catalogue}
          crew={crew}
          onCrew={(n) => change((was) => ({ ...was, crew: n }))}
          limit={settings.rungs ? settings.timeLimit : undefined}
          onUse={(timeLimit, rungs) => change((was) => ({ ...was, timeLimit, rungs }))}
          onDrop={() => change(({ timeLimit: _t, rungs: _r, ...rest }) => rest)}
        />
      </div>
      {row && <AmongBooked job={job} arrives={row.arrives} procedure={editing.procedure} />}
      {late && due !== null && !settings.rungs && (
        <PromiseCheck
          late={late}
          due={due}
          begins={begins}
          catalogue={catalogue}
          onWay={({ crew: people, finish: level, air, rungs }) =>
            change((was) => ({
              ...was,
              crew: people,
              finish: level as 'trade',
              ...(air ? { air } : {}),
              ...(rungs ? { rungs } : {}),
            }))
          }
        />
      )}
    </>
  )
}
