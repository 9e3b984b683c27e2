// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { type Caller, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let trained: Caller
let hand: Caller

const withTraining = {
  ...demoShop,
  people: demoShop.people.map((p) => (p.login === 'wren' ? { ...p, skills: [...p.skills, 'biohazard'] } : p)),
}

beforeAll(async () => {
  t = await testServer(inject('database'), [withTraining])
  lead = await t.as('reedmere', 'tam', '4182')
  trained = await t.as('reedmere', 'wren', '8137')
  hand = await t.as('reedmere', 'jory', '5560')
})
afterAll(() => t.close())

async function issued(marks: Record<string, object>) {
  const id = uuidv7()
  const { checkIn } = carA()
  for (const [surface, mark] of Object.entries(marks))
    checkIn.condition[surface] = { ...checkIn.condition[surface], soil: 2, ...mark }
  await lead.send('POST', '/api/jobs', { id, checkIn, arrives: new Date().toISOString(), due: null })
  const { status, body } = await lead.send('POST', `/api/jobs/${id}/procedure`)
  expect(status, JSON.stringify(body)).toBe(200)
  return { id, procedure: body.procedure }
}
const fuel = { stains: [{ kind: 'fuel', age: 'fresh', attempts: 0 }] }

describe('a skill', () => {
  it('is asked of whoever starts the step; a lead lets somebody do it, with a reason that stays in the ledger', async () => {
    const { id, procedure } = await issued({ 'seat-1l.seat-base': { soil: 4 } })
    const hot = 'hotx:seats-1'
    const say = (who: Caller, type: string, data: object) =>
      who.send('POST', `/api/jobs/${id}/events`, intent(type as never, data as never))
    for (const step of procedure.steps.slice(
      0,
      procedure.steps.findIndex((s: any) => s.id === hot),
    ))
      await say(lead, 'step-skipped', { step: step.id, reason: 'only the extraction matters here' })
    expect((await say(hand, 'step-started', { step: hot })).body).toMatchObject({ status: 409, code: 'no-skill' })
    const { names, skills } = (await hand.get(`/api/jobs/${id}/work`)).body
    const jory = Object.keys(names).find((p) => names[p] === 'Jory')!
    expect(skills[jory]).toEqual([])
    const waive = { step: hot, person: jory, reason: 'Ines stands beside him' }
    expect((await say(hand, 'skill-waived', waive)).body.code).toBe('lead-only')
    expect((await say(lead, 'skill-waived', waive)).status).toBe(200)
    expect((await say(hand, 'step-started', { step: hot })).status).toBe(200)
    const log = (await lead.get(`/api/jobs/${id}/events`)).body.find((e: any) => e.type === 'skill-waived')
    expect(log.data).toEqual(waive)
  })
})

