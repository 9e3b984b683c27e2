import { Button, Input, Select } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { Own, OwnCheck } from '#core/shop/schema.ts'
import { useWriteOwn } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'

const w = words.checks

/** Places of the shop's own on the final check: always, or only in cars that have the kind of surface. */
export function Checks({ own, shipped }: { own: Own; shipped: WordedCatalogue }) {
  const [text, setText] = useState('')
  const [kind, setKind] = useState<string | null>(null)
  const write = useWriteOwn()
  const kinds = [...new Map(shipped.surfaces.map((s) => [s.kind, s.name])).entries()]
  const put = (check: OwnCheck) =>
    write.mutate((now) => ({ ...now, checks: [...now.checks.filter((c) => c.id !== check.id), check] }))
  const short = text.trim().length < 3
  return (
    <section className="card" aria-labelledby="checks">
      <h2 id="checks">{w.title}</h2>
      <p className="soft">{w.lead}</p>
      <ul className="plain">
        {own.checks.map((check) => (
          <li key={check.id} className="row ruled line-room">
            <span>{check.text}</span>
            {check.retired && <span className="tag">{w.retired}</span>}
            <Button
              type="text"
              className="to-the-end"
              aria-label={`${check.retired ? w.bringBack : w.retire}: ${check.text}`}
              onClick={() => put({ ...check, retired: !check.retired })}
            >
              {check.retired ? w.bringBack : w.retire}
            </Button>
          </li>
        ))}
      </ul>
      <div className="row">
        <Input
          className="field-xl"
          aria-label={w.text}
          placeholder={w.text}
          maxLength={120}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Select
          className="field-l"
          aria-label={w.where}
          showSearch={{ optionFilterProp: 'label' }}
          value={kind}
          options={[{ value: null, label: w.always }, ...kinds.map(([value, label]) => ({ value, label }))]}
          onChange={setKind}
        />
        <Button
          loading={write.isPending}
          onClick={() => {
            if (short) return
            put({ id: `own-${uuidv7()}`, text: text.trim(), kinds: kind === null ? [] : [kind], retired: false })
            setText('')
          }}
        >
          {w.add}
        </Button>
        {short && text !== '' && <span role="status">{w.short}</span>}
      </div>
      {write.isError && <ErrorNotice error={write.error} />}
    </section>
  )
}
