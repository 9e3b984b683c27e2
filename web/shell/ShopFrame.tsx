import { NavLink, Outlet } from 'react-router'
import { words } from '#words/en/screens/shop.ts'

const parts = [
  { to: '/shop', name: words.tabs.first },
  { to: '/shop/about', name: words.tabs.about },
  { to: '/shop/people', name: words.tabs.people },
  { to: '/shop/machines', name: words.tabs.machines },
  { to: '/shop/products', name: words.tabs.products },
  { to: '/shop/ways', name: words.tabs.ways },
  { to: '/shop/packages', name: words.tabs.packages },
  { to: '/shop/file', name: words.tabs.file },
]

/** The parts of a shop's own; the chosen one goes below. */
export default function ShopFrame() {
  return (
    <>
      <nav className="tabs no-print" aria-label={words.parts}>
        {parts.map(({ to, name }) => (
          <NavLink key={to} to={to} end>
            {name}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </>
  )
}
