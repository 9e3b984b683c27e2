import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { refusal } from '#core/job/allow.ts'
import { emptyState, waiting } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { checkListFor } from './check-list.ts'
import { handsOf, lookRound } from './look-round.ts'

const { checkIn } = carA()
const procedure = generateProcedure(carA(), catalogue)
const places = checkListFor(checkIn, surfacesOf(checkIn.vehicle.body, catalogue.surfaces), catalogue)
const finished = (ids: readonly string[], by = ['ana']): WorkState => ({
  ...emptyState(),
  steps: Object.fromEntries(
    ids.map((id) => [id, { ...waiting, status: 'finished' as const, by, finishedAt: '2026-01-01T08:00:00.000Z' }]),
  ),
})
const looks = (state: WorkState, place: string) =>
  refusal(
    { type: 'check-passed', data: { place } },
    procedure,
    state,
    { person: 'tam', leads: true },
    places,
    '2026-01-02T08:00:00.000Z',
  )

it('goes from the driver’s door round to it: the smell first, what was sold last, every place once', () => {
  const round = lookRound(places)
  expect(round.map((r) => r.stand)).toEqual(['first', 'driver', 'round', 'rear', 'boot', 'passenger', 'front', 'last'])
  expect(round[0]!.places.map((p) => p.id)).toEqual(['smell'])
  expect(round.at(-1)!.places.map((p) => p.id)).toEqual(['airbag', 'belongings', 'sold'])
  expect(round.flatMap((r) => r.places).length).toBe(places.length)
})

it('looks at a shop’s own place last', () => {
  const own: Pick<PlaceToCheck, 'id' | 'stand'> = { id: 'own' }
  expect(lookRound([own])).toEqual([{ stand: 'last', places: [own] }])
})

it('does not judge a place before the work there is over, dry and judged', () => {
  const all = procedure.steps.map((s) => s.id)
  expect(looks(finished([]), 'crease')).toMatchObject({ code: 'not-done-there' })
  const noGlass = finished(all.filter((id) => id !== 'glass_in:glass'))
  expect(looks(noGlass, 'screens')).toBeUndefined()
  // From outside one sees the haze on its inside.
  expect(looks(noGlass, 'windscreen')).toMatchObject({ code: 'not-done-there' })
  expect(looks(noGlass, 'wipers')).toBeUndefined()
  const wetMats = finished(all.filter((id) => id !== 'dry:mats' && id !== 'judge:mats'))
  expect(looks(wetMats, 'mats')).toMatchObject({ code: 'not-done-there' })
  expect(looks(wetMats, 'crease')).toBeUndefined()
  expect(looks(noGlass, 'smell')).toMatchObject({ code: 'not-done-there' })
  // The check itself, and giving the car back, come with it or after it.
  const closing = finished(all.filter((id) => !/^(final_check|hand_over|put_away)/.test(id)))
  for (const { id } of places) expect(looks(closing, id), id).toBeUndefined()
})

it('says who did least: somebody who did nothing first, those who shared a step by halves', () => {
  const state: WorkState = {
    ...emptyState(),
    steps: {
      ...finished(['vac_carpet:floor-1'], ['ana', 'ben']).steps,
      ...finished(['vac_seat:seats-1'], ['ana']).steps,
    },
  }
  const hands = handsOf(procedure, state, ['ana', 'ben', 'cyd'])
  expect(hands.map((h) => h.person)).toEqual(['cyd', 'ben', 'ana'])
  const carpet = procedure.steps.find((s) => s.id === 'vac_carpet:floor-1')!.p50
  expect(hands[1]!.minutes).toBeCloseTo(carpet / 2, 10)
})
