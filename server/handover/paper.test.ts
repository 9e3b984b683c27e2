import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { intent } from '../../tests/support/intent.ts'
import { issuedJob } from '../../tests/support/jobs.ts'
import { type Caller, otherShop, type TestServer, testServer } from '../../tests/support/test-server.ts'

let t: TestServer
let lead: Caller
let front: Caller

beforeAll(async () => {
  t = await testServer(inject('database'), [demoShop, otherShop])
  lead = await t.as('reedmere', 'tam', '4182')
  front = await t.as('reedmere', 'bea', '3925')
})
afterAll(() => t.close())

const paper = async (id: string, by: Caller = front) => {
  const answer = await t.call('GET', `/api/jobs/${id}/report/paper`, undefined, { cookie: by.cookie })
  const text = Buffer.from(await answer.arrayBuffer()).toString('latin1')
  return {
    status: answer.status,
    type: answer.headers.get('content-type'),
    name: /filename="([^"]*)"/.exec(answer.headers.get('content-disposition') ?? '')?.[1],
    images: text.match(/\/Subtype\s*\/Image/g)?.length ?? 0,
    pages: text.match(/\/Type\s*\/Page\b/g)?.length ?? 0,
  }
}
const photograph = async (job: string, kind: string, surface: string, red: number) => {
  const picture = sharp({ create: { width: 640, height: 480, channels: 3, background: { r: red, g: 90, b: 60 } } })
  const query = `id=${uuidv7()}&kind=${kind}&surface=${surface}`
  const answer = await t.call('POST', `/api/jobs/${job}/photos?${query}`, await picture.jpeg().toBuffer(), {
    cookie: lead.cookie,
    'content-type': 'image/jpeg',
  })
  expect(answer.status).toBe(200)
}

it('the customer’s paper is one page of PDF, with what stands before and after side by side', async () => {
  const job = await issuedJob(front, lead)
  expect(await paper(job.id)).toMatchObject({ status: 200, type: 'application/pdf', images: 0, pages: 1 })
  const surface = job.procedure.steps.find((s: { surfaces: string[] }) => s.surfaces.length > 0).surfaces[0]
  await photograph(job.id, 'before', surface, 100)
  // Half a pair is none.
  expect((await paper(job.id)).images).toBe(0)
  await photograph(job.id, 'after', surface, 200)
  expect(await paper(job.id)).toMatchObject({ images: 2, pages: 1 })
})

it('is made of a car that was taken before it was finished too, and of none in another shop', async () => {
  const job = await issuedJob(front, lead)
  const gone = { to: 'Ünal, שלום 🚗', unfinished: 'called away' }
  expect((await lead.send('POST', `/api/jobs/${job.id}/events`, intent('handed-over', gone))).status).toBe(200)
  const made = await paper(job.id)
  expect(made).toMatchObject({ status: 200, pages: 1 })
  expect(made.name).toMatch(/^handover-[a-z0-9-]+\.pdf$/)
  const { report } = (await front.get(`/api/jobs/${job.id}/report`)).body
  expect(report.handedOver).toMatchObject(gone)
  expect(report.remains.some((r: { code: string }) => r.code === 'not-done')).toBe(true)
  const stranger = await t.as('farside', 'nils', '1234')
  expect((await paper(job.id, stranger)).status).toBe(404)
})

it('a technician does not let a car go unfinished', async () => {
  const job = await issuedJob(front, lead)
  const gone = intent('handed-over', { to: 'Mira', unfinished: 'called away' })
  const ines = await t.as('reedmere', 'ines', '2694')
  expect((await ines.send('POST', `/api/jobs/${job.id}/events`, gone)).status).toBe(403)
  const answer = await front.send('POST', `/api/jobs/${job.id}/events`, gone)
  expect(answer).toMatchObject({ status: 409, body: { code: 'lead-lets-go' } })
})
