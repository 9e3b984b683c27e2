import { expect, it } from 'vitest'
import { happenedAt } from './said-when.ts'

const now = '2026-05-04T10:00:00.000Z'

it('takes from a device how long ago it was, whatever its clock says', () => {
  const when = { deviceTime: '2031-01-01T00:00:00.000Z', sentAt: '2031-01-01T01:30:00.000Z' }
  expect(happenedAt(when, now)).toBe('2026-05-04T08:30:00.000Z')
})

it('believes nothing of the future, nothing older than a week, nothing it cannot read', () => {
  const at = (deviceTime: string, sentAt: string) => happenedAt({ deviceTime, sentAt }, now)
  expect(at('2026-05-04T11:00:00.000Z', '2026-05-04T10:00:00.000Z')).toBe(now)
  expect(at('2026-01-01T00:00:00.000Z', '2026-05-04T10:00:00.000Z')).toBe('2026-04-27T10:00:00.000Z')
  expect(at('yesterday', '2026-05-04T10:00:00.000Z')).toBe(now)
})

it('is never before what was said before it', () => {
  const when = { deviceTime: '2026-05-04T08:00:00.000Z', sentAt: now }
  expect(happenedAt(when, now, Date.parse('2026-05-04T09:00:00.000Z'))).toBe('2026-05-04T09:00:00.000Z')
})
