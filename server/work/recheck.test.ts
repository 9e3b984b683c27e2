// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let hand: Caller
const id = uuidv7()
const seat = 'seat-1l.seat-base'
const other = 'seat-1r.seat-base'

beforeAll(async () => {
  const skills = ['spotting', 'steam', 'extractor', 'leather']
  const shop = {
    ...demoShop,
    people: demoShop.people.map((p) => ({ ...p, skills: [...new Set([...p.skills, ...skills])] })),
    equipment: [...demoShop.equipment.filter((e) => e.kind !== 'steamer'), { kind: 'steamer', count: 1 }],
  }
  t = await testServer(inject('database'), [shop])
  lead = await t.as('reedmere', 'tam', '4182')
  hand = await t.as('reedmere', 'ines', '2694')
})
afterAll(() => t.close())

const say = async (by: Caller, type: string, data: object) => {
  const { status, body } = await by.send('POST', `/api/jobs/${id}/events`, intent(type, data))
  return status === 200 ? 'said' : `${status} ${body.code}`
}
const procedure = async () => (await lead.get(`/api/jobs/${id}/procedure`)).body.procedure
const state = async () => (await lead.get(`/api/jobs/${id}/work`)).body.state

let clock = 0
/** Works everything that is open down to the next recheck; what passes by itself has passed. */
async function workToRecheck(): Promise<string> {
  for (const step of (await procedure()).steps) {
    const at = (await state()).steps[step.id]?.status
    if (at === 'finished' || at === 'skipped') continue
    if (step.treatment === 'judge') return step.id
    clock += Math.ceil(step.minutes) + 5
    t.turnClock(clock)
    if (step.crew > 0) expect(await say(lead, 'step-started', { step: step.id }), step.id).toBe('said')
    expect(await say(lead, 'step-finished', { step: step.id }), step.id).toBe('said')
  }
  throw new Error('nothing is judged')
}

it('a seat that comes back twice: mist, covered steam, then it stays, and the customer reads why', async () => {
  const { checkIn } = carA()
  const stain = { kind: 'salt', age: 'old' as const, attempts: 0 }
  checkIn.condition = {
    [seat]: { soil: 2, stains: [stain] },
    [other]: { soil: 2, stains: [{ kind: 'sugar', age: 'fresh', attempts: 0 }] },
  }
  expect((await lead.send('POST', '/api/jobs', { id, checkIn, arrives: t.context.now(), due: null })).status).toBe(200)
  expect((await lead.send('POST', `/api/jobs/${id}/procedure`)).status).toBe(200)
  const wicked = { surfaces: [seat], wicked: true, note: 'a brown edge came up' }
  const fails = async () => {
    const { status, body } = await hand.send('POST', `/api/jobs/${id}/recheck`, wicked)
    expect(status, JSON.stringify(body)).toBe(200)
    return (await procedure()).steps
      .filter((s: any) => !s.kept && s.surfaces.includes(seat))
      .map((s: any) => s.treatment)
  }
  const foretold = (await procedure()).expectations.find((e: any) => e.surface === seat).comesBack
  expect(foretold).toBeGreaterThan(10)

  const first = await workToRecheck()
  // Nobody judges it away but a lead.
  expect(await say(hand, 'step-skipped', { step: first, reason: 'looks dry to me' })).toBe('409 lead-judges')
  const one = await fails()
  expect(one).toContain('wick_mist')
  expect(one).not.toContain('steam')
  await workToRecheck()
  const two = await fails()
  expect(two).toContain('steam')
  // What wets it again, and what dries it, comes before it is judged again.
  for (const said of [one, two]) {
    for (const wet of ['wick_mist', 'steam', 'dry'])
      if (said.includes(wet)) expect(said.indexOf(wet)).toBeLessThan(said.indexOf('judge'))
  }
  expect(one.indexOf('wick_mist')).toBeLessThan(one.indexOf('dry'))
  const last = await workToRecheck()
  expect(await say(hand, 'recheck-left', { surface: 'seat-9l.seat-base', note: 'no such seat' })).toMatch(/^409/)
  expect(
    await say(hand, 'recheck-left', { surface: seat, note: 'A faint edge stays; more water would spread it.' }),
  ).toBe('said')
  expect(await say(lead, 'step-started', { step: last })).toBe('said')
  expect(await say(lead, 'step-finished', { step: last })).toBe('said')

  const { report } = (await lead.get(`/api/jobs/${id}/report`)).body
  expect(report.remains).toContainEqual(
    expect.objectContaining({ code: 'stays', facts: expect.objectContaining({ id: seat }) }),
  )
  const told = (surface: string) => report.expectations.find((e: any) => e.surface === surface)
  expect(told(seat).came).toBe(2)
  expect(told(other).came).toBeUndefined()

  // What was foretold stands beside what happened, as it was foretold first.
  const { wicking } = (await lead.get('/api/pace')).body
  expect(wicking.find((w: any) => w.stain === 'salt')).toEqual({ stain: 'salt', seen: 1, foretold, came: 1 })
  expect(wicking.find((w: any) => w.stain === 'sugar')).toMatchObject({ seen: 1, came: 0 })
})
