import { Button } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { useFleet } from './vehicles.ts'

/** Takes a whole list of vehicles in: looked at first, each bad line with why, then all of it or the good lines. */
export function FleetList() {
  const fleet = useFleet()
  const [list, setList] = useState<{ id: string; csv: string }>()
  const choose = async (file: File) => {
    const chosen = { id: uuidv7(), csv: await file.text() }
    setList(chosen)
    fleet.mutate({ ...chosen, take: 'none' })
  }
  const rows = fleet.data?.rows ?? []
  const good = rows.filter((r) => r.faults.length === 0).length
  const taken = rows.filter((r) => r.job !== null).length
  return (
    <section className="card stack">
      <h2>{words.fleet}</h2>
      <p className="soft">{words.fleetLead}</p>
      <div className="row">
        <FileButton label={words.chooseList} accept=".csv,text/csv" onFile={(file) => void choose(file)} />
        {list && taken === 0 && good > 0 && (
          <Button
            type="primary"
            loading={fleet.isPending}
            onClick={() => fleet.mutate({ ...list, take: good === rows.length ? 'all' : 'good' })}
          >
            {good === rows.length ? words.takeAll : words.takeGood(good)}
          </Button>
        )}
        {taken > 0 && <span role="status">{words.fleetTaken(taken)}</span>}
      </div>
      {fleet.isError && <ErrorNotice error={fleet.error} />}
      {rows.length > 0 && (
        <table className="fleet-rows">
          <thead>
            <tr>
              <th scope="col">{words.fleetColumns.line}</th>
              <th scope="col">{words.fleetColumns.plate}</th>
              <th scope="col">{words.fleetColumns.vehicle}</th>
              <th scope="col">{words.fleetColumns.wrong}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.line}>
                <td>{r.line}</td>
                <td>{r.plate}</td>
                <td>{[r.make, r.model, r.body].filter(Boolean).join(' ')}</td>
                <td>
                  {r.faults.map((f) => (f.column ? `${f.column}: ${f.message}` : f.message)).join(' ') ||
                    words.fleetGood}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
