import { expect, it } from 'vitest'
import { callsOf, dueCalls } from './dwell-alarm.ts'

const at = (minute: number, second = 0) => Date.UTC(2026, 4, 4, 10, minute, second)
const timer = (min: number, max: number) => ({ step: 'lm:seats-1', min, max, startedAt: new Date(at(0)).toISOString() })

it('calls when a dwell may be worked, a minute before it dries on, and when it has', () => {
  expect(callsOf(timer(2, 8)).map((c) => [c.call, c.at])).toEqual([
    ['ready', at(2)],
    ['soon', at(7)],
    ['dried', at(8)],
  ])
})

it('does not call twice at once where a dwell is as long as it is short', () => {
  expect(callsOf(timer(2, 3)).map((c) => c.call)).toEqual(['ready', 'dried'])
})

it('makes each call once, also late after a sleep, and not when it is long past', () => {
  const timers = [timer(2, 8)]
  const none = new Set<string>()
  expect(dueCalls(timers, at(1, 59), none)).toEqual([])
  const [ready] = dueCalls(timers, at(3), none)
  expect(ready!.call).toBe('ready')
  expect(dueCalls(timers, at(3), new Set([ready!.key]))).toEqual([])
  expect(dueCalls(timers, at(20), none)).toEqual([])
})
