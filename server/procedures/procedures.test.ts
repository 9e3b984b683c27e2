// biome-ignore-all lint/suspicious/noExplicitAny: tests read plain JSON
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { demoShop } from '#server/demo/shop.ts'
import { speak } from '#words/en/speak.ts'
import { carA, hostileCar } from '../../tests/fixtures/cars.ts'
import { intent } from '../../tests/support/intent.ts'
import { violations } from '../../tests/support/never.ts'
import { share } from '../../tests/support/share.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let hand: Caller
let stranger: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  lead = await t.as('reedmere', 'tam', '4182')
  hand = await t.as('reedmere', 'ines', '2694')
  stranger = await t.as('farside', 'nils', '1234')
})
afterAll(() => t.close())

async function openJob(checkIn: object = carA().checkIn) {
  // There are 24 names for open jobs; these tests open more than a shop has in its bays.
  await t.connection.pool.query("UPDATE jobs SET open_call_sign = NULL, state = 'handed-over'")
  const opening = { id: uuidv7(), checkIn, arrives: new Date().toISOString(), due: null }
  const { status, body } = await lead.send('POST', '/api/jobs', opening)
  expect(status, JSON.stringify(body)).toBe(200)
  return body.id as string
}
const procedure = async (id: string) => (await lead.get(`/api/jobs/${id}/procedure`)).body
const set = (id: string, version: number, settings: object, by = lead) =>
  by.send('PUT', `/api/jobs/${id}/procedure/settings`, { version, settings })
const ids = (view: any) => view.procedure.steps.map((s: any) => s.id) as string[]

