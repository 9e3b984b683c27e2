import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { type ListFault, withList } from '#core/shop/lists-csv.ts'
import type { SetUp } from '#core/shop/set-up.ts'
import type { DifferenceView } from '#server/shop/views.ts'
import { get, post } from '#web/client/http.ts'
import { keepFile, readCsv, readJson } from '#web/client/keep-file.ts'
import { useCatalogue } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { readHours } from '#web/ui/hours-text.ts'
import { words as people } from '#words/en/screens/people.ts'
import { words } from '#words/en/screens/shop.ts'

const w = words.file
const roles = ['owner', 'lead', 'technician', 'front-desk'] as const
/** Differences that are shown. */
const shown = 40

const line = ({ part, name, id, field, from, to }: DifferenceView) =>
  w.difference(w.parts[part] ?? part, name || id, field, from ?? w.nothing, to ?? w.nothing)

/** The whole set-up, out and in; another's is looked at first. */
export default function FileScreen() {
  const client = useQueryClient()
  const [file, setFile] = useState<SetUp>()
  const [noFile, setNoFile] = useState(false)
  const [pin, setPin] = useState('')
  const out = useMutation({
    mutationFn: () => get('/api/shop/set-up'),
    onSuccess: (setUp) => keepFile(`${setUp.name} set-up`, setUp),
  })
  const look = useMutation({ mutationFn: (setUp: SetUp) => post('/api/shop/set-up/look', { body: { setUp } }) })
  const take = useMutation({
    mutationFn: (setUp: SetUp) => post('/api/shop/set-up', { body: { setUp, pin } }),
    onSuccess: () => {
      setFile(undefined)
      look.reset()
      void client.invalidateQueries()
    },
  })
  const [faults, setFaults] = useState<ListFault[]>([])
  const catalogue = useCatalogue().data
  /** A list of people or of machines is this shop's set-up with its lines in it: looked at and taken by the same way. */
  const chooseList = async (chosen: File) => {
    const named =
      (list: readonly { id: string; name: string }[] = []) =>
      (name: string) =>
        list.find((x) => [x.id, x.name].some((n) => n.toLowerCase() === name.toLowerCase()))?.id
    const found = withList(await get('/api/shop/set-up'), await readCsv(chosen), {
      machineOf: named(catalogue?.equipment),
      skillOf: named(catalogue?.skills),
      roleOf: (name) => roles.find((r) => r === name || people.roles[r] === name.toLowerCase()),
      readHours,
    })
    setNoFile(!found)
    setFaults(found?.faults ?? [])
    setFile(found?.setUp)
    if (found) look.mutate(found.setUp)
  }
  const choose = async (chosen: File) => {
    setFaults([])
    const content = await readJson(chosen)
    const ours = typeof content === 'object' && content !== null && 'kind' in content && content.kind === 'shop set-up'
    setNoFile(!ours)
    setFile(ours ? (content as SetUp) : undefined)
    if (ours) look.mutate(content as SetUp)
  }
  const pinGood = /^\d{4,12}$/.test(pin)
  return (
    <section className="card readable stack close" aria-labelledby="file">
      <h2 id="file">{w.title}</h2>
      <p className="soft">{w.lead}</p>
      <div className="row">
        <Button loading={out.isPending} onClick={() => out.mutate()}>
          {w.out}
        </Button>
        <FileButton
          label={w.in}
          accept=".json,application/json"
          busy={look.isPending}
          onFile={(chosen) => void choose(chosen)}
        />
        <FileButton label={w.list} accept=".csv,text/csv" onFile={(chosen) => void chooseList(chosen)} />
      </div>
      <p className="soft">{w.listLead}</p>
      <h3>{w.whole}</h3>
      <p className="soft">{w.wholeLead}</p>
      <div className="row">
        <Button href="/api/shop/export">{w.wholeOut}</Button>
      </div>
      {faults.length > 0 && (
        <ul role="status">
          {faults.slice(0, shown).map((f) => (
            <li key={f.line}>{w.line(f.line, f.message)}</li>
          ))}
        </ul>
      )}
      {noFile && (
        <p role="alert" className="field-fault">
          {w.notOurs}
        </p>
      )}
      {[out, look, take].map((m) => m.isError && <ErrorNotice key={m.error.message} error={m.error} />)}
      {take.isSuccess && <p role="status">{w.taken}</p>}
      {file && look.data && (
        <div role="status">
          <h3>{w.would(file.name, look.data.differences.length)}</h3>
          <ul>
            {look.data.differences.slice(0, shown).map((d) => (
              <li key={`${d.part} ${d.id} ${d.field}`}>{line(d)}</li>
            ))}
            {look.data.newPeople.map((name) => (
              <li key={name}>{w.comes(name)}</li>
            ))}
          </ul>
          <AndMore all={look.data.differences.length} shown={shown} />
          <span className="figure">
            {w.pin}
            <Input.Password
              className="field-l"
              aria-label={w.pin}
              inputMode="numeric"
              autoComplete="off"
              value={pin}
              onChange={(e) => setPin(e.target.value)}
            />
          </span>
          <div className="row">
            <Button type="primary" loading={take.isPending} onClick={() => pinGood && take.mutate(file)}>
              {w.take}
            </Button>
            {!pinGood && <span>{w.pinRule}</span>}
          </div>
        </div>
      )}
    </section>
  )
}
