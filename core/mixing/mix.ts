import { none } from '#core/message/message.ts'
import { BadInput, type Fault } from '#core/units/fault.ts'
import { fractionOf } from './fraction.ts'
import { leftoverOf } from './leftover.ts'
import { type BenchStep, benchStep, mixWarning } from './messages.ts'
import { optionsFor } from './poured.ts'
import type { HazardRole, Mix, MixRequest } from './schema.ts'

/** Relative error of the dose above which a measuring vessel is called too coarse: disinfectants are judged more strictly. */
export const toleranceOf = (role: HazardRole | undefined): number => (role === 'disinfectant' ? 0.05 : 0.1)

/** Rounds to the nearest graduation, halves down. */
export function toGraduation(volume: number, graduation: number): number {
  return Math.ceil(volume / graduation - 0.5) * graduation || 0
}

/** The coarsest ordinary graduation (ml) that shows a dose within the tolerance. */
function finer(dose: number, tolerance: number): number {
  return [5, 2, 1, 0.5, 0.2, 0.1].find((mark) => Math.abs(toGraduation(dose, mark) / dose - 1) <= tolerance) ?? 0.1
}

/** Under this share of a cup its marks stand in the curve of its bottom, or have none. */
const leastFilled = 0.1

/**
 * Which of the cups at hand shows a dose with the least relative error; of equals the coarser, which is read faster. A jug that is not
 * filled to a tenth is taken only where nothing else holds it.
 */
export function bestCup<T extends { graduation: number; capacity: number }>(
  cups: readonly T[],
  dose: number,
): T | undefined {
  const error = (cup: T) => Math.abs(toGraduation(dose, cup.graduation) / dose - 1)
  const holding = cups.filter((cup) => cup.capacity >= dose)
  const filled = holding.filter((cup) => dose >= cup.capacity * leastFilled)
  return [...(filled.length > 0 ? filled : holding)].sort(
    (a, b) => error(a) - error(b) || b.graduation - a.graduation,
  )[0]
}

/** Acid and caustic go into water whatever the house says; so do labels that say so. Foaming ones do by house rule. */
export const waterFirst = (request: Pick<MixRequest, 'water_first' | 'foams' | 'role'>): boolean =>
  request.water_first === true || request.role === 'acid' || request.role === 'caustic' || request.foams === true

function fillingSteps(
  request: MixRequest,
  concentrate: number,
  water: number,
  discard: number,
  kept: number,
): BenchStep[] {
  const first = [
    ...(discard > 0 ? [kept > 0 ? benchStep('pour-away', { ml: discard }) : benchStep('empty-and-rinse', none)] : []),
  ]
  if (water === 0 && kept === 0)
    return [
      benchStep('read-label', none),
      ...first,
      benchStep('pour-neat', { ml: concentrate }),
      benchStep('label-neat', none),
    ]
  const dose = concentrate > 0 ? [benchStep('pour-concentrate', { ml: concentrate })] : []
  const fill = water > 0 ? [benchStep('add-water', { ml: water })] : []
  return [
    benchStep('shake-first', none),
    ...first,
    ...(waterFirst(request) ? [...fill, ...dose] : [...dose, ...fill]),
    ...(dose.length > 0 && fill.length > 0 ? [benchStep('rinse-cup', none)] : []),
    request.foams ? benchStep('swirl-foaming', none) : benchStep('swirl', none),
    benchStep('label', none),
  ]
}

/** What cannot be a bottle. Nothing is cut off silently. */
function faultsOf({ fill_ml, capacity_ml, present, range, poured_ml = 0 }: MixRequest): Fault[] {
  const faults: Fault[] = []
  const tooMuch = (pointer: string, ml: number) =>
    faults.push({
      pointer,
      message: `${ml} ml does not fit: the vessel takes ${capacity_ml} ml. Nothing is cut off silently.`,
    })
  if (fill_ml > capacity_ml) tooMuch('/fill_ml', fill_ml)
  if (present && present.volume_ml > capacity_ml) tooMuch('/present/volume_ml', present.volume_ml)
  if (poured_ml > capacity_ml) tooMuch('/poured_ml', poured_ml)
  if (range && range.min > range.max)
    faults.push({ pointer: '/range', message: 'The weakest share is stronger than the strongest.' })
  return faults
}

/**
 * Doses a mix: towards V at f with V0 at f0 kept, concentrate C = f·V − f0·V0 and water W = V − V0 − C (engines.md §1).
 * @param request volumes in ml
 * @throws BadInput when something does not fit
 */
export function mix(request: MixRequest): Mix {
  const faults = faultsOf(request)
  if (faults.length > 0) throw new BadInput(faults)
  const { fill_ml, ratio, graduation_ml: graduation, poured_ml: poured, range, role } = request
  const fraction = fractionOf(ratio)
  const leftover = leftoverOf(request, fraction)
  const { kept, keptFraction, discard, warnings } = leftover
  // What binary fractions leave over is no drop.
  const tiny = 1e-9 * fill_ml
  const exact = (value: number) => (Math.abs(value) < tiny ? 0 : value)
  const concentrate = exact(fraction * fill_ml - keptFraction * kept)
  const water = exact(fill_ml - kept - concentrate)
  const most = fill_ml - kept
  const shown =
    water === 0 || concentrate === 0 || !graduation
      ? concentrate
      : Math.min(most, toGraduation(concentrate, graduation))
  const deviation = concentrate === 0 ? 0 : shown / concentrate - 1
  const tolerance = toleranceOf(role)
  if (concentrate > 0 && shown === 0)
    warnings.push(mixWarning('dose-rounds-to-zero', { dose: concentrate, mark: finer(concentrate, tolerance) }))
  else if (Math.abs(deviation) > tolerance)
    warnings.push(mixWarning('coarse-measure', { deviation, mark: finer(concentrate, tolerance) }))
  if (range && (fraction > range.max + 1e-12 || fraction < range.min - 1e-12))
    warnings.push(mixWarning(fraction > range.max ? 'above-label' : 'below-label', none))
  const poured_ml = poured ?? 0
  return {
    concentrate_ml: concentrate,
    water_ml: water,
    discard_ml: discard,
    total_ml: fill_ml,
    fraction,
    measured: {
      concentrate_ml: shown,
      water_ml: fill_ml - kept - shown,
      fraction: (shown + keptFraction * kept) / fill_ml,
      deviation,
    },
    options:
      poured === undefined ? [] : optionsFor(request, { dose: concentrate, kept, keptFraction, fraction, poured_ml }),
    steps: fillingSteps(request, shown || concentrate, fill_ml - kept - (shown || concentrate), discard, kept),
    warnings,
  }
}

/** The arithmetic in one line a person can check: "900 × 1 ⁄ (1 + 10) − 0 = 81.8 ml". */
export function arithmetic(request: MixRequest, answer: Mix): string {
  const { ratio, fill_ml } = request
  const kept = fill_ml - answer.concentrate_ml - answer.water_ml
  const has = fractionOf(ratio) * fill_ml - answer.concentrate_ml
  const part = `${round(fill_ml)} ml × ${ratio.concentrate} ⁄ (${ratio.concentrate} + ${ratio.water})`
  return kept > 1e-6
    ? `${part} − ${round(has)} ml already in the ${round(kept)} ml kept = ${round(answer.concentrate_ml)} ml`
    : `${part} = ${round(answer.concentrate_ml)} ml`
}
const round = (ml: number) => Number(ml.toFixed(ml < 10 ? 2 : 1))