describe('what a lead sets for a job', () => {
  it('changes its procedure, with a version, and is what is issued', async () => {
    const id = await openJob()
    const edits = [{ do: 'minutes', step: 'vac_seat:seats-1', minutes: 20 }]
    const saved = await set(id, 0, { finish: 'trade', houseRules: { headliner: 'towel' }, edits })
    expect(saved.status, JSON.stringify(saved.body)).toBe(200)
    expect(saved.body.settingsVersion).toBe(1)
    const now = await procedure(id)
    expect(now.settings).toEqual({ finish: 'trade', houseRules: { headliner: 'towel' }, edits })
    expect(now.procedure.steps.find((s: any) => s.id === 'vac_seat:seats-1').minutes).toBe(20)
    expect(now.request.houseRules.headliner).toBe('towel')
    const stale = await set(id, 0, {})
    expect([stale.status, stale.body.code]).toEqual([409, 'stale'])
    expect((await set(id, 1, {}, hand)).status).toBe(403)
    const issued = (await lead.send('POST', `/api/jobs/${id}/procedure`)).body
    expect(issued.procedure).toEqual(now.procedure)
    expect((await set(id, 1, {})).body.code).toBe('checked-in')
    expect((await lead.get(`/api/jobs/${id}`)).body.checkIn.finish).toBe('trade')
  })
  it('is not issued while nothing is marked; a smell alone is something to do', async () => {
    const empty = { ...carA().checkIn, condition: {} }
    const refused = await lead.send('POST', `/api/jobs/${await openJob(empty)}/procedure`)
    expect([refused.status, refused.body.code]).toEqual([409, 'nothing-to-do'])
    const smells = { ...empty, odours: [{ kind: 'smoke', level: 2, source: '' }] }
    expect((await lead.send('POST', `/api/jobs/${await openJob(smells)}/procedure`)).status).toBe(200)
  })
  it('is refused where it is forbidden, and asked for a reason where it breaks the order; nothing is kept', async () => {
    const id = await openJob()
    const forbidden = await set(id, 0, { edits: [{ do: 'remove', step: 'final_check:car' }] })
    expect([forbidden.status, forbidden.body.errors[0].pointer]).toEqual([400, '/edits/0'])
    const move = { do: 'move', step: 'glass_in:glass', after: 'jamb:jambs' }
    const bare = await set(id, 0, { edits: [move] })
    expect([bare.status, bare.body.code]).toEqual([409, 'needs-reason'])
    expect(bare.body.errors[0].pointer).toBe('/settings/edits/0/reason')
    expect((await procedure(id)).settingsVersion).toBe(0)
    expect((await set(id, 0, { edits: [{ ...move, reason: 'customer is waiting for the glass' }] })).status).toBe(200)
  })
  it('what is marked afterwards may make it forbidden: it is told, not issued, and can be mended', async () => {
    const checkIn = carA().checkIn
    const id = await openJob(checkIn)
    const edits = [{ do: 'add', treatment: 'hotx', zoneGroup: 'seats-2', surfaces: ['seat-2l.seat-base'] }]
    expect((await set(id, 0, { edits })).status).toBe(200)
    const version = (await lead.get(`/api/jobs/${id}`)).body.version
    const blood = { soil: 2, stains: [{ kind: 'unknown', age: 'old', attempts: 0 }] }
    const condition = { ...checkIn.condition, 'seat-2l.seat-base': blood }
    const put = { version, checkIn: { ...checkIn, condition }, due: null }
    expect((await lead.send('PUT', `/api/jobs/${id}/check-in`, put)).status).toBe(200)
    const view = await procedure(id)
    expect(view.procedure.findings.map((f: any) => [f.grade, f.code])).toEqual([['forbidden', 'cold-stain-no-heat']])
    expect((await lead.send('POST', `/api/jobs/${id}/procedure`)).body.errors[0].pointer).toBe('/edits/0')
    expect((await set(id, 1, { edits: [] })).status).toBe(200)
    expect((await lead.send('POST', `/api/jobs/${id}/procedure`)).status).toBe(200)
  })
  it('rungs of a body the car turned out not to have are forgotten', async () => {
    const id = await openJob()
    expect((await set(id, 0, { rungs: { 'seat-2c.seat-base': 1, 'seat-1l.seat-base': 1 } })).status).toBe(200)
    const version = (await lead.get(`/api/jobs/${id}`)).body.version
    const other = carA().checkIn
    other.vehicle.body = speak.catalogue(t.context.catalogue).bodies.find((b) => b.id === 'two-seater')!
    other.condition = { 'seat-1l.seat-base': { soil: 2 } }
    await lead.send('PUT', `/api/jobs/${id}/check-in`, { version, checkIn: other, due: null })
    const view = await procedure(id)
    expect(view.request.rungs).toEqual({ 'seat-1l.seat-base': 1 })
  })
  it('goes out as a file with its steps and comes in again; the steps of a file are never taken', async () => {
    const from = await openJob()
    await set(from, 0, { edits: [{ do: 'rung', step: 'lm:seats-1', level: 3 }] })
    const file = (await lead.get(`/api/jobs/${from}/procedure/file`)).body
    expect(ids(file)).toContain('hotx:seats-1')
    file.procedure.steps[0].title = 'Pour petrol over it'
    const to = await openJob()
    const taken = await lead.send('POST', `/api/jobs/${to}/procedure/import`, { version: 0, file })
    expect(taken.status, JSON.stringify(taken.body)).toBe(200)
    expect(ids(taken.body)).toContain('hotx:seats-1')
    expect(JSON.stringify(taken.body)).not.toContain('petrol')
    file.request.edits = [{ do: 'remove', step: 'dry:seats-1' }]
    expect((await lead.send('POST', `/api/jobs/${to}/procedure/import`, { version: 1, file })).status).toBe(400)
    expect((await lead.send('POST', `/api/jobs/${to}/procedure/import`, { version: 1, file: {} })).status).toBe(400)
  })
  it('prints as a PDF', async () => {
    const id = await openJob()
    const answer = await t.call('GET', `/api/jobs/${id}/procedure/sheet`, undefined, { cookie: lead.cookie })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const bytes = Buffer.from(await answer.arrayBuffer())
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.length).toBeGreaterThan(8000)
  })
})

describe('forbidden stays forbidden through every door', () => {
  it('the same cars: by settings, by import, by issue and by event', async () => {
    const random = seededRandom(11)
    const seen = { refused: 0, kept: 0 }
    for (let n = 0; n < share(450); n++) {
      const car = hostileCar(random)
      const { edits, houseRules } = car
      const id = await openJob(car.checkIn)
      const file = (await lead.get(`/api/jobs/${id}/procedure/file`)).body
      Object.assign(file.request, { edits, houseRules })
      const one = await set(id, 0, { edits, houseRules })
      const version = one.status === 200 ? 1 : 0
      const two = await lead.send('POST', `/api/jobs/${id}/procedure/import`, { version, file })
      expect(two.status, `car ${n}`).toBe(one.status)
      if (one.status === 200) seen.kept++
      else seen.refused++
      const view = await procedure(id)
      expect(violations(view.request, view.procedure, t.context.catalogue)).toEqual([])
      const issued = await lead.send('POST', `/api/jobs/${id}/procedure`)
      if (issued.status === 200) {
        expect(violations(issued.body.request, issued.body.procedure, t.context.catalogue)).toEqual([])
        // An event cannot bring in a step the procedure does not have.
        const said = await lead.send(
          'POST',
          `/api/jobs/${id}/events`,
          intent('step-started', { step: 'prespray:glass' }),
        )
        expect(['unknown-step', 'held']).toContain(said.body.code)
      }
    }
    expect(seen.refused).toBeGreaterThan(share(50))
    expect(seen.kept).toBeGreaterThan(share(50))
  }, 300_000)
})

