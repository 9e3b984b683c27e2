import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller
let hand: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

describe('house rules', () => {
  it('are kept by a lead, change the next procedure and not one that was issued', async () => {
    const before = await issuedJob(front, lead)
    const choices = { choices: { headliner: 'towel' } }
    expect((await hand.send('PUT', '/api/house-rules', choices)).status).toBe(403)
    expect(
      (await lead.send('PUT', '/api/house-rules', { choices: { headliner: 'fire' } })).body.errors[0].pointer,
    ).toBe('/choices/headliner')
    expect((await lead.send('PUT', '/api/house-rules', choices)).status).toBe(200)
    expect((await hand.get('/api/house-rules')).body).toEqual(choices)
    const after = await issuedJob(front, lead)
    const requestOf = async (id: string) => (await lead.get(`/api/jobs/${id}/procedure`)).body.request.houseRules
    expect(await requestOf(before.id)).toEqual({})
    expect(await requestOf(after.id)).toEqual(choices.choices)
    await lead.send('PUT', '/api/house-rules', { choices: {} })
  })
})
