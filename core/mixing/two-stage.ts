import { BadInput } from '#core/units/fault.ts'
import { fractionOf } from './fraction.ts'
import type { Ratio } from './schema.ts'

/**
 * What comes out when a premix is drawn and diluted again by a foamer, a proportioner or an extractor's tank: shares multiply.
 * 1:6 drawn at 1:8 comes out at 1:62.
 */
export function drawn(premix: Ratio, draw: Ratio): Ratio {
  const fraction = fractionOf(premix) * fractionOf(draw)
  return { concentrate: 1, water: Number((1 / fraction - 1).toPrecision(12)) }
}

/**
 * The premix that comes out at a wanted strength when it is drawn.
 * @throws BadInput at /final when even the neat product comes out weaker
 */
export function premixFor(final: Ratio, draw: Ratio): Ratio {
  const fraction = fractionOf(final) / fractionOf(draw)
  if (fraction > 1 + 1e-12)
    throw new BadInput([
      {
        pointer: '/final',
        message: `Drawn ${draw.concentrate}:${draw.water}, even the neat product comes out weaker than that.`,
      },
    ])
  return { concentrate: 1, water: Math.max(0, Number((1 / fraction - 1).toPrecision(12))) }
}

/**
 * The draw a machine really has, from a timed measurement: so much premix gone while so much came out.
 * @throws BadInput when more was drawn than came out
 */
export function drawOf(measured: { drawn_ml: number; out_ml: number }): Ratio {
  const { drawn_ml, out_ml } = measured
  if (!(drawn_ml > 0) || !(out_ml > drawn_ml))
    throw new BadInput([
      { pointer: '/drawn_ml', message: 'Less has to be drawn than comes out, and more than nothing.' },
    ])
  return { concentrate: 1, water: Number((out_ml / drawn_ml - 1).toPrecision(12)) }
}
