import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import type { CheckIn } from './check-in.ts'
import { missingAnswers } from './missing.ts'

const fresh = (): CheckIn => ({ ...carA().checkIn, customer: '', permissions: {} })
const of = (change: Partial<CheckIn>, ended = false) => missingAnswers({ ...fresh(), ...change }, catalogue, ended)

describe('answers missing from the talk', () => {
  it('a car just come: customer, keys, mileage, fuel and place; every question; every function it has; the signature', () => {
    // Eight permissions, of which the child seat is asked only where one is; seven functions, of which it has no sunroof.
    expect(of({})).toEqual({ car: 5, asked: catalogue.permissions.length - 1, tried: 6, told: 1 })
  })
  it('a key without a hook is missing its hook; no key needs none', () => {
    expect(of({ received: { keys: 2 } }).car).toBe(5)
    expect(of({ received: { keys: 2, hook: '7' } }).car).toBe(4)
    expect(of({ received: { keys: 0 } }).car).toBe(4)
    expect(of({ customer: 'Nell', received: { keys: 1, hook: '7', mileage: 0, fuel: 0, stands: 'bay 2' } }).car).toBe(0)
  })
  it('no is an answer, not asked is none', () => {
    const all = Object.fromEntries(catalogue.permissions.map((p) => [p.id, false]))
    expect(of({ permissions: all }).asked).toBe(0)
    expect(of({ permissions: { ...all, photos: null } }).asked).toBe(1)
  })
  it('a child seat and a sunroof are asked about where they are', () => {
    const car = fresh()
    car.vehicle.body.roof = 'sunroof'
    car.vehicle.body.features = ['child-seat']
    expect(missingAnswers(car, catalogue)).toMatchObject({ asked: catalogue.permissions.length, tried: 7 })
  })
  it('nothing is tried in a car whose walk-round was ended', () => expect(of({}, true).tried).toBe(0))
})
