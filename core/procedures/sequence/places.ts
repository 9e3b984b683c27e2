import type { Body } from '#core/cabin/schema.ts'
import type { Walk } from '#core/catalogue/walk.ts'

/** Where one stands to work a zone. */
export interface Spot {
  /** −1 left, 0 middle, 1 right; across the car. */
  x: number
  /** Row of seats: 0 in front of the first, one more than there are behind the last. */
  y: number
  level: number
  /** What it is reached through; null: through whichever door is open. */
  door: string | null
  /** Row along the way round the car, and the place in it. */
  along: number
  at: number
}

/** Where a step is begun and where it ends; null: all over the car, or beside it. */
export type Stretch = { from: Spot; to: Spot } | null

const beside = (a: Spot | null, b: Spot | null) =>
  a === null || b === null || (Math.abs(a.x - b.x) <= 1 && Math.abs(a.y - b.y) <= 1)

const middle = (spot: Spot): Spot => ({ ...spot, x: 0, door: null })

const sides: Record<string, number> = { l: -1, cl: -1, cr: 1, r: 1 }
const named = /^([a-z-]+?)(?:-(\d)(c?[lr]|c)?)?$/

/** The zones of a body as places on the way round it, in the direction of a house. */
export class Places {
  private readonly spots = new Map<string, Spot | null>()
  private readonly walk: Walk
  private readonly body: Body
  private readonly round: boolean
  private readonly behind: number
  private readonly driver: number

  /** @param direction the house's choice */
  constructor(body: Body, walk: Walk, direction: string) {
    this.body = body
    this.walk = walk
    this.round = walk.directions[direction] === 'round'
    this.behind = body.rows.length + 1
    this.driver = body.driverSide === 'left' ? -1 : 1
  }

  /** The place of a zone; null where it is none of its own. */
  spot(zone: string): Spot | null {
    const known = this.spots.get(zone)
    if (known !== undefined) return known
    const made = this.make(zone)
    this.spots.set(zone, made)
    return made
  }

  stretch(zones: readonly string[]): Stretch {
    const spots = zones.flatMap((zone) => this.spot(zone) ?? [])
    // What spans both sides is done on the way out, not once more on the way back.
    const out = spots.filter((spot) => spot.along <= this.behind)
    let from: Spot | undefined
    let to: Spot | undefined
    for (const spot of out.length > 0 ? out : spots) {
      if (!from || spot.at < from.at || (spot.at === from.at && spot.level < from.level)) from = spot
      if (!to || spot.at > to.at || (spot.at === to.at && spot.level > to.level)) to = spot
    }
    if (!from || !to) return null
    // What spans both sides of a row is worked from the middle, so to speak: its next tool goes over both sides again.
    const spans = spots.some((spot) => spots.some((other) => spot.x * other.x < 0))
    return spans ? { from: middle(from), to: middle(to) } : { from, to }
  }

  /** Whether two lots of zones are beside one another anywhere: what is all round the car is beside all of it. */
  near(some: readonly string[], others: readonly string[]): boolean {
    for (const a of some) for (const b of others) if (a === b || beside(this.spot(a), this.spot(b))) return true
    return false
  }

  /** Whether rows of seats are reached past others: all of them lie behind all of those, and none has a door of its own. */
  past(behind: Iterable<number>, front: Iterable<number>): boolean {
    const [first, last] = [Math.min(...behind), Math.max(...front)]
    const isBehind = last > 0 && first > last && first <= this.body.rows.length
    return isBehind && this.body.doors.every((door) => door.row <= last)
  }

  private make(zone: string): Spot | null {
    const [, kind, row, side] = named.exec(zone) ?? []
    const place = this.walk.places.find((p) => p.zone === kind)
    if (!place || place.everywhere) return null
    const y = place.row === 'behind' ? this.behind : (place.row ?? Number(row ?? 0))
    const x = sides[side ?? 'c'] ?? 0
    const along = this.along(x, y)
    return { x, y, level: place.level, door: place.door ?? this.doorTo(x, y), along, at: along * 3 + this.across(x) }
  }

  private doorTo(x: number, y: number): string | null {
    if (x === 0) return null
    const side = x < 0 ? 'left' : 'right'
    const rows = this.body.doors.filter((d) => d.side === undefined || d.side === side).map((d) => d.row)
    const at = Math.max(1, y)
    const row = rows.filter((r) => r <= at).sort((a, b) => b - a)[0] ?? rows[0]
    return row === undefined ? null : `${side}-${row}`
  }

  /** Rear to front; or once round: the driver's side backwards, behind, the other side forwards. */
  private along(x: number, y: number): number {
    if (!this.round) return this.behind - y
    return x === -this.driver && y < this.behind ? 2 * this.behind - y : y
  }

  /** The driver's side of a row first. */
  private across(x: number): number {
    return x === 0 ? 1 : x === this.driver ? 0 : 2
  }
}
