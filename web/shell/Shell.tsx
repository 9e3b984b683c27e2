import { BulbOutlined, QuestionOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense } from 'react'
import { NavLink, Outlet, useLocation } from 'react-router'
import { useLive } from '#web/client/live.ts'
import { useSignedIn, useSignOut } from '#web/client/session.ts'
import { mayBeSignedOut } from '#web/client/useAtWork.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { words } from '#words/en/screens/shell.ts'
import { clockIn, useNow, weekdayIn } from './clock.ts'
import { useHelp } from './help.ts'
import { useIdle } from './idle.ts'
import { KeptMark } from './KeptMark.tsx'
import { useTheme } from './theme.ts'
import { WhoIsHere } from './WhoIsHere.tsx'

const places = [
  { to: '/', name: words.places.day },
  { to: '/check-in', name: words.places.checkIn },
  { to: '/mixing', name: words.places.mixing },
  { to: '/plan', name: words.places.plan },
  { to: '/work', name: words.places.work },
]
const customerPlace = { to: '/customers', name: words.places.customers, desk: true }
const leadPlace = { to: '/standards', name: words.places.standards, desk: true }
const ownerPlace = { to: '/shop', name: words.places.shop }
/** Reached from the day and from the customers. */
const recordsPlace = { to: '/records', name: words.places.records }
/** Reached from the records. */
const outboxPlace = { to: '/outbox', name: words.places.outbox }
/** Reached from the day. */
const weekPlace = { to: '/week', name: words.places.week }
/** Reached from the mixing bench. */
const stockPlace = { to: '/stock', name: words.places.stock }
const logo = Array.from({ length: 8 }, (_, i) => ({ id: String(i), state: 'done' as const }))

const Controls = lazy(() => import('./Controls.tsx'))
const Carried = lazy(() => import('./Carried.tsx'))
const DwellsElsewhere = lazy(() => import('./DwellsElsewhere.tsx'))
const ShortcutsDialog = lazy(() => import('./ShortcutsDialog.tsx'))

/** A tablet left lying about is handed over by itself. */
const idleMinutes = 10

export function Shell() {
  const session = useSignedIn()
  const signOut = useSignOut()
  const connected = useLive()
  const now = useNow(10_000)
  const [theme, setTheme] = useTheme()
  const { pathname } = useLocation()
  const shown: { to: string; name: string; desk?: boolean }[] = [
    ...places,
    ...(session.permissions.includes('customers.write') ? [customerPlace] : []),
    ...(session.permissions.includes('standards.write') ? [leadPlace] : []),
    ...(session.permissions.includes('people.write') ? [ownerPlace] : []),
  ]
  const client = useQueryClient()
  useIdle(idleMinutes, async () => {
    if (!(await mayBeSignedOut(client, session.person))) return false
    signOut.mutate()
    return true
  })
  const [help, setHelp] = useHelp()
  const here = [...shown, stockPlace, recordsPlace, weekPlace, outboxPlace].findLast((p) =>
    p.to === '/' ? pathname === '/' : pathname.startsWith(p.to),
  )
  return (
    <div className={pathname.startsWith('/jobs/') ? 'shell in-job' : 'shell'}>
      <header className="shell-head">
        <PetalRing petals={logo} size={40} label={words.product} />
        <div className="where">
          {here ? <h1>{here.name}</h1> : <span className="big">{words.product}</span>}
          <span className="clock">
            <strong>
              {weekdayIn(session.timeZone, now)} {clockIn(session.timeZone, now)}
            </strong>
          </span>
        </div>
        <nav className="shell-nav" aria-label={words.placesName}>
          {shown.map((place) => (
            <NavLink key={place.to} to={place.to} end={place.to === '/'} {...(place.desk ? { 'data-desk': true } : {})}>
              {place.name}
            </NavLink>
          ))}
        </nav>
        <button type="button" className="icon-button" aria-label={words.shortcuts} onClick={() => setHelp(true)}>
          <QuestionOutlined />
        </button>
        <button
          type="button"
          className="icon-button"
          aria-label={theme === 'paper' ? words.theme.bay : words.theme.paper}
          onClick={() => setTheme(theme === 'paper' ? 'bay' : 'paper')}
        >
          <BulbOutlined />
        </button>
        <WhoIsHere />
      </header>
      <Suspense>
        <Carried />
      </Suspense>
      {session.permissions.includes('work.do') && (
        <Suspense>
          <DwellsElsewhere path={pathname} />
        </Suspense>
      )}
      <KeptMark connected={connected} />
      {help && (
        <Suspense>
          <Controls>
            <ShortcutsDialog open onClose={() => setHelp(false)} path={pathname} />
          </Controls>
        </Suspense>
      )}
      <main>
        <Suspense fallback={<Fetching />}>
          <Outlet />
        </Suspense>
      </main>
    </div>
  )
}
