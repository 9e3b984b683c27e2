import { Button, Table } from 'antd'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { sayMinutes, sayRatio, sayVolume } from '#core/units/format.ts'
import { sayMoney } from '#core/units/money.ts'
import type { JobRecordView, RecordView } from '#server/records/views.ts'
import { linkTo } from '#web/client/http.ts'
import { useAppendEvent } from '#web/client/ledger.ts'
import { usePhotos } from '#web/client/photos.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/job-record.ts'
import { finishes } from '#words/en/screens/shell.ts'
import { speak } from '#words/en/speak.ts'
import { BringBack } from './BringBack.tsx'
import { CorrectTime } from './CorrectTime.tsx'
import { JobLine } from './JobLine.tsx'
import { useJobRecord } from './useJobRecord.ts'
import './records.css'

const Fact = ({ name, children }: { name: string; children: ReactNode }) => (
  <>
    <dt>{name}</dt>
    <dd>{children}</dd>
  </>
)

function Agreed({ record: { checkIn, extras } }: { record: JobRecordView }) {
  const { money } = checkIn
  const currency = money?.currency ?? extras[0]?.currency ?? 'EUR'
  const say = (minor: number) => `${sayMoney(minor, currency)} ${currency}`
  const price = money?.price ?? null
  return (
    <section className="card" aria-labelledby="agreed">
      <h2 id="agreed">{words.agreed}</h2>
      <dl className="facts">
        <Fact name={words.package}>
          {checkIn.package ? speak.names.of('packages', checkIn.package).name : words.whole}
        </Fact>
        <Fact name={words.finish}>{finishes.find((f) => f.value === (checkIn.finish ?? 'standard'))!.label}</Fact>
        {checkIn.cameFor?.words && <Fact name={words.cameFor}>{checkIn.cameFor.words}</Fact>}
        <Fact name={words.price}>{price === null ? words.unsaid : say(price)}</Fact>
        {money?.deposit != null && <Fact name={words.deposit}>{say(money.deposit)}</Fact>}
        {extras.map((e) => (
          <Fact key={`${e.at} ${e.what}`} name={words.extra(e.what, e.by)}>
            {say(e.price)}
          </Fact>
        ))}
        {extras.length > 0 && price !== null && (
          <Fact name={words.total}>
            <strong>{say(extras.reduce((sum, e) => sum + e.price, price))}</strong>
          </Fact>
        )}
      </dl>
    </section>
  )
}

/** How the car came and how it went. */
function CameAndWent({ record: { checkIn, handedOver, job } }: { record: JobRecordView }) {
  const zone = useSignedIn().timeZone
  const { received } = checkIn
  const rows = (['keys', 'mileage', 'fuel'] as const).flatMap((what) => {
    const [came, went] = [received?.[what], handedOver?.back?.[what]]
    const unit = what === 'fuel' ? ' %' : ''
    const say = (n: number | undefined) => (n === undefined ? words.unsaid : `${n}${unit}`)
    return came === undefined && went === undefined ? [] : [[words[what], words.backWas(say(came), say(went))] as const]
  })
  return (
    <section className="card" aria-labelledby="came">
      <h2 id="came">{words.back}</h2>
      <dl className="facts">
        <Fact name={words.came}>{saidAt(zone, job.arrives)}</Fact>
        {job.due && <Fact name={words.promised}>{saidAt(zone, job.due)}</Fact>}
        {handedOver && (
          <Fact name={words.handed}>
            {saidAt(zone, handedOver.at)} {words.toWhom(handedOver.to)}
          </Fact>
        )}
        {rows.map(([name, value]) => (
          <Fact key={name} name={name}>
            {value}
          </Fact>
        ))}
      </dl>
    </section>
  )
}

/** What takes less than a minute is still something. */
const atLeastOne = (minutes: number) => sayMinutes(Math.max(1, minutes))

type StepRecord = JobRecordView['steps'][number]

function Done({ record: { steps, names, job } }: { record: JobRecordView }) {
  const maySet = useMay('procedure.issue')
  const { append, error } = useAppendEvent(job.id)
  const [setting, setSetting] = useState<StepRecord | null>(null)
  const name = (step: StepRecord) => speak.title(step.title)
  return (
    <section className="card" aria-labelledby="done">
      <h2 id="done">{words.done}</h2>
      {steps.length === 0 ? (
        <p className="soft">{words.nothing}</p>
      ) : (
        <Table<StepRecord>
          size="small"
          rowKey="id"
          pagination={false}
          scroll={{ x: 'max-content' }}
          dataSource={[...steps]}
          columns={[
            {
              title: words.step,
              render: (_, s) => (
                <>
                  {name(s)}
                  {s.status === 'skipped' && <div className="soft">{words.leftOut(s.reason ?? '')}</div>}
                  {s.status === 'open' && <div className="soft">{words.stillOpen}</div>}
                  {s.corrected && (
                    <div className="soft">{words.correctedWhy(names[s.corrected.by] ?? '', s.corrected.reason)}</div>
                  )}
                </>
              ),
            },
            { title: words.by, render: (_, s) => s.by.map((p) => names[p] ?? p).join(', ') },
            { title: words.planned, align: 'right', render: (_, s) => atLeastOne(s.planned) },
            {
              title: words.took,
              align: 'right',
              render: (_, s) => (s.status !== 'finished' ? '' : s.timed ? atLeastOne(s.took) : words.notTimed),
            },
            ...(maySet
              ? [
                  {
                    title: words.setRight,
                    render: (_: unknown, s: StepRecord) =>
                      s.status === 'finished' && (
                        <Button type="link" aria-label={words.correctOf(name(s))} onClick={() => setSetting(s)}>
                          {words.correct}
                        </Button>
                      ),
                  },
                ]
              : []),
          ]}
        />
      )}
      {setting && (
        <CorrectTime
          step={{ id: setting.id, name: name(setting), took: setting.took }}
          error={error}
          onClose={() => setSetting(null)}
          onAppend={append}
        />
      )}
    </section>
  )
}

