import { Button } from 'antd'
import { useState } from 'react'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { words } from '#words/en/screens/stock.ts'
import { useTakeCsv } from './api.ts'

/** Faulty lines that are shown. */
const shown = 8

/** The list as a file: looked at before anything is taken. */
export function StockFile() {
  const take = useTakeCsv()
  const [csv, setCsv] = useState('')
  const looked = take.data
  return (
    <div className="stack close">
      <div className="row">
        <Button href="/api/stock/csv">{words.csvOut}</Button>
        <FileButton
          label={words.csvIn}
          accept=".csv,text/csv"
          busy={take.isPending}
          onFile={(file) =>
            void file.text().then((text) => {
              setCsv(text)
              take.mutate({ csv: text, take: 'none' })
            })
          }
        />
      </div>
      {take.isError && <ErrorNotice error={take.error} />}
      {looked && (
        <div role="status">
          {looked.taken > 0 ? words.took(looked.taken) : words.looked(looked.good, looked.faults.length)}{' '}
          {looked.taken === 0 && looked.good > 0 && (
            <Button loading={take.isPending} onClick={() => take.mutate({ csv, take: 'good' })}>
              {words.takeGood}
            </Button>
          )}
          <ul>
            {looked.faults.slice(0, shown).map((f) => (
              <li key={f.line}>{words.line(f.line, f.message)}</li>
            ))}
          </ul>
          <AndMore all={looked.faults.length} shown={shown} />
        </div>
      )}
    </div>
  )
}