describe('a procedure at work', () => {
  const say = (id: string, type: string, data: object) =>
    lead.send('POST', `/api/jobs/${id}/events`, intent(type, data))
  async function atWork() {
    const id = await openJob()
    await lead.send('POST', `/api/jobs/${id}/procedure`)
    for (const step of ['walk_round:car', 'clear_out:car']) {
      expect((await say(id, 'step-started', { step })).status).toBe(200)
      expect((await say(id, 'step-finished', { step })).status).toBe(200)
    }
    return id
  }
  it('is revised when the condition turns out different: done work stays, what changed is told, versions are kept', async () => {
    const id = await atWork()
    const change = { condition: { 'seat-1l.seat-base': { soil: 4 } }, note: 'under the cover' }
    expect((await hand.send('POST', `/api/jobs/${id}/procedure/revision`, change)).status).toBe(403)
    const revised = await lead.send('POST', `/api/jobs/${id}/procedure/revision`, change)
    expect(revised.status, JSON.stringify(revised.body)).toBe(200)
    expect(revised.body.version).toBe(2)
    expect(speak.difference(revised.body.difference).added.join()).toContain('hot-extract')
    const work = (await hand.get(`/api/jobs/${id}/work`)).body
    expect(work.state.procedureVersion).toBe(2)
    expect(work.state.steps['walk_round:car'].status).toBe('finished')
    expect(
      (await hand.get(`/api/jobs/${id}/issued`)).body.procedure.steps.find((s: any) => s.id === 'walk_round:car').kept,
    ).toBe(true)
    expect(speak.log(work.state)[0]!.text).toContain('under the cover')
    const versions = (await lead.get(`/api/jobs/${id}/procedure/versions`)).body
    expect(versions.map((v: any) => v.version)).toEqual([2, 1])
    // Work goes on with the new steps.
    expect((await say(id, 'step-started', { step: 'set_up:vacuum' })).status).toBe(200)
    expect((await say(id, 'step-finished', { step: 'set_up:vacuum' })).status).toBe(200)
    expect((await lead.send('POST', '/api/plan')).status).toBe(200)
    const plan = (await lead.get('/api/plan')).body
    const mine = plan.jobs.find((j: any) => j.id === id)
    expect(mine.steps.find((s: any) => s.id === 'hotx:seats-1').at).toHaveLength(2)
    const bad = await lead.send('POST', `/api/jobs/${id}/procedure/revision`, {
      condition: { 'wing.feather': { soil: 1 } },
      note: 'nonsense',
    })
    expect(bad.status).toBe(400)
    expect((await lead.get(`/api/jobs/${id}/procedure/versions`)).body).toHaveLength(2)
  })
  it('what was seen is written down even where it contradicts an edit, which is taken back', async () => {
    const id = await openJob()
    const edits = [{ do: 'add', treatment: 'hotx', zoneGroup: 'seats-2', surfaces: ['seat-2l.seat-base'] }]
    await set(id, 0, { edits })
    await lead.send('POST', `/api/jobs/${id}/procedure`)
    expect(ids(await procedure(id))).toContain('hotx:seats-2')
    const revised = await lead.send('POST', `/api/jobs/${id}/procedure/revision`, {
      condition: { 'seat-2l.seat-base': { soil: 2, biohazard: ['sharps'] } },
      note: 'a needle in the crease',
    })
    expect(revised.status, JSON.stringify(revised.body)).toBe(200)
    expect(revised.body.takenBack.map((f: any) => f.code)).toEqual(['held'])
    const view = await procedure(id)
    expect(ids(view)).not.toContain('hotx:seats-2')
    expect(violations(view.request, view.procedure, t.context.catalogue)).toEqual([])
  })
  it('a failed recheck by a technician brings the next rung; twenty said at once are all kept', async () => {
    const id = await atWork()
    const failed = { surfaces: ['seat-1l.seat-base'], note: 'ring came back' }
    const first = await hand.send('POST', `/api/jobs/${id}/recheck`, failed)
    expect(first.status, JSON.stringify(first.body)).toBe(200)
    const many = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        i % 2 === 0
          ? hand.send('POST', `/api/jobs/${id}/recheck`, { ...failed, surfaces: ['seat-2l.seat-base'] })
          : say(id, 'note', { text: `note ${i}` }),
      ),
    )
    expect(many.map((a) => a.status)).toEqual(Array.from({ length: 8 }, () => 200))
    const view = await procedure(id)
    expect(view.version).toBe(6)
    expect(view.request.retries).toEqual({ 'seat-1l.seat-base': 1, 'seat-2l.seat-base': 4 })
    expect(view.procedure.residuals.some((r: any) => r.code === 'tried')).toBe(true)
  })
})

