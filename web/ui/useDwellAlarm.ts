import { useEffect } from 'react'
import type { Timer } from '#core/job/schema.ts'
import { type Call, dueCalls } from './dwell-alarm.ts'

/** Tones in hertz and their lengths in milliseconds: two up, four level, three down; told apart without looking. */
const tones: Record<Call, readonly number[]> = { ready: [660, 880], soon: [880, 880, 880, 880], dried: [880, 660, 440] }
const toneLength = 180

let sound: AudioContext | undefined

function play(call: Call) {
  navigator.vibrate?.(tones[call].flatMap(() => [200, 100]))
  try {
    sound ??= new AudioContext()
    // A page that nobody has touched yet may make no sound.
    if (sound.state === 'suspended') void sound.resume()
    tones[call].forEach((hertz, i) => {
      const from = sound!.currentTime + (i * toneLength * 1.3) / 1000
      const oscillator = new OscillatorNode(sound!, { frequency: hertz })
      const gain = new GainNode(sound!, { gain: 0.25 })
      oscillator.connect(gain).connect(sound!.destination)
      oscillator.start(from)
      oscillator.stop(from + toneLength / 1000)
    })
  } catch {
    // Without sound the clock on the screen says it.
  }
}

/** The screen stays on while a dwell runs, where the browser lets it. */
function useWakeLock(wanted: boolean) {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    let over = false
    const take = () => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock.request('screen').then(
        (got) => {
          lock = got
          if (over) void got.release()
        },
        () => {},
      )
    }
    take()
    // The browser takes it away from a page that is hidden.
    document.addEventListener('visibilitychange', take)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [wanted])
}

/** Calls made on this page: whichever of its screens shows the dwell, each sounds once. */
const made = new Set<string>()

/** Sounds and shakes when a dwell may be worked, is about to dry on, and has; keeps the screen on while one runs. */
export function useDwellAlarm(timers: readonly Timer[], now: number) {
  useWakeLock(timers.length > 0)
  useEffect(() => {
    for (const { key, call } of dueCalls(timers, now, made)) {
      made.add(key)
      play(call)
    }
  }, [timers, now])
}