describe('a stop', () => {
  it('holds the whole car by every door until the lead has cleared it, then the procedure is made anew', async () => {
    const { id, procedure } = await issued({ 'load.load-floor': fuel })
    expect(procedure.steps.map((s: any) => s.id)).toEqual(['stop:fuel'])
    for (const [type, data] of [
      ['step-started', { step: 'walk_round:car' }],
      ['step-finished', { step: 'vac_load:load' }],
      ['step-finished', { step: 'stop:fuel' }],
      ['step-skipped', { step: 'stop:fuel', reason: 'no time' }],
    ] as const)
      expect((await lead.send('POST', `/api/jobs/${id}/events`, intent(type, data))).status, type).toBe(409)
    // A phone that was away and had another procedure: it is kept, shown as a breach, and counts as no work.
    const away = { events: [intent('step-finished', { step: 'vac_load:load' })], sentAt: new Date().toISOString() }
    expect((await hand.send('POST', `/api/jobs/${id}/events`, away)).body.events[0].offline.conflict).toBe('held')
    expect((await lead.send('POST', `/api/jobs/${id}/events`, intent('handed-over', { to: 'x' }))).status).toBe(409)
    const clear = { step: 'stop:fuel', references: { waste: 'W-17' }, note: 'no smell after ten minutes shut' }
    expect((await hand.send('POST', `/api/jobs/${id}/stops`, clear)).body.code).toBe('lead-only')
    expect(
      (await lead.send('POST', `/api/jobs/${id}/stops`, { ...clear, references: {} })).body.errors[0].pointer,
    ).toBe('/references/waste')
    const cleared = await lead.send('POST', `/api/jobs/${id}/stops`, clear)
    expect(cleared.status, JSON.stringify(cleared.body)).toBe(200)
    expect(cleared.body.difference.added.length).toBeGreaterThan(20)
    const { state } = (await lead.get(`/api/jobs/${id}/work`)).body
    const { procedure: next } = (await lead.get(`/api/jobs/${id}/issued`)).body
    expect(state.steps['stop:fuel']).toMatchObject({ status: 'finished', reason: clear.note })
    expect(next.steps[0]).toMatchObject({ id: 'stop:fuel', kept: true })
    expect(
      (await hand.send('POST', `/api/jobs/${id}/events`, intent('step-started', { step: 'walk_round:car' }))).status,
    ).toBe(200)
    const log = (await lead.get(`/api/jobs/${id}/events`)).body.find((e: any) => e.type === 'stop-cleared')
    expect(log.data).toMatchObject({ step: 'stop:fuel', references: { waste: 'W-17' } })
    expect((await lead.send('POST', `/api/jobs/${id}/stops`, clear)).body.code).toBe('no-stop')
  })
  it('found in the walk-round ends it: nobody goes on, and who was told is in the ledger', async () => {
    const { id } = await issued({})
    const say = (type: string, data: object) =>
      hand.send('POST', `/api/jobs/${id}/events`, intent(type as never, data as never))
    expect((await say('step-started', { step: 'walk_round:car' })).status).toBe(200)
    const found = { rule: 'fuel', told: 'Tam', note: 'smelt at the tailgate' }
    const bad = await hand.send('POST', `/api/jobs/${id}/findings`, { ...found, rule: 'dragons' })
    expect([bad.status, bad.body.errors[0].pointer]).toEqual([400, '/rule'])
    const nowhere = await hand.send('POST', `/api/jobs/${id}/findings`, { ...found, rule: 'sharps' })
    expect([nowhere.status, nowhere.body.errors[0].pointer]).toEqual([400, '/surface'])
    const away = await hand.send('POST', `/api/jobs/${id}/findings`, { ...found, surface: 'boot.lid' })
    expect([away.status, away.body.errors[0].pointer]).toEqual([400, '/surface'])
    expect((await hand.send('POST', `/api/jobs/${id}/findings`, found)).status).toBe(200)
    expect((await say('step-finished', { step: 'walk_round:car' })).body.code).toBe('held')
    const { state } = (await hand.get(`/api/jobs/${id}/work`)).body
    const { procedure } = (await hand.get(`/api/jobs/${id}/issued`)).body
    expect(procedure.steps.filter((s: any) => !s.kept).map((s: any) => s.id)).toEqual(['stop:fuel'])
    expect(speak.log(state).at(-1)).toMatchObject({ stop: 'stop:fuel', text: expect.stringContaining('Told: Tam') })
    const job = (await lead.get(`/api/jobs/${id}`)).body
    expect(job.checkIn.stopped.fuel).toMatchObject({ told: 'Tam', by: 'Jory' })
    const clear = { step: 'stop:fuel', references: { waste: 'W-19' }, note: 'hose mended, aired' }
    expect((await lead.send('POST', `/api/jobs/${id}/stops`, clear)).status).toBe(200)
    // The walk-round is taken up again where it was laid down.
    expect((await say('step-finished', { step: 'walk_round:car' })).status).toBe(200)
  })
  it('of a body fluid is taken on by a trained person only, treated, and signed off with its waste', async () => {
    const { id, procedure } = await issued({ 'seat-1l.seat-base': { biohazard: ['vomit'] } })
    const stop = procedure.steps.find((s: any) => s.stop)
    await hand.send('POST', `/api/jobs/${id}/events`, intent('step-started', { step: 'walk_round:car' }))
    await hand.send('POST', `/api/jobs/${id}/events`, intent('step-finished', { step: 'walk_round:car' }))
    expect(
      (await hand.send('POST', `/api/jobs/${id}/events`, intent('step-started', { step: stop.id }))).body.code,
    ).toBe('no-skill')
    expect(
      (await lead.send('POST', `/api/jobs/${id}/events`, intent('step-started', { step: stop.id }))).body.code,
    ).toBe('no-skill')
    const say = (type: string) => trained.send('POST', `/api/jobs/${id}/events`, intent(type, { step: stop.id }))
    expect((await say('step-started')).status).toBe(200)
    expect((await say('step-finished')).status).toBe(200)
    const clear = { step: stop.id, references: { waste: 'W-18' }, note: 'lifted, enzyme out, dry' }
    expect((await hand.send('POST', `/api/jobs/${id}/stops`, clear)).body.code).toBe('no-skill')
    const done = await trained.send('POST', `/api/jobs/${id}/stops`, clear)
    expect(done.status, JSON.stringify(done.body)).toBe(200)
    // Its ordinary work comes now, still without heat.
    const { procedure: next } = (await lead.get(`/api/jobs/${id}/issued`)).body
    const there = next.steps.filter((s: any) => s.surfaces.includes('seat-1l.seat-base') && !s.kept)
    expect(there.some((s: any) => s.treatment === 'vac_seat')).toBe(true)
    expect(there.some((s: any) => /^hot/.test(s.treatment))).toBe(false)
  })
})