describe('named standards', () => {
  const put = (id: string, version: number, change: object = {}, by = lead) =>
    by.send('PUT', `/api/standards/${id}`, {
      version,
      name: 'Fleet turnaround',
      note: 'first',
      settings: { finish: 'trade' },
      ...change,
    })
  it('are kept in versions that never change, and used by jobs', async () => {
    const id = uuidv7()
    expect((await put(id, 0, {}, hand)).status).toBe(403)
    expect((await put(id, 0)).status).toBe(200)
    const settings = { finish: 'trade', edits: [{ do: 'remove', step: 'dress:car' }] }
    expect((await put(id, 1, { settings, note: 'no dressing' })).body).toEqual([
      { id, name: 'Fleet turnaround', version: 2, settings },
    ])
    expect((await put(id, 1)).body.code).toBe('stale')
    const versions = (await hand.get(`/api/standards/${id}/versions`)).body
    expect(versions.map((v: any) => [v.version, v.note, v.by])).toEqual([
      [2, 'no dressing', 'Tam'],
      [1, 'first', 'Tam'],
    ])
    expect((await put(uuidv7(), 0)).body.code).toBe('name-taken')
    const job = await openJob()
    const standard = { id, version: 2, name: 'Fleet turnaround' }
    const used = await set(job, 0, { ...settings, standard })
    expect(ids(used.body)).not.toContain('dress:car')
    expect(speak.note(used.body.procedure.notes[0])).toContain('Fleet turnaround, version 2')
    await lead.send('POST', `/api/jobs/${job}/procedure`)
    await put(id, 2, { settings: {}, note: 'all again' })
    expect(ids(await procedure(job))).not.toContain('dress:car')
    expect((await put(id, 3, { retired: true })).body).toEqual([])
  })
  it('are shared as files, and judged like everything else', async () => {
    const id = uuidv7()
    await put(id, 0, { name: 'Show car', settings: { finish: 'show' } })
    const file = (await lead.get(`/api/standards/${id}/file`)).body
    expect(file).toMatchObject({ format: 'chamomile-standard', name: 'Show car', settings: { finish: 'show' } })
    expect((await stranger.get(`/api/standards/${id}/file`)).status).toBe(404)
    const taken = await stranger.send('POST', '/api/standards', { id: uuidv7(), file })
    expect(taken.body.map((s: any) => s.name)).toEqual(['Show car'])
    const bad = {
      ...file,
      name: 'Strong',
      settings: { edits: [{ do: 'ratio', step: 'brush:dash', ratio: { concentrate: 1, water: 1 } }] },
    }
    const refused = await lead.send('POST', '/api/standards', { id: uuidv7(), file: bad })
    expect([refused.status, refused.body.errors[0].pointer]).toEqual([400, '/settings/edits/0'])
    expect((await stranger.get(`/api/standards/${id}/versions`)).status).toBe(404)
    expect((await put('no-uuid', 0)).status).toBe(404)
  })
})

describe('a shop’s own pace', () => {
  it('is measured on finished steps, and planned with once it is taken over', async () => {
    const id = await openJob()
    await lead.send('POST', `/api/jobs/${id}/procedure`)
    const before = await procedure(id)
    // The server's own clock is what counts; the test turns it.
    for (const [type, minute] of [
      ['step-started', 1],
      ['step-paused', 3],
      ['step-started', 31],
      ['step-finished', 35],
    ] as const) {
      t.turnClock(minute)
      await lead.send('POST', `/api/jobs/${id}/events`, intent(type, { step: 'walk_round:car' }))
    }
    t.turnClock(0)
    const { measured, rates } = (await hand.get('/api/pace')).body
    expect(rates).toEqual({})
    const walk = measured.find((m: any) => m.treatment === 'walk_round')
    const book = before.procedure.steps.find((s: any) => s.id === 'walk_round:car').p50
    expect(walk.records).toBeGreaterThanOrEqual(1)
    expect(walk.measured).toBeCloseTo(6 / book, 1)
    expect((await lead.send('PUT', '/api/pace', { rates: { nothing: 2 } })).body.errors[0].pointer).toBe(
      '/rates/nothing',
    )
    expect((await hand.send('PUT', '/api/pace', { rates: { lm: 1.5 } })).status).toBe(403)
    expect((await lead.send('PUT', '/api/pace', { rates: { lm: 1.5 } })).body.rates).toEqual({ lm: 1.5 })
    const slower = await procedure(await openJob())
    const lm = (view: any) => view.procedure.steps.find((s: any) => s.id === 'lm:seats-1').p50
    expect(lm(slower)).toBeCloseTo(1.5 * lm(before), 6)
    await lead.send('PUT', '/api/pace', { rates: {} })
  })
})
