import type { Surface } from '#core/cabin/schema.ts'
import { placeOfSurface } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import { title } from '#core/procedures/messages.ts'
import type { Work } from './choose.ts'
import { stepP80, workMinutes } from './minutes.ts'
import { type Draft, type Drafting, sum, unique } from './steps.ts'

/** The step that a part is of; other steps are their own. */
export const wholeOf = (step: string): string => step.replace(/@\d+/, '')

/** A place worked by one pair of hands, with what there is to do in it. */
interface Bag {
  zones: string[]
  minutes: number
}

const lighter = (bags: readonly Bag[]) => bags.reduce((least, bag) => (bag.minutes < least.minutes ? bag : least))
const put = (bag: Bag, zone: string, minutes: number) => {
  bag.zones.push(zone)
  bag.minutes += minutes
}

/**
 * Places shared out among so many: the sides of the car first, what is in the middle to whoever has less.
 * @param sideOf −1 left, 0 middle, 1 right
 */
function shared(places: ReadonlyMap<string, number>, crew: number, sideOf: (zone: string) => number): Bag[] {
  const bags: Bag[] = Array.from({ length: crew }, () => ({ zones: [], minutes: 0 }))
  const heaviest = [...places].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))
  for (const [zone, minutes] of heaviest) {
    const side = sideOf(zone)
    if (crew === 2 && side !== 0) put(bags[side < 0 ? 0 : 1]!, zone, minutes)
  }
  for (const [zone, minutes] of heaviest) if (crew > 2 || sideOf(zone) === 0) put(lighter(bags), zone, minutes)
  return bags.filter((bag) => bag.zones.length > 0)
}

/** Whole numbers in proportion to shares that add up to a total, none of them zero: largest remainder. */
export function apportioned(total: number, shares: readonly number[]): number[] {
  const all = sum(shares)
  const spare = total - shares.length
  const exact = shares.map((s) => (all > 0 ? (spare * s) / all : spare / shares.length))
  const whole = exact.map(Math.floor)
  const left = spare - sum(whole)
  const first = exact.map((x, i) => ({ i, rest: x - whole[i]! })).sort((a, b) => b.rest - a.rest || a.i - b.i)
  for (const { i } of first.slice(0, left)) whole[i]!++
  return whole.map((n) => n + 1)
}

/** Steps for so many people: what spans several places is shared out among them, each part in places of its own (judgement.md §6). */
export class Parts {
  private readonly crew: number
  private readonly drafting: Drafting
  private readonly surfaces: ReadonlyMap<string, Surface>
  /** The places that a zone is divided into. */
  private readonly within = new Map<string, string[]>()
  /** By place: −1 left, 0 middle, 1 right. */
  private readonly sides = new Map<string, number>()
  private readonly work = new Map<string, { minutes: number; area: number }>()

  constructor(works: readonly Work[], crew: number, drafting: Drafting) {
    this.crew = crew
    this.drafting = drafting
    this.surfaces = new Map(drafting.surfaces.map((s) => [s.id, s]))
    for (const s of drafting.surfaces) {
      const zone = this.zone(s)
      this.within.set(s.zone, unique([...(this.within.get(s.zone) ?? []), zone]))
      this.sides.set(zone, zone === s.zone ? this.sideOf(zone) : this.sideOf(placeOfSurface(s)))
    }
    for (const w of works) this.work.set(`${w.treatment.id} ${w.surface.id}`, { minutes: workMinutes(w), area: w.area })
  }

  of(steps: readonly Draft[]): Draft[] {
    if (this.crew < 2) return [...steps]
    const cut = new Map<Draft, Draft[]>()
    for (const family of this.families(steps)) {
      const bags = this.bagsOf(family)
      for (const step of family) cut.set(step, this.partsIn(step, bags))
    }
    // What was wetted in parts dries in parts.
    const inParts = new Set(steps.filter((s) => s.dries && cut.get(s)!.length > 1).map((s) => s.zoneGroup))
    return steps.flatMap((step) =>
      step.treatment === 'dry' && inParts.has(step.zoneGroup) ? this.dryingParts(step) : cut.get(step)!,
    )
  }

  /**
   * Steps with what may wait only so long for them: those are shared out alike or not at all, or the spray on the one side waits for the
   * machine while that is on the other.
   */
  private families(steps: readonly Draft[]): Draft[][] {
    const ties = this.drafting.setting.catalogue.orderRules.filter((r) => r.lag?.max !== undefined && !r.chain)
    const tied = (a: Draft, b: Draft) =>
      ties.some((r) => r.first.treatments?.includes(a.treatment) && r.next.treatments?.includes(b.treatment)) &&
      b.surfaces.some((id) => a.surfaces.includes(id))
    const families: Draft[][] = []
    for (const step of steps) {
      const mine = step.kept ? [] : families.filter((f) => f.some((s) => !s.kept && (tied(s, step) || tied(step, s))))
      families.push([...mine.flat(), step])
      for (const family of mine) families.splice(families.indexOf(family), 1)
    }
    return families
  }

  /** Zones of a step: what all of the car has in one zone (glass, jambs) is a place on each side of it. */
  private zone(surface: Surface): string {
    const { divided } = this.drafting.setting.catalogue.figures
    if (!divided.includes(surface.zone)) return surface.zone
    const side = this.sideOf(placeOfSurface(surface))
    return `${surface.zone}-${side === 0 ? surface.kind : side < 0 ? 'l' : 'r'}`
  }

