import type { Surface } from '#core/cabin/schema.ts'
import { placeOfSurface } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Stop } from '#core/catalogue/stop.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import type { HeldBecause } from '#core/procedures/messages.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { Setting } from './setting.ts'
import { plannedFor, stainsOf } from './stains-here.ts'

/** A finding that stops in this car: what is held by it, and why it is not worked where nobody here may. */
export interface Standing {
  id: string
  rule: Stop
  /** Where it was found; none: the whole car. */
  places: readonly Surface[]
  held: ReadonlySet<string>
  /** The crew itself takes it on: what it does there is planned. */
  taken: boolean
  /** It is a specialist's. */
  specialist: boolean
  /** Why nobody here takes it on. */
  because: HeldBecause
}

/** Which places touch which: side by side, one behind the other, and what hangs over them. Zones as the cabin names them. */
function touches(a: string, b: string): boolean {
  if (a === b) return true
  const at = (zone: string) => /^(seat|foot|door|overhead|pillar)-(\d)([lrc])?/.exec(zone)
  const [x, y] = [at(a), at(b)]
  if (!x || !y) {
    const pair = [a, b].sort().join(' ')
    return [
      'console dash',
      'console foot-1l',
      'console foot-1r',
      'console seat-1l',
      'console seat-1r',
      'dash foot-1l',
      'dash foot-1r',
    ].includes(pair)
  }
  if (x[1] === 'overhead' || y[1] === 'overhead') return x[2] === y[2] && x[1] === y[1]
  const rows = Math.abs(Number(x[2]) - Number(y[2]))
  const side = x[3] === y[3] || x[3] === 'c' || y[3] === 'c' || !x[3] || !y[3]
  // A footwell lies between its own seat and the seat before it.
  const foot = x[1] === 'foot' ? x : y
  const seat = x[1] === 'foot' ? y : x
  const behind = foot[1] === 'foot' && seat[1] === 'seat' && Number(foot[2]) - Number(seat[2]) === 1
  if (x[1] !== y[1]) return side && (rows === 0 || behind)
  return rows === 0 && side
}

const gapKinds = new Set([
  'gap',
  'under-seat',
  'seat-pocket',
  'door-pocket',
  'door-cup',
  'cubby',
  'glovebox',
  'glovebox-inside',
  'fold-well',
  'seat-crease',
  'cup-holders',
  'load-well',
])

const wide = (condition: SurfaceCondition, rule: Stop, size: string | undefined) =>
  (condition.stains ?? []).some((s) => (rule.found.stains ?? []).includes(s.kind) && s.size === size)

/** Only where there is any of this does a rule find anything. */
const isMarked = ({ biohazard, stains, moisture }: SurfaceCondition) =>
  moisture !== undefined || (biohazard ?? []).length > 0 || (stains ?? []).length > 0

/** Marks in a surface's condition that the rule is about, by name. */
export function marksOf({ found }: Stop, condition: SurfaceCondition): string[] {
  const { biohazards = [], stains = [], moisture = [] } = found
  return [
    ...(condition.biohazard ?? []).filter((b) => biohazards.includes(b)),
    ...(condition.stains ?? []).map((s) => s.kind).filter((kind) => stains.includes(kind)),
    ...(condition.moisture !== undefined && moisture.includes(condition.moisture) ? [condition.moisture] : []),
  ]
}

/** What of a surface's condition the rule stops for, by name. */
function findingsOf(rule: Stop, surface: Surface, condition: SurfaceCondition): string[] {
  const there = marksOf(rule, condition)
  if (!rule.where) return there
  const { groups, kinds, sizes } = rule.where
  const isThere =
    groups.includes(surface.group) || kinds.includes(surface.kind) || sizes.some((size) => wide(condition, rule, size))
  return isThere ? there : []
}

/** Whether it is too large for the crew, or where it goes into foam and seams. */
function isLarge(rule: Stop, surface: Surface, condition: SurfaceCondition): boolean {
  return (
    (rule.largeFrom !== undefined && wide(condition, rule, rule.largeFrom)) ||
    (rule.largeKinds ?? []).includes(surface.kind)
  )
}

/** A stain or fluid of the rule that nobody works on this material: a specialist's, whatever its size. */
function isUnworkable(
  rule: Stop,
  surface: Surface,
  condition: SurfaceCondition,
  { catalogue, material }: Setting,
): boolean {
  if (rule.holds !== 'surface') return false
  return stainsOf(condition, catalogue)
    .filter((s) => (rule.found.stains ?? []).includes(s.kind))
    .some(({ kind }) => {
      const known = byId(catalogue.stains, kind, 'stain')
      return plannedFor(known, material(surface.material).family, catalogue).length === 0
    })
}

/** Where a surface is worked, and where it lies in the car: a mat lies in its footwell until a hand takes it out. */
const lies = (s: Surface): string[] => [...new Set([s.zone, placeOfSurface(s)])]

