import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { Leaf } from '#server/handover/views.ts'
import { get, linkTo } from '#web/client/http.ts'
import { ComparePhotos } from '#web/ui/ComparePhotos.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/given.ts'
import './given.css'

/** A head and its lines; where there are none it is left out, or says so. */
function Lines({ head, lines, none }: { head: string; lines: readonly string[]; none?: string }) {
  if (lines.length === 0 && none === undefined) return null
  return (
    <section>
      <h2>{head}</h2>
      {lines.length === 0 ? (
        <p className="soft">{none}</p>
      ) : (
        <ul>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** A head, and what is said of things by their names. */
function Told({ head, told, soft = [], none }: { head: string; told: Leaf['did']; soft?: Leaf['did']; none?: string }) {
  if (told.length + soft.length === 0 && none === undefined) return null
  return (
    <section>
      <h2>{head}</h2>
      {told.length + soft.length === 0 && <p className="soft">{none}</p>}
      <ul className="plain">
        {[...told, ...soft].map((line) => (
          <li key={line.what + line.said} className={soft.includes(line) ? 'soft' : undefined}>
            <strong>{line.what}</strong> {line.said}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What a customer is told of their car, for whoever holds the link: with a slider where there are pictures, and to print. */
export function GivenPage({ token }: { token: string }) {
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['given', token],
    queryFn: ({ signal }) => get('/api/given/:token', { params: { token }, signal }),
  })
  const title = data?.title
  useEffect(() => {
    if (title) document.title = title
  }, [title])
  if (isPending)
    return (
      <main className="given">
        <Fetching lines={5} />
      </main>
    )
  if (!data)
    return (
      <main className="given">
        <div className="card" role="alert">
          <p className="title-m">{error.message}</p>
          <button type="button" className="plain-button" onClick={() => void refetch()}>
            {words.again}
          </button>
        </div>
      </main>
    )
  const picture = (place: number, when: 'before' | 'after') =>
    linkTo('/api/given/:token/photos/:place/:when', { params: { token, place: String(place), when } })
  return (
    <main className="given">
      <article className="card">
        <header>
          <div>
            <h1>{data.title}</h1>
            <p className="soft">{data.under}</p>
          </div>
          <p className="shop">
            <strong>{data.shop.name}</strong>
            {data.shop.address && <span className="soft">{data.shop.address}</span>}
          </p>
        </header>
        {data.summary && <p className="lead">{data.summary}</p>}
        {data.unfinished && <p className="caution">{data.unfinished}</p>}
        {data.pairs.length > 0 && (
          <div className="pairs">
            {data.pairs.map((name, i) => (
              <div key={name}>
                <ComparePhotos before={picture(i, 'before')} after={picture(i, 'after')} label={name} />
                <span className="soft">{name}</span>
              </div>
            ))}
          </div>
        )}
        <div className="columns">
          <div>
            <Told head={words.did} told={data.did} soft={data.notDone} none={words.nothingYet} />
            <Lines head={words.extras} lines={data.extras} />
            <Told head={words.cameOfIt} told={data.stains} />
          </div>
          <div>
            <Told head={words.remains} told={data.remains} none={words.nothingRemains} />
            <Lines head={words.mechanic} lines={data.mechanic} />
            <Lines head={words.belongings} lines={data.belongings} none={words.noBelongings} />
            <Lines head={words.care} lines={data.care} />
          </div>
        </div>
        <p className="soft">{data.lookedOver}</p>
        {data.wentBack && <p>{data.wentBack}</p>}
        <p className="no-print">
          <a className="in-text" href={linkTo('/api/given/:token/paper', { params: { token } })}>
            {words.asPaper}
          </a>
        </p>
      </article>
    </main>
  )
}
