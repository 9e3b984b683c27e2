import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { lazy, Suspense, useEffect } from 'react'
import { createBrowserRouter, Navigate, Outlet, RouterProvider } from 'react-router'
import { isPassing } from '#web/client/http.ts'
import { personIsHere, startKeeping } from '#web/client/keeping.ts'
import { prefetchFirst } from '#web/client/prefetch-first.ts'
import { SignedIn, useLeaving, useSession } from '#web/client/session.ts'
// The first screen comes with the application: fetching it apart costs a round trip before anything is seen.
import Day from '#web/day/DayScreen.tsx'
import { Broken } from '#web/shell/Broken.tsx'
import { JobFrame } from '#web/shell/JobFrame.tsx'
import { Nowhere } from '#web/shell/Nowhere.tsx'
import { Shell } from '#web/shell/Shell.tsx'
import { useTheme } from '#web/shell/theme.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'

const Controls = lazy(() => import('#web/shell/Controls.tsx'))
const SignInScreen = lazy(() => import('#web/people/SignInScreen.tsx'))
const CheckIns = lazy(() => import('#web/check-in/CheckInsScreen.tsx'))
const CheckIn = lazy(() => import('#web/check-in/CheckInScreen.tsx'))
const Procedure = lazy(() => import('#web/procedures/ProcedureScreen.tsx'))
const Drying = lazy(() => import('#web/drying/DryingScreen.tsx'))
const Mixing = lazy(() => import('#web/mixing/MixingScreen.tsx'))
const Batch = lazy(() => import('#web/mixing/BatchScreen.tsx'))
const Stock = lazy(() => import('#web/stock/StockScreen.tsx'))
const Plan = lazy(() => import('#web/plan/PlanScreen.tsx'))
const Week = lazy(() => import('#web/day/WeekScreen.tsx'))
const WorkList = lazy(() => import('#web/work/WorkListScreen.tsx'))
const Customers = lazy(() => import('#web/customers/CustomersScreen.tsx'))
const Standards = lazy(() => import('#web/standards/StandardsScreen.tsx'))
const People = lazy(() => import('#web/people/PeopleScreen.tsx'))
const Figures = lazy(() => import('#web/records/FiguresScreen.tsx'))
const JobRecord = lazy(() => import('#web/records/JobRecordScreen.tsx'))
const Records = lazy(() => import('#web/records/RecordsScreen.tsx'))
const Shop = lazy(() => import('#web/shop/ShopScreens.tsx'))
const ShopFrame = lazy(() => import('#web/shell/ShopFrame.tsx'))
const Weather = lazy(() => import('#web/weather/WeatherScreen.tsx'))
const Work = lazy(() => import('#web/work/WorkScreen.tsx'))
const History = lazy(() => import('#web/work/HistoryScreen.tsx'))
const FinalCheck = lazy(() => import('#web/handover/FinalCheckScreen.tsx'))
const Outbox = lazy(() => import('#web/handover/OutboxScreen.tsx'))
const Report = lazy(() => import('#web/handover/ReportScreen.tsx'))

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5000,
      retry: (count, error) => count < 2 && isPassing(error),
      refetchOnWindowFocus: true,
      // A question or a command that the line does not carry fails and says so; it never waits in silence for a line.
      networkMode: 'always',
      refetchOnReconnect: true,
    },
    mutations: { retry: false, networkMode: 'always' },
  },
})

startKeeping(client)
void prefetchFirst(client, location.pathname)
/** The controls of the other screens, once the first stands: whoever goes on does not wait for them. */
setTimeout(() => void import('#web/shell/Controls.tsx'), 2500)

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      {
        errorElement: <Broken />,
        children: [
          { path: '/', element: <Day /> },
          {
            element: (
              <Controls>
                <Outlet />
              </Controls>
            ),
            children: [
              { path: '/check-in', element: <CheckIns /> },
              { path: '/mixing', element: <Mixing /> },
              { path: '/mixing/batch/:id', element: <Batch /> },
              { path: '/stock', element: <Stock /> },
              { path: '/plan', element: <Plan /> },
              { path: '/week', element: <Week /> },
              { path: '/work', element: <WorkList /> },
              { path: '/customers', element: <Customers /> },
              { path: '/standards', element: <Standards /> },
              { path: '/records', element: <Records /> },
              { path: '/records/figures', element: <Figures /> },
              { path: '/weather', element: <Weather /> },
              { path: '/outbox', element: <Outbox /> },
              {
                element: <ShopFrame />,
                children: [
                  { path: '/people', element: <Navigate to="/shop/people" replace /> },
                  { path: '/shop/people', element: <People /> },
                  { path: '/shop/*', element: <Shop /> },
                ],
              },
              {
                path: '/jobs/:id',
                element: <JobFrame />,
                children: [
                  { index: true, element: <Navigate to="procedure" replace /> },
                  { path: 'check-in', element: <CheckIn /> },
                  { path: 'procedure', element: <Procedure /> },
                  { path: 'drying', element: <Drying /> },
                  { path: 'work', element: <Work /> },
                  { path: 'final', element: <FinalCheck /> },
                  { path: 'report', element: <Report /> },
                  { path: 'history', element: <History /> },
                  { path: 'record', element: <JobRecord /> },
                ],
              },
              { path: '*', element: <Nowhere /> },
            ],
          },
        ],
      },
    ],
  },
])

function SignedOut() {
  const session = useSession()
  const person = session.data?.person
  const leaving = useLeaving()
  useEffect(() => personIsHere(person), [person])
  if (session.isPending || leaving) return <Fetching />
  if (session.isLoadingError) return <ErrorNotice error={session.error} onRetry={() => void session.refetch()} />
  if (session.data)
    return (
      <SignedIn value={session.data}>
        <RouterProvider router={router} />
      </SignedIn>
    )
  return (
    <Controls>
      <SignInScreen />
    </Controls>
  )
}

export function Application() {
  useTheme()
  return (
    <QueryClientProvider client={client}>
      <Suspense fallback={<Fetching />}>
        <SignedOut />
      </Suspense>
    </QueryClientProvider>
  )
}
