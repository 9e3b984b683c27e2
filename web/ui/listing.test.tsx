// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { expect, it } from 'vitest'
import { useListing, type Ways } from './useListing.ts'

interface Thing {
  name: string
  left: number
}
const things: Thing[] = [
  { name: 'Trim wash', left: 3 },
  { name: 'Glass foam', left: 1 },
  { name: 'Glass polish', left: 2 },
]
const ways: Ways<Thing> = {
  textOf: (t) => t.name,
  orders: [
    { id: 'name', label: 'name', compare: (a, b) => a.name.localeCompare(b.name) },
    { id: 'left', label: 'left', compare: (a, b) => a.left - b.left },
  ],
  filters: [{ id: 'low', label: 'low', keeps: (t) => t.left < 3 }],
}

it('is in its usual order, searched by every word, shown in part, put in another order', () => {
  const { result } = renderHook(() => useListing(things, ways))
  const names = () => result.current.shown.map((t) => t.name)
  expect(names()).toEqual(['Glass foam', 'Glass polish', 'Trim wash'])
  act(() => result.current.setOrder('left'))
  expect(names()).toEqual(['Glass foam', 'Glass polish', 'Trim wash'])
  act(() => result.current.setFind('polish GLASS'))
  expect(names()).toEqual(['Glass polish'])
  act(() => result.current.setFind(''))
  act(() => result.current.setFilter('low'))
  expect(names()).toEqual(['Glass foam', 'Glass polish'])
  // The list it was made from stays as it was.
  expect(things[0]!.name).toBe('Trim wash')
})
