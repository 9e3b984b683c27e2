import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { Fetching } from '#web/ui/Fetching.tsx'

const screens = {
  about: lazy(() => import('./AboutScreen.tsx')),
  machines: lazy(() => import('./MachinesScreen.tsx')),
  products: lazy(() => import('./ProductsScreen.tsx')),
  ways: lazy(() => import('./WaysScreen.tsx')),
  packages: lazy(() => import('./PackagesScreen.tsx')),
  file: lazy(() => import('./FileScreen.tsx')),
}
const FirstDay = lazy(() => import('./FirstDayScreen.tsx'))

/** The parts of the shop by their paths. They come apart from the application: only an owner needs them. */
export default function ShopScreens() {
  return (
    <Suspense fallback={<Fetching lines={5} />}>
      <Routes>
        <Route index element={<FirstDay />} />
        {Object.entries(screens).map(([path, Screen]) => (
          <Route key={path} path={path} element={<Screen />} />
        ))}
        <Route path="*" element={<Navigate to="/shop" replace />} />
      </Routes>
    </Suspense>
  )
}
