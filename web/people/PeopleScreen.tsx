import { Button, Select } from 'antd'
import { useState } from 'react'
import { dayIn } from '#core/units/shop-time.ts'
import type { PersonView } from '#server/people/views.ts'
import { useCatalogue, usePeople, useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { ListTools } from '#web/ui/ListTools.tsx'
import { useListing, type Ways } from '#web/ui/useListing.ts'
import { AddPerson, roleOptions } from './AddPerson.tsx'
import { useAudit, useDevices, useKeeping, useSessions } from './api.ts'
import { PersonDialog } from './PersonDialog.tsx'
import './people.css'
import { words } from '#words/en/screens/people.ts'

const byName = (a: PersonView, b: PersonView) => a.name.localeCompare(b.name)
const rank = ({ role }: PersonView) => roleOptions.findIndex((r) => r.value === role)
const ways: Ways<PersonView> = {
  textOf: (p) => `${p.name} ${p.login} ${words.roles[p.role]}`,
  orders: [
    { id: 'name', label: words.orders.name, compare: byName },
    { id: 'role', label: words.orders.role, compare: (a, b) => rank(a) - rank(b) || byName(a, b) },
  ],
  all: words.everybody,
  filters: [
    ...roleOptions.map(({ value, label }) => ({ id: value, label, keeps: (p: PersonView) => p.role === value })),
    { id: 'left', label: words.hasLeft, keeps: (p) => p.left !== undefined },
  ],
}

export default function PeopleScreen() {
  const zone = useSignedIn().timeZone
  const today = dayIn(zone, new Date().toISOString())
  const [changing, setChanging] = useState<PersonView>()
  const [before, setBefore] = useState<number | null>(null)
  const [people, devices, sessions, audit] = [usePeople(), useDevices(), useSessions(), useAudit(before)]
  const keep = useKeeping()
  const listing = useListing(people.data ?? [], ways)
  const catalogue = useCatalogue()
  const failed = [people, devices, sessions, audit].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!people.data || !devices.data || !sessions.data || !audit.data) return <Fetching lines={5} />
  const skillName = (id: string) => (catalogue.data?.skills.find((s) => s.id === id)?.name ?? id).toLowerCase()
  const names = new Map(people.data.map((p) => [p.id, p.name]))
  const error = [keep.setRole, keep.unlock, keep.sendAway, keep.end].find((m) => m.isError)?.error
  return (
    <div className="keeping">
      {changing && (
        <PersonDialog key={changing.id} person={changing} today={today} onClose={() => setChanging(undefined)} />
      )}
      <div className="stack">
        {error && <ErrorNotice error={error} />}
        <section className="card" aria-label={words.people}>
          <h2>{words.people}</h2>
          <ListTools listing={listing} label={words.find} />
          <ul className="plain lines">
            {listing.shown.map((p) => (
              <li key={p.id}>
                <span>
                  <strong>{p.name}</strong> <span className="soft">{p.skills.map(skillName).join(', ')}</span>{' '}
                  {p.trainee && <span className="tag">{words.isTrainee}</span>}{' '}
                  {p.daysOff?.some((d) => d.from <= today && today <= d.to) && (
                    <span className="tag">{words.isAway}</span>
                  )}{' '}
                  {p.left && <span className="tag">{words.hasLeft}</span>}
                </span>
                <span className="row">
                  <Select
                    className="field-m"
                    aria-label={`${words.role}: ${p.name}`}
                    value={p.role}
                    options={roleOptions}
                    onChange={(role) => keep.setRole.mutate({ id: p.id, role })}
                  />
                  <Button aria-label={`${words.change} ${p.name}`} onClick={() => setChanging(p)}>
                    {words.change}
                  </Button>
                  <Button aria-label={`${words.unlock} ${p.name}`} onClick={() => keep.unlock.mutate(p.id)}>
                    {words.unlock}
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section className="card" aria-label={words.add}>
          <h2 className="apart">{words.add}</h2>
          <AddPerson logins={people.data.map((p) => p.login)} />
        </section>
      </div>
      <div className="stack">
        <section className="card" aria-label={words.devices}>
          <h2>{words.devices}</h2>
          <ul className="plain lines">
            {devices.data.map((d) => (
              <li key={d.id}>
                <span>{d.name}</span>
                {d.revoked ? (
                  <span className="soft">{words.gone}</span>
                ) : (
                  <Button aria-label={`${words.sendAway} ${d.name}`} onClick={() => keep.sendAway.mutate(d.id)}>
                    {words.sendAway}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
        <section className="card" aria-label={words.sessions}>
          <h2>{words.sessions}</h2>
          <ul className="plain lines">
            {sessions.data.map((s) => (
              <li key={s.id}>
                <span>
                  <strong>{s.person}</strong>{' '}
                  <span className="soft">{`${s.device}, since ${saidAt(zone, s.begun)}`}</span>
                </span>
                {s.current ? (
                  <span className="soft">{words.here}</span>
                ) : (
                  <Button aria-label={`${words.end} ${s.person}, ${s.device}`} onClick={() => keep.end.mutate(s.id)}>
                    {words.end}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
        <section className="card" aria-label={words.audit}>
          <h2>{words.audit}</h2>
          <ul className="plain lines">
            {audit.data.entries.map((e) => (
              <li key={e.seq}>
                <span>
                  <strong>{words.events[e.what] ?? e.what.replaceAll('-', ' ')}</strong>{' '}
                  {e.person && names.get(e.person)} <span className="soft">{e.detail}</span>
                </span>
                <span className="soft">{saidAt(zone, e.at)}</span>
              </li>
            ))}
          </ul>
          {audit.data.next !== null && <Button onClick={() => setBefore(audit.data.next)}>{words.older}</Button>}
        </section>
      </div>
    </div>
  )
}
