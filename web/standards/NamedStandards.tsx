import { Button } from 'antd'
import { useMemo, useState } from 'react'
import type { StandardFile } from '#core/formats/exchange.ts'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import type { StandardSettings } from '#core/procedures/schema.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { StandardsView } from '#server/procedures/views.ts'
import { keepFile, readJson } from '#web/client/keep-file.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { useBringStandard, useHouseRules, useKeepStandard, useStandards } from '#web/client/standards.ts'
import { ChangeLines } from '#web/ui/ChangeLines.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/standards.ts'
import { standardAsFile, useStandardVersions } from './api.ts'

/** One standard against another on the sample car. */
function Against({
  catalogue,
  was,
  now,
}: {
  catalogue: WordedCatalogue
  was: StandardSettings
  now: StandardSettings
}) {
  const house = useHouseRules()
  const difference = useMemo(() => {
    const checkIn = sampleCar(catalogue)
    const [before, after] = [was, now].map((settings) =>
      reviewProcedure(
        { checkIn, ...settings, houseRules: { ...house.data?.choices, ...settings.houseRules } },
        catalogue,
      ),
    )
    return differenceOf(before!, after!)
  }, [catalogue, was, now, house.data])
  return <ChangeLines difference={difference} nothing={words.nothing} />
}

function One({ standard, catalogue }: { standard: StandardsView[number]; catalogue: WordedCatalogue }) {
  const versions = useStandardVersions(standard.id)
  const keep = useKeepStandard()
  const may = useMay('standards.write')
  const zone = useSignedIn().timeZone
  const list = versions.data ?? []
  return (
    <section className="card" aria-labelledby={`standard-${standard.id}`}>
      <div className="row spread">
        <h2 id={`standard-${standard.id}`}>{standard.name}</h2>
        <span className="row">
          <Button
            onClick={() => void standardAsFile(standard.id).then((file) => keepFile(`standard-${standard.name}`, file))}
          >
            {words.keepFile}
          </Button>
          {may && (
            <Button
              onClick={() =>
                keep.mutate({ ...standard, note: words.retiredNote, settings: standard.settings, retired: true })
              }
            >
              {words.retire}
            </Button>
          )}
        </span>
      </div>
      {keep.isError && <ErrorNotice error={keep.error} />}
      <ol className="plain versions" reversed>
        {list.map((v, i) => (
          <li key={v.version}>
            <details open={i === 0}>
              <summary>
                <strong>{words.version(v.version)}</strong>{' '}
                <span className="soft">{words.by(v.by, dayIn(zone, v.at), v.note)}</span>
              </summary>
              <h3>{list[i + 1] ? words.againstVersion(list[i + 1]!.version) : words.againstHouse}</h3>
              <Against catalogue={catalogue} was={list[i + 1]?.settings ?? {}} now={v.settings} />
            </details>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** The shop's named standards with their versions, each against the one before; shared with other shops as files. */
export function NamedStandards({ catalogue }: { catalogue: WordedCatalogue }) {
  const standards = useStandards()
  const bring = useBringStandard()
  const may = useMay('standards.write')
  const [odd, setOdd] = useState(false)
  if (standards.isPending) return <Fetching lines={4} />
  if (standards.isLoadingError) return <ErrorNotice error={standards.error} onRetry={() => void standards.refetch()} />
  const take = async (file: File) => {
    const content = (await readJson(file)) as StandardFile | undefined
    const ours = content?.format === 'chamomile-standard'
    setOdd(!ours)
    if (ours) bring.mutate(content)
  }
  return (
    <div className="stack">
      <section className="card row spread">
        <p className="soft flush">{standards.data.length === 0 ? words.noneNamed : words.namedLead}</p>
        {may && (
          <FileButton
            label={words.bringFile}
            accept="application/json,.json"
            busy={bring.isPending}
            onFile={(file) => void take(file)}
          />
        )}
      </section>
      {odd && <p role="alert">{words.notOurs}</p>}
      {bring.isError && <ErrorNotice error={bring.error} />}
      {standards.data.map((s) => (
        <One key={s.id} standard={s} catalogue={catalogue} />
      ))}
    </div>
  )
}
