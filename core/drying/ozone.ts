import { BadInput } from '#core/units/fault.ts'
import type { AirAnswer, AirRequest } from './schema.ts'

/** mg/m³ of one part of ozone in a million, at 25 °C (engines.md §3). */
const milligrams = 1.96
/** Parts in a million under which somebody goes in, and the car is given back (trade.md §10; a stricter local limit wins). */
export const entryLimit = 0.1
export const handOverLimit = 0.05
/** Figures of engines.md §3. */
const usual = { halfLife: 30, shutChanges: 1, openChanges: 60, rest: 0, limit: entryLimit }
/** Minutes of fresh air at least, however little there is. */
const leastAiring = 30

const rounded = (minutes: number) => Math.ceil(minutes)

/**
 * An ozone run in a shut cabin and its airing: dC/dt = G/V − (k + n)·C. The answer is "not before", never "safe": only a meter's reading, taken
 * then, by somebody named, lets anybody in (trade.md §10).
 * @throws BadInput where neither a length nor a strength is wanted, or the generator never reaches it
 */
export function air(request: AirRequest): AirAnswer {
  const { volume, generator, wanted, reading = null } = request
  const { halfLife, shutChanges, openChanges, rest, limit } = { ...usual, ...request }
  const decay = Math.LN2 / halfLife
  /** By minute. */
  const shut = decay + shutChanges / 60
  const open = decay + openChanges / 60
  const most = generator / 60 / volume / milligrams / shut
  if (request.run === undefined && wanted === undefined)
    throw new BadInput([{ pointer: '/run', message: 'How long it runs, or what it is to reach, is needed.' }])
  if (request.run === undefined && wanted! >= most)
    throw new BadInput([
      {
        pointer: '/wanted',
        message: `This generator reaches ${Number(most.toPrecision(3))} ppm in ${volume} m³ at most.`,
      },
    ])
  const run = request.run ?? -Math.log(1 - wanted! / most) / shut
  const peak = most * (1 - Math.exp(-shut * run))
  const opened = run + rest
  const atOpening = peak * Math.exp(-shut * rest)
  const under = (ppm: number) =>
    rounded(opened + Math.max(leastAiring, atOpening > ppm ? Math.log(atOpening / ppm) / open : 0))
  const at = (minute: number) => {
    if (minute <= run) return most * (1 - Math.exp(-shut * minute))
    if (minute <= opened) return peak * Math.exp(-shut * (minute - run))
    return atOpening * Math.exp(-open * (minute - opened))
  }
  const notBefore = { entry: under(limit), handOver: under(Math.min(limit, handOverLimit)) }
  const read = (from: number, ppm: number) => reading !== null && reading.at >= from && reading.ppm < ppm
  const until = notBefore.handOver
  const step = Math.max(1, Math.round(until / 60))
  return {
    run,
    peak,
    notBefore,
    allowed: {
      entry: read(notBefore.entry, limit),
      handOver: read(notBefore.handOver, Math.min(limit, handOverLimit)),
    },
    reading,
    moments: Array.from({ length: Math.ceil(until / step) + 1 }, (_, i) => ({ at: i * step, ppm: at(i * step) })),
  }
}
