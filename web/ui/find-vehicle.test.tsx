// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { useFindVehicle } from './FindVehicle.tsx'

const cars = (n: number) =>
  Array.from({ length: n }, (_, i) => ({
    callSign: `Sign ${i}`,
    plate: `AB ${i} CD`,
    vehicle: i === 7 ? 'Brant' : 'Osprey',
  }))

function List({ n }: { n: number }) {
  const { found, field } = useFindVehicle(cars(n))
  return (
    <>
      {field}
      <ul>
        {found.map((c) => (
          <li key={c.callSign}>{c.callSign}</li>
        ))}
      </ul>
    </>
  )
}
const shown = () => screen.queryAllByRole('listitem').map((li) => li.textContent)
afterEach(cleanup)

it('few vehicles are seen at a glance: nothing to type into', () => {
  render(<List n={12} />)
  expect(shown()).toHaveLength(12)
  expect(screen.queryByRole('searchbox')).toBeNull()
})
it('many are found by call sign, plate or model, whatever the case; nothing found is said', () => {
  render(<List n={40} />)
  const type = (value: string) => fireEvent.change(screen.getByRole('searchbox'), { target: { value } })
  expect(shown()).toHaveLength(40)
  type('  brant')
  expect(shown()).toEqual(['Sign 7'])
  type('ab 39')
  expect(shown()).toEqual(['Sign 39'])
  type('sign 12')
  expect(shown()).toEqual(['Sign 12'])
  type('heron')
  expect(shown()).toEqual([])
  screen.getByText('No vehicle here is called “heron”.')
})
