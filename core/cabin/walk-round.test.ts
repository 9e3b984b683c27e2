import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { placesOf } from './places.ts'
import type { Body } from './schema.ts'
import { surfacesOf } from './surfaces.ts'
import { walkRound } from './walk-round.ts'

const walked = (body: Body) =>
  walkRound(placesOf(body, surfacesOf(body, catalogue.surfaces)), body).map((p) => speak.placeOf(p.name).name)

it('goes as one walks: driver’s side back, tail, passenger’s side forward', () => {
  expect(walked(bodyNamed('hatchback'))).toEqual([
    'Driver’s door',
    'Driver’s seat',
    'Driver’s floor',
    'Dash and wheel',
    'Console',
    'Windscreen',
    'Visors, lamps and mirrors',
    'Roof lining, front',
    'Rear left door',
    'Rear left seat',
    'Rear left floor',
    'Roof lining, rear',
    'Tailgate',
    'Load area',
    'Rear glass',
    'Rear right door',
    'Rear middle seat',
    'Rear right seat',
    'Rear right floor',
    'Passenger’s door',
    'Passenger’s seat',
    'Passenger’s floor',
    'Pillars',
    'Mats, out of the car',
  ])
})
it('begins at the driver’s door on either side, and leaves no place of any body out', () => {
  for (const { id } of catalogue.bodies)
    for (const driverSide of ['left', 'right'] as const) {
      const body = { ...bodyNamed(id), driverSide }
      const places = placesOf(body, surfacesOf(body, catalogue.surfaces))
      expect(walked(body)[0]).toBe('Driver’s door')
      expect(walked(body)).toHaveLength(places.length)
    }
})
