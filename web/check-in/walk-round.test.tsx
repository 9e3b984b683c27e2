// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { placesOf } from '#core/cabin/places.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { walkRound } from '#core/cabin/walk-round.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { marksOf } from '#core/condition/marks.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { WalkRound } from './WalkRound.tsx'

const body = bodyNamed('hatchback')
const surfaces = surfacesOf(body, catalogue.surfaces)
const places = walkRound(placesOf(body, surfaces), body)
let now: CheckIn

function Walk({ walked = [] as string[] }) {
  const [checkIn, setCheckIn] = useState<CheckIn>({ ...requestFor(body, {}).checkIn, walked })
  now = checkIn
  return (
    <WalkRound
      checkIn={checkIn}
      surfaces={surfaces}
      places={places}
      catalogue={speak.catalogue(catalogue)}
      look={(id) => ({
        name: speak.surface(surfaces.find((s) => s.id === id)!.name),
        soil: checkIn.condition[id]?.soil ?? 0,
        marks: marksOf(checkIn.condition[id]),
      })}
      canUndo={false}
      onUndo={() => {}}
      onCondition={(update) => setCheckIn((was) => ({ ...was, condition: update(was.condition) }))}
      onWalked={(more) => setCheckIn((was) => ({ ...was, walked: [...new Set([...(was.walked ?? []), ...more])] }))}
      onLeave={() => {}}
      onBeside={() => {}}
    />
  )
}
const button = (name: string | RegExp) => screen.getByRole('button', { name })
const choose = (name: RegExp) => fireEvent.keyDown(button(name), { key: 'Enter' })
/** On the driver's seat, the second place. */
const onSeat = () => {
  render(<Walk walked={[places[0]!.id]} />)
  expect(screen.getByRole('heading').textContent).toBe('Driver’s seat')
}
afterEach(cleanup)

it('a number sets the whole place, and what is tapped first alone', () => {
  onSeat()
  fireEvent.click(button(/^3 heavy/))
  choose(/^Driver seat back, heavy/)
  fireEvent.click(button(/^1 dust/))
  expect(now.condition['seat-1l.seat-base']!.soil).toBe(3)
  expect(now.condition['seat-1l.seat-back']!.soil).toBe(1)
  expect(Object.keys(now.condition).every((id) => id.startsWith('seat-1l.'))).toBe(true)
})
it('a stain asks for the part it is on; a second tap takes it off, and another part gets its own', () => {
  onSeat()
  fireEvent.click(button('Stain'))
  expect(screen.getByText('Tap the part it is on first.')).toBeTruthy()
  expect(now.condition).toEqual({})
  choose(/^Driver seat base,/)
  fireEvent.click(button('Stain'))
  expect(now.condition['seat-1l.seat-base']!.stains).toHaveLength(1)
  expect(screen.getByRole('combobox', { name: 'Kind of stain' })).toBeTruthy()
  fireEvent.click(button('Stain'))
  expect(now.condition['seat-1l.seat-base']?.stains ?? []).toEqual([])
  expect(screen.queryByRole('combobox', { name: 'Kind of stain' })).toBeNull()
  choose(/^Driver seat back,/)
  fireEvent.click(button('Stain'))
  choose(/^Driver seat base,/)
  expect(screen.queryByRole('combobox', { name: 'Kind of stain' })).toBeNull()
  expect(now.condition['seat-1l.seat-base']?.stains ?? []).toEqual([])
  expect(now.condition['seat-1l.seat-back']!.stains).toHaveLength(1)
})
it('hair goes level by level on what holds it, and is not asked of a windscreen', () => {
  onSeat()
  for (const level of [1, 2, 3]) {
    fireEvent.click(button(/^Hair/))
    expect(now.condition['seat-1l.seat-base']!.hair).toBe(level)
  }
  expect(now.condition['seat-1l.buckle']).toBeUndefined()
  fireEvent.click(button(/^Hair/))
  expect(now.condition['seat-1l.seat-base']?.hair ?? 0).toBe(0)
  cleanup()
  render(
    <Walk
      walked={places
        .slice(
          0,
          places.findIndex((p) => p.id === 'windscreen'),
        )
        .map((p) => p.id)}
    />,
  )
  expect(screen.getByRole('heading').textContent).toBe('Windscreen')
  expect(screen.queryByRole('button', { name: /^Hair/ })).toBeNull()
  expect(button('Damage')).toBeTruthy()
})
it('goes on where it was left, and the rest stays as it is filled in with one tap', () => {
  onSeat()
  fireEvent.click(button(/^Next: Driver’s floor/))
  expect(now.walked).toEqual([places[0]!.id, places[1]!.id])
  fireEvent.click(button('The rest is as filled in'))
  expect(now.walked).toHaveLength(places.length)
})
