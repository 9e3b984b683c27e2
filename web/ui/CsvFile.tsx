import type { UseMutationResult } from '@tanstack/react-query'
import { Button } from 'antd'
import { useState } from 'react'
import { words } from '#words/en/screens/csv.ts'
import { AndMore } from './AndMore.tsx'
import { ErrorNotice } from './ErrorNotice.tsx'
import { FileButton } from './FileButton.tsx'

/** Faulty lines that are shown. */
const shown = 8

interface Looked {
  good: number
  taken: number
  faults: { line: number; message: string }[]
}
interface Props {
  /** Where the list comes from as a file. */
  href: string
  take: UseMutationResult<Looked, Error, { csv: string; take: 'none' | 'good' }>
}

/** A list as a file, out and in: looked at before anything is taken. */
export function CsvFile({ href, take }: Props) {
  const [csv, setCsv] = useState('')
  const looked = take.data
  return (
    <div className="stack close">
      <div className="row">
        <Button href={href}>{words.out}</Button>
        <FileButton
          label={words.in}
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