const seenAs = { wicked: words.cameBack, soiled: words.soiled, stays: words.stays }

/** What a surface of the car is called; nothing where it has none of that id. */
function useSurfaceName({ vehicle }: JobRecordView['checkIn']): (id: string | null) => string | undefined {
  const catalogue = useCatalogue()
  const surfaces = catalogue.data ? surfacesOf(vehicle.body, catalogue.data.surfaces) : []
  return (id) => {
    const surface = surfaces.find((s) => s.id === id)
    return surface && speak.surface(surface.name)
  }
}

function Found({ record: { found, dried, checkIn } }: { record: JobRecordView }) {
  const nameOf = useSurfaceName(checkIn)
  const where = (id: string) => nameOf(id) ?? id
  const lines = [
    ...found.map((f) => [where(f.surface), speak.names.of('damages', f.kind).name, f.note]),
    ...dried.map((d) => [where(d.surface), seenAs[d.as], d.note]),
  ]
  return (
    <section className="card" aria-labelledby="found">
      <h2 id="found">{words.found}</h2>
      {lines.length === 0 && <p className="soft">{words.nothingFound}</p>}
      <ul className="plain">
        {lines.map(([place, what, note]) => (
          <li key={`${place} ${what} ${note}`}>
            <strong>{place}</strong>: {what}
            {note && `. ${note}`}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Mixed({ record: { products } }: { record: JobRecordView }) {
  return (
    <section className="card" aria-labelledby="mixed">
      <h2 id="mixed">{words.mixed}</h2>
      {products.length === 0 && <p className="soft">{words.nothingMixed}</p>}
      <ul className="plain">
        {products.map(({ id, ratio, ml }) => (
          <li key={`${id} ${ratio.concentrate}:${ratio.water}`}>
            {words.ofProduct(speak.names.of('products', id).name, sayRatio(ratio), sayVolume(ml))}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Photos({ job, checkIn }: { job: string; checkIn: JobRecordView['checkIn'] }) {
  const photos = usePhotos(job)
  const nameOf = useSurfaceName(checkIn)
  return (
    <section className="card" aria-labelledby="photos">
      <h2 id="photos">{words.photos}</h2>
      {photos.data?.length === 0 && <p className="soft">{words.noPhotos}</p>}
      <ul className="plain photo-row">
        {photos.data?.map((photo) => {
          const said = words.of(words.kinds[photo.kind] ?? photo.kind, nameOf(photo.surface) ?? '')
          return (
            <li key={photo.id}>
              <a href={linkTo('/api/photos/:id', { params: { id: photo.id } })} target="_blank" rel="noreferrer">
                <img src={linkTo('/api/photos/:id', { params: { id: photo.id } })} alt={said} loading="lazy" />
              </a>
              <span className="soft">{said}</span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

function Linked({ title, list }: { title: string; list: readonly RecordView[] }) {
  if (list.length === 0) return null
  return (
    <section className="card" aria-label={title}>
      <h2>{title}</h2>
      <ul className="plain">
        {list.map((record) => (
          <JobLine key={record.id} record={record} />
        ))}
      </ul>
    </section>
  )
}

/** A job's page once it is over: what was agreed, done, mixed, timed, photographed, found and charged. */
export default function JobRecordScreen() {
  const id = useRouteId()
  const record = useJobRecord(id)
  const catalogue = useCatalogue()
  if (record.isLoadingError) return <ErrorNotice error={record.error} onRetry={() => void record.refetch()} />
  if (!record.data || !catalogue.data) return <Fetching lines={6} />
  const { data } = record
  return (
    <div className="stack">
      <div className="row spread">
        <h2>{words.title}</h2>
        <span className="row no-print">
          <Link className="in-text" to={`/jobs/${id}/report`}>
            {words.paper}
          </Link>
          <Link className="in-text" to={`/jobs/${id}/history`}>
            {words.history}
          </Link>
          {data.reworkUntil && <BringBack record={data} until={data.reworkUntil} />}
        </span>
      </div>
      <Linked title={words.makesGood} list={data.makesGood ? [data.makesGood] : []} />
      <Linked title={words.madeGood} list={data.madeGoodBy} />
      <div className="pair-of-cards">
        <Agreed record={data} />
        <CameAndWent record={data} />
      </div>
      <Done record={data} />
      <div className="pair-of-cards">
        <Found record={data} />
        <Mixed record={data} />
      </div>
      <Photos job={id} checkIn={data.checkIn} />
    </div>
  )
}