function heldBy(rule: Stop, places: readonly Surface[], surfaces: readonly Surface[], taken: boolean): Set<string> {
  if (rule.holds === 'car') return new Set(surfaces.map((s) => s.id))
  const zones = new Set(places.map((p) => p.zone))
  // What nobody here takes on holds its whole place: nothing may stir it.
  const whole = rule.holds === 'zone' || !taken
  return new Set(
    surfaces
      .filter(
        (s) =>
          places.includes(s) ||
          (whole && lies(s).some((zone) => zones.has(zone))) ||
          (rule.touching && [...zones].some((zone) => lies(s).some((there) => touches(zone, there)))) ||
          (rule.gaps && gapKinds.has(s.kind)),
      )
      .map((s) => s.id),
  )
}

/**
 * What a finding holds before anybody has taken it on, as a phone can say it by itself: surfaces, or the whole car.
 * @param surface where it is; undefined where it is only smelt, which may be anywhere
 */
export function holdsWhereFound(
  rule: Stop,
  surface: string | undefined,
  surfaces: readonly Surface[],
): 'car' | string[] {
  const place = surfaces.find((s) => s.id === surface)
  if (!place || rule.holds === 'car') return 'car'
  return [...heldBy(rule, [place], surfaces, false)]
}

/**
 * The findings that stop work in this car and are not cleared, each with what it holds (judgement: stop comes before everything).
 * Of several rules that would stop the same finding the first one in the catalogue counts.
 */
export function standingStops(
  { checkIn, cleared = [] }: Pick<ProcedureRequest, 'checkIn' | 'cleared'>,
  surfaces: readonly Surface[],
  setting: Setting,
): Standing[] {
  const over = new Set(cleared)
  const standing: Standing[] = []
  const explained = new Set<string>()
  const marked = surfaces.filter((s) => isMarked(checkIn.condition[s.id] ?? { soil: 0 }))
  for (const rule of setting.catalogue.stops) {
    if (rule.features && !rule.features.some((f) => setting.car.features.has(f))) continue
    const smelt = (checkIn.odours ?? []).some((o) => (rule.found.odours ?? []).includes(o.kind))
    const fresh = (s: Surface) =>
      findingsOf(rule, s, checkIn.condition[s.id]!)
        .map((finding) => `${s.id} ${finding}`)
        .filter((finding) => !explained.has(finding))
    const places = marked.filter((s) => fresh(s).length > 0)
    if (places.length === 0 && !smelt) continue
    const zones = [...new Set(places.map((p) => p.zone))]
    const byPlace = rule.holds === 'car' ? [places] : zones.map((zone) => places.filter((p) => p.zone === zone))
    for (const there of byPlace) {
      const id = rule.holds === 'car' ? `stop:${rule.id}` : `stop:${rule.id}:${there[0]!.zone}`
      for (const finding of there.flatMap(fresh)) explained.add(finding)
      if (over.has(id)) continue
      const specialist =
        rule.specialist === true ||
        there.some((p) => isLarge(rule, p, checkIn.condition[p.id]!)) ||
        there.some((p) => isUnworkable(rule, p, checkIn.condition[p.id]!, setting)) ||
        (rule.onlyHard === true &&
          there.some(
            (p) => !['hard', 'gloss', 'jamb', 'rubber', 'glass'].includes(setting.material(p.material).family),
          ))
      const untrained = rule.skill !== null && !setting.means.skills.has(rule.skill)
      const taken = !specialist && !untrained && (rule.holds === 'surface' || rule.work !== undefined)
      standing.push({
        id,
        rule,
        places: there,
        held: heldBy(rule, there, surfaces, taken),
        taken,
        specialist,
        because: specialist
          ? { is: 'specialist' }
          : untrained
            ? { is: 'untrained', skill: rule.skill! }
            : { is: 'uncleared' },
      })
    }
  }
  return standing.map((stop) => {
    // Nobody treats what lies where something else holds: until that is cleared the place is held whole.
    const over = stop.taken && standing.find((s) => !s.taken && stop.places.some((p) => s.held.has(p.id)))
    if (!over) return stop
    return {
      ...stop,
      taken: false,
      held: heldBy(stop.rule, stop.places, surfaces, false),
      because: { is: 'waits', rule: over.rule.id },
    }
  })
}

/** What the standing stops mean for the choice of work. */
export interface Held {
  by: ReadonlyMap<string, Standing>
  /** What holds the whole car, if anything does. */
  car: Standing | undefined
  /** Nothing is blown or dusted anywhere. */
  noDust: boolean
  /** Nothing is vacuumed dry anywhere. */
  noVacuum: boolean
}

export function heldIn(stops: readonly Standing[]): Held {
  const by = new Map<string, Standing>()
  // What the crew itself takes on is worked where it was found; whatever else holds that surface comes before it.
  for (const stop of [...stops].sort((a, b) => Number(a.taken) - Number(b.taken)))
    for (const id of stop.held) if (!by.has(id)) by.set(id, stop)
  return {
    by,
    car: stops.find((s) => s.rule.holds === 'car'),
    noDust: stops.some((s) => s.rule.noDust),
    noVacuum: stops.some((s) => s.rule.noVacuum),
  }
}