  private sideOf(zone: string): number {
    return this.drafting.places.spot(zone)?.x ?? 0
  }

  private shared(places: ReadonlyMap<string, number>, crew: number): Bag[] {
    return shared(places, crew, (zone) => this.sides.get(zone)!)
  }

  private zonesOf(ids: readonly string[]) {
    return unique(ids.map((id) => this.zone(this.surfaces.get(id)!)))
  }

  /** Zones held by a step that is not shared out. */
  private whole(step: Draft): Draft {
    return { ...step, zones: step.zones.flatMap((zone) => this.within.get(zone) ?? [zone]) }
  }

  private mayBeShared(step: Draft): boolean {
    const { catalogue } = this.drafting.setting
    if (step.kept || step.crew !== 1 || step.stop) return false
    const row = catalogue.wholeCar.find((r) => r.id === step.treatment)
    if (row) return row.shared === true
    return step.surfaces.length > 0 && byId(catalogue.treatments, step.treatment, 'treatment').holdsCar !== true
  }

  /** Places for each of those who share a family of steps; none: they are left whole. */
  private bagsOf(family: readonly Draft[]): Bag[] {
    const longest = Math.max(...family.map((s) => s.minutes))
    if (longest < this.drafting.setting.catalogue.figures.sharedFrom) return []
    if (!family.every((s) => this.mayBeShared(s))) return []
    const places = new Map<string, number>()
    for (const step of family)
      for (const [zone, minutes] of this.placesOf(step)) places.set(zone, (places.get(zone) ?? 0) + minutes)
    const bags = this.shared(places, Math.min(this.crew, Math.floor(longest / 2), places.size))
    const [all, p50] = [sum(bags.map((b) => b.minutes)), sum(family.map((s) => s.p50))]
    // Nobody is called over for a minute's work, and a minute is not divided.
    const isFair = bags.every((bag) => (p50 * bag.minutes) / all >= 1)
    return bags.length > 1 && isFair && family.every((s) => s.minutes >= this.used(s, bags).length) ? bags : []
  }

  private placesOf(step: Draft): Map<string, number> {
    const places = new Map<string, number>()
    for (const id of step.surfaces) {
      const zone = this.zone(this.surfaces.get(id)!)
      places.set(zone, (places.get(zone) ?? 0) + this.weight(step, id).minutes)
    }
    return places
  }

  private used(step: Draft, bags: readonly Bag[]): Bag[] {
    const places = this.placesOf(step)
    return bags.flatMap(({ zones }) => {
      const there = zones.filter((zone) => places.has(zone))
      return there.length > 0 ? [{ zones: there, minutes: sum(there.map((zone) => places.get(zone)!)) }] : []
    })
  }

  private partsIn(step: Draft, all: readonly Bag[]): Draft[] {
    const bags = this.used(step, all)
    if (bags.length < 2) return [this.whole(step)]
    const total = sum(bags.map((b) => b.minutes))
    const minutes = apportioned(
      step.minutes,
      bags.map((b) => b.minutes),
    )
    return bags.map((bag, i) => ({
      ...this.part(step, i, bag.zones, total > 0 ? bag.minutes / total : 1 / bags.length),
      minutes: minutes[i]!,
    }))
  }

  /** What a surface takes of a step: its own minutes there; of a step of the whole car its area. */
  private weight(step: Draft, surface: string) {
    const { area } = this.surfaces.get(surface)!
    return this.work.get(`${step.treatment} ${surface}`) ?? { minutes: area, area: step.area > 0 ? area : 0 }
  }

  private dryingParts(step: Draft): Draft[] {
    const zones = this.zonesOf(step.surfaces)
    const bags =
      this.crew === 2 ? this.shared(new Map(zones.map((z) => [z, 1])), 2).map((b) => b.zones) : zones.map((z) => [z])
    return bags.length < 2 ? [step] : bags.map((bag, i) => this.part(step, i, bag, 0))
  }

  private part(step: Draft, nth: number, zones: readonly string[], share: number): Draft {
    const there = new Set(zones)
    const surfaces = step.surfaces.filter((id) => there.has(this.zone(this.surfaces.get(id)!)))
    const areas = surfaces.map((id) => this.weight(step, id).area)
    const area = sum(areas)
    const ofArea = step.area > 0 ? area / step.area : share
    const { severe, request } = this.drafting
    const p50 = step.p50 * share
    return {
      ...step,
      id: `${step.id}@${nth + 1}`,
      title: title('part', {
        of: step.title,
        zones: [...zones],
        driver: request.checkIn.vehicle.body.driverSide,
        rows: request.checkIn.vehicle.body.rows.length,
      }),
      zones: [...zones],
      at: step.at.length > 0 ? [...zones] : [],
      surfaces,
      rows: new Set(surfaces.map((id) => this.surfaces.get(id)!.row)),
      area,
      p50,
      p80: p50 > 0 ? stepP80(p50, severe) : step.p80,
      product: step.product && { ...step.product, ml: step.product.ml * ofArea },
      towels: step.towels.map((t) => ({
        ...t,
        count: Math.max(1, Math.round(t.count * ofArea)),
        ...(t.faces === undefined ? {} : { faces: Math.max(1, Math.ceil(t.faces * ofArea)) }),
      })),
      ...(step.playbook ? { playbook: step.playbook.filter((p) => surfaces.includes(p.surface)) } : {}),
    }
  }
}
