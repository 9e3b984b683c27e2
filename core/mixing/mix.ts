import { BadInput, type Fault } from '#core/units/fault.ts'
import { sayVolume } from '#core/units/format.ts'
import type { Mix, MixRequest, Ratio } from './schema.ts'

/** Share of concentrate in the finished mix: f = c / (c + w). */
export const fractionOf = (ratio: Ratio): number => ratio.concentrate / (ratio.concentrate + ratio.water)

/** Relative error of the dose above which a measuring vessel is called too coarse. */
const tolerance = 0.1

/** Rounds to the nearest graduation, halves down. */
export function toGraduation(volume: number, graduation: number): number {
  return Math.ceil(volume / graduation - 0.5) * graduation || 0
}

function fillingSteps(request: MixRequest, concentrate: number, water: number): string[] {
  if (water === 0)
    return [
      'Read the label; gloves and goggles on.',
      `Pour ${sayVolume(concentrate)} of the product, neat.`,
      'Close, wipe, label: product, neat, date, initials.',
    ]
  const dose = `Pour ${sayVolume(concentrate)} of concentrate, measured in the cup.`
  const fill = `Add ${sayVolume(water)} of water slowly.`
  const waterFirst = request.water_first || request.foams
  return [
    'Shake the concentrate; gloves and goggles on.',
    ...(waterFirst ? [fill, dose] : [dose, fill]),
    'Rinse the cup into the vessel with some of that water.',
    request.foams ? 'Swirl, do not shake: it foams.' : 'Close and swirl.',
    'Label: product, ratio, date, initials.',
  ]
}

function refuseWhatIsNotBuilt(request: MixRequest) {
  const faults: Fault[] = (['present', 'poured_ml', 'range'] as const)
    .filter((name) => request[name] !== undefined)
    .map((name) => ({
      pointer: `/${name}`,
      code: 'not-built',
      message: `"${name}" is not built yet: only fresh mixes are answered.`,
    }))
  if (faults.length > 0) throw new BadInput(faults)
}

/**
 * Doses a fresh mix: concentrate = f·V, water the rest.
 * @param request volumes in ml; `capacity_ml` is usable capacity with head-space taken off
 * @throws BadInput when the fill does not fit, or a part of the contract is asked for that is not built
 */
export function mix(request: MixRequest): Mix {
  refuseWhatIsNotBuilt(request)
  const { fill_ml, capacity_ml, ratio } = request
  if (fill_ml > capacity_ml) {
    throw new BadInput([
      {
        pointer: '/fill_ml',
        message: `${fill_ml} ml does not fit: the vessel takes ${capacity_ml} ml. Nothing is cut off silently.`,
      },
    ])
  }
  const fraction = fractionOf(ratio)
  const concentrate = fraction * fill_ml
  const graduation = request.graduation_ml
  const shown =
    ratio.water === 0 ? fill_ml : graduation ? Math.min(fill_ml, toGraduation(concentrate, graduation)) : concentrate
  const deviation = shown / concentrate - 1
  const warnings: Mix['warnings'] = []
  if (shown === 0) {
    warnings.push({
      code: 'dose-rounds-to-zero',
      message: `The dose is ${sayVolume(concentrate)}, less than half a mark of this cup: use one marked every ${finer(concentrate)} ml or finer.`,
    })
  } else if (Math.abs(deviation) > tolerance) {
    warnings.push({
      code: 'coarse-measure',
      message: `At this cup's marks the dose is ${Math.round(deviation * 100)} % off: use a finer one.`,
    })
  }
  return {
    concentrate_ml: concentrate,
    water_ml: fill_ml - concentrate,
    discard_ml: 0,
    total_ml: fill_ml,
    fraction,
    measured: { concentrate_ml: shown, water_ml: fill_ml - shown, fraction: shown / fill_ml, deviation },
    options: [],
    steps: fillingSteps(request, shown || concentrate, fill_ml - (shown || concentrate)),
    warnings,
  }
}

/** The coarsest ordinary graduation (ml) that shows a dose within the tolerance. */
function finer(dose: number): number {
  return [5, 2, 1, 0.5, 0.2, 0.1].find((mark) => Math.abs(toGraduation(dose, mark) / dose - 1) <= tolerance) ?? 0.1
}
