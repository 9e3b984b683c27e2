import { describe, expect, it } from 'vitest'
import { explainStart, readSettings, type Settings } from './settings.ts'

const defaults = { port: 4180, folder: '/data' }
const faults = (env: Record<string, string>) => (readSettings(env, defaults) as { faults?: string[] }).faults ?? []

describe('settings', () => {
  it('have defaults', () => {
    expect(readSettings({}, defaults)).toEqual({
      host: '127.0.0.1',
      port: 4180,
      databaseUri: undefined,
      folder: '/data',
      logLevel: 'info',
      outside: { trustedProxies: [] },
    })
  })
  it('take what the environment says', () => {
    const env = {
      PORT: '8080',
      HOST: '0.0.0.0',
      DATABASE_URL: 'mysql://app:secret@db:3306/chamomile',
      DATA: '/srv',
      LOG: 'warn',
      PUBLIC_URL: 'https://shop.example',
      TRUSTED_PROXIES: '127.0.0.1, 10.0.0.0/8',
    }
    expect(readSettings(env, defaults)).toEqual({
      host: '0.0.0.0',
      port: 8080,
      databaseUri: env.DATABASE_URL,
      folder: '/srv',
      logLevel: 'warn',
      outside: { publicUrl: 'https://shop.example', trustedProxies: ['127.0.0.1', '10.0.0.0/8'] },
    })
  })
  it.each([
    [{ PORT: '80x' }, /PORT/],
    [{ METER: 'yes' }, /METER is "yes": write stand-in/],
    [{ PORT: '70000' }, /65535/],
    [{ DATABASE_URL: 'postgres://a:b@c/d' }, /DATABASE_URL is not an address/],
    [{ DATABASE_URL: 'mysql://app@db/chamomile' }, /no password/],
    [{ HOST: 'my host' }, /HOST/],
    [{ LOG: 'loud' }, /LOG/],
    [{ PUBLIC_URL: 'shop.example' }, /PUBLIC_URL/],
    [{ TRUSTED_PROXIES: 'the proxy' }, /TRUSTED_PROXIES/],
  ])('%j is told in one sentence', (env, sentence) => {
    expect(faults(env as Record<string, string>)).toHaveLength(1)
    expect(faults(env as Record<string, string>)[0]).toMatch(sentence)
  })
  it('all faults are told at once, and no secret with them', () => {
    const list = faults({ PORT: 'x', DATABASE_URL: 'mysql://app:hunter2hunter2@/' })
    expect(list).toHaveLength(2)
    expect(list.join()).not.toContain('hunter2')
  })
})

it.each([
  [{ code: 'EADDRINUSE', message: '' }, /taken/],
  [{ code: 'EACCES', syscall: 'listen', message: '' }, /above 1023/],
  [{ code: 'ENOSPC', message: '' }, /full/],
  [{ message: 'InnoDB: No space left on device' }, /full/],
  [{ code: 'EROFS', message: '' }, /cannot be written/],
  [{ message: '', cause: { code: 'ECONNREFUSED' } }, /does not answer/],
  [{ code: 'ER_ACCESS_DENIED_ERROR', message: '' }, /refuses this user/],
])('a failed start %j is one sentence that says what to do', (error, sentence) => {
  const settings = readSettings({}, defaults) as Settings
  expect(explainStart(error, settings)).toMatch(sentence)
  expect(explainStart(new Error('something new'), settings)).toBeUndefined()
})
