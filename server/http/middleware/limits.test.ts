import pino from 'pino'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { demoShop } from '#server/demo/shop.ts'
import { morningZone, seedShop } from '#server/demo/store.ts'
import { type Running, start } from '#server/serve.ts'
import { signIn } from '../../../tests/support/sign-in.ts'
import { freshDatabase } from '../../../tests/support/test-databases.ts'

const log = pino({ level: 'silent' })

const perSecond = 30
/** What a caller may save up. */
const measure = 4 * perSecond

async function server(outside?: Parameters<typeof start>[0]['outside']) {
  const running = await start({
    databaseUri: await freshDatabase(inject('database')),
    port: 0,
    log,
    requestsPerSecond: perSecond,
    ...(outside ? { outside } : {}),
  })
  await seedShop(running.context.db, demoShop, morningZone(new Date().toISOString()))
  return { running, base: `http://127.0.0.1:${running.port}` }
}
const statuses = async (calls: number, ask: (i: number) => Promise<Response>) => {
  const all = []
  for (let i = 0; i < calls; i += 50)
    all.push(...(await Promise.all(Array.from({ length: Math.min(50, calls - i) }, (_, k) => ask(i + k)))))
  for (const response of all) await response.arrayBuffer()
  return all
}

describe('a limit on how fast one may ask', () => {
  let running: Running
  let base: string
  beforeAll(async () => {
    ;({ running, base } = await server())
  })
  afterAll(() => running.stop())

  it('is not got round by made-up cookies or forwarded addresses, and whoever is signed in is not held up by it', async () => {
    const cookie = await signIn(base, 'Ines')
    const mine = () => fetch(`${base}/api/session`, { headers: { cookie } })
    expect((await mine()).status).toBe(200)
    const began = Date.now()
    const made: Response[] = []
    for (let wave = 0; wave < 14; wave++) {
      const calls = await statuses(50, (k) => {
        const i = wave * 50 + k
        return fetch(`${base}/api/session`, {
          headers: {
            cookie: `chamomile_session=made-up-${i}; chamomile_device=made-up-${i}`,
            'x-forwarded-for': `203.0.113.${i % 250}`,
          },
        })
      })
      made.push(...calls)
      // Somebody who is really signed in and at work has a measure of their own, from the same address.
      expect((await mine()).status).toBe(200)
    }
    const refused = made.filter((r) => r.status === 429)
    // However long a busy machine takes over them: no more than one measure every four seconds.
    const windows = 1 + Math.ceil((Date.now() - began) / 4000)
    expect(made.length - refused.length).toBeLessThanOrEqual(measure * windows)
    expect(Number(refused[0]!.headers.get('retry-after'))).toBeGreaterThanOrEqual(1)
  })
})

describe('behind a proxy', () => {
  it('that is trusted, callers are told apart by its word, and cookies are Secure when it says https', async () => {
    const { running, base } = await server({ trustedProxies: ['127.0.0.1'] })
    const by = (address: string, proto = 'https') =>
      fetch(`${base}/api/session`, { headers: { 'x-forwarded-for': address, 'x-forwarded-proto': proto } })
    const one = await statuses(2 * measure, () => by('203.0.113.9'))
    expect(one.some((r) => r.status === 429)).toBe(true)
    expect((await by('203.0.113.10')).status).toBe(200)
    // One customer's whole IPv6 network is one caller.
    const six = await statuses(2 * measure, (i) => by(`2001:db8:1:2::${(i + 1).toString(16)}`))
    expect(six.some((r) => r.status === 429)).toBe(true)
    expect((await by('2001:db8:1:3::1')).status).toBe(200)
    const enrol = (proto: string) =>
      fetch(`${base}/api/devices`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-proto': proto, 'x-forwarded-for': '203.0.113.44' },
        body: JSON.stringify({
          shop: demoShop.code,
          login: demoShop.people.find((p) => p.password)!.login,
          password: demoShop.people.find((p) => p.password)!.password,
          deviceName: 'd',
        }),
      })
    expect((await enrol('https')).headers.get('set-cookie')).toContain('Secure')
    expect((await enrol('http')).headers.get('set-cookie')).not.toContain('Secure')
    await running.stop()
  })
  it('a public address that is https makes cookies Secure whatever a caller says; without it a caller’s word is nothing', async () => {
    for (const [outside, secure] of [
      [{ publicUrl: 'https://shop.example' }, true],
      [undefined, false],
    ] as const) {
      const { running, base } = await server(outside)
      const answer = await fetch(`${base}/api/devices`, {
        method: 'POST',
        headers: {
          'content-type': 'application/json',
          'x-forwarded-proto': secure ? 'http' : 'https',
          ...(secure ? { origin: 'https://shop.example' } : {}),
        },
        body: JSON.stringify({
          shop: demoShop.code,
          login: demoShop.people.find((p) => p.password)!.login,
          password: demoShop.people.find((p) => p.password)!.password,
          deviceName: 'd',
        }),
      })
      expect(answer.status).toBe(204)
      expect(answer.headers.get('set-cookie')!.includes('Secure')).toBe(secure)
      await running.stop()
    }
  })
})
