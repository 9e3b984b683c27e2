import { type Flux, flux, latentHeat } from './evaporation.ts'
import { humidityRatio, relativeHumidity, vapour } from './moist-air.ts'

/** Something wet in the car. Water in g/m². */
export interface Patch {
  id: string
  area: number
  /** In its face when it was wetted. */
  left: number
  /** In foam or underlay below it, which gives it up slowly. */
  under?: number
  /** Minutes when its wetting ended. */
  at?: number
  critical: number
  touchDry: number
  /** It hangs outside the cabin: it takes nothing from its air and gives nothing to it. */
  outside?: boolean
}

/** How the car stands from a minute on: air changes an hour, air speed in m/s, heat in W, and the weather outside. */
export interface Stretch {
  from: number
  changes: number
  speed: number
  watts: number
  temperature: number
  humidity: number
}

/** One moment of a drying car. */
export interface Moment {
  at: number
  /** Of the cabin's air: °C, 0–1. */
  temperature: number
  humidity: number
  /** g/m² in the face, by patch. */
  grams: number[]
}

export interface Drying {
  /** Minutes when each patch is touch-dry, in their order; Infinity where it is not within the time looked at. */
  dry: number[]
  moments: Moment[]
  /** Grams: what was in the car at first or was wetted after, what is left in patches, what the air holds more, what went out. */
  water: { wetted: number; left: number; inAir: number; out: number }
  /** Steps of the integration that were kept. */
  steps: number
}

/** W/K through the cabin's walls, J/K of its lining, g/m³ of air, J/g K of air (engines.md §3). */
const walls = 40
const lining = 20_000
const airDensity = 1200
const airHeat = 1.005
/** m/s over what hangs on a rack in the open or by the door. */
const rackSpeed = 1
/** What a soaked store gives up, a share by second (0.04 an hour). */
const seeping = 0.04 / 3600
/** g/m² that a store counts as dry at (catalogue D2). */
const underDry = 150

/** Same air, same material, same water: one patch to the arithmetic. */
interface Kind extends Patch {
  is: number[]
}

function kindsOf(patches: readonly Patch[]): Kind[] {
  const kinds = new Map<string, Kind>()
  patches.forEach((p, i) => {
    const key = [p.critical, p.touchDry, p.left, p.under ?? 0, p.at ?? 0, p.outside ? 'out' : ''].join(' ')
    const kind = kinds.get(key)
    if (kind) {
      kind.area += p.area
      kind.is.push(i)
    } else kinds.set(key, { ...p, is: [i] })
  })
  return [...kinds.values()]
}

/** What the cabin is like: the patches' faces and stores in g/m², the air's water in g/g, its temperature in °C, the grams that went out. */
interface State {
  face: Float64Array
  under: Float64Array
  ratio: number
  t: number
  out: number
}

/** How fast everything changes, and how the patches' share of it changes with what they depend on: an arrow of a matrix. */
interface Slope extends State {
  byFace: Float64Array
  byRatio: Float64Array
  byT: Float64Array
}

const blank = (n: number): State => ({ face: new Float64Array(n), under: new Float64Array(n), ratio: 0, t: 0, out: 0 })

/** A whole car's wet patches with the air they share, one stretch of unchanging surroundings at a time. */
class Car {
  readonly kinds: readonly Kind[]
  /** Grams of air. */
  readonly air: number
  readonly heat: number
  wet: boolean[]
  private readonly surface: Float64Array
  private around!: {
    through: number
    ratio: number
    t: number
    speed: number
    watts: number
    outVapour: number
  }

  constructor(kinds: readonly Kind[], volume: number) {
    this.kinds = kinds
    this.air = airDensity * volume
    this.heat = lining + this.air * airHeat
    this.wet = kinds.map(() => false)
    this.surface = new Float64Array(kinds.length).fill(Number.NaN)
  }

  stands({ changes, speed, watts, temperature, humidity }: Stretch) {
    const ratio = humidityRatio(temperature, humidity)
    this.around = {
      through: (this.air * changes) / 3600,
      ratio,
      t: temperature,
      speed,
      watts,
      outVapour: vapour(ratio, temperature).density,
    }
  }

  /** How fast a state changes, by second. */
  slope(y: State): Slope {
    const n = this.kinds.length
    const { through, ratio, t, speed, watts, outVapour } = this.around
    const d: Slope = {
      ...blank(n),
      byFace: new Float64Array(n),
      byRatio: new Float64Array(n),
      byT: new Float64Array(n),
    }
    const inAir = vapour(y.ratio, y.t)
    let given = 0
    this.kinds.forEach((kind, i) => {
      if (!this.wet[i]) return
      const wet = Math.min(1, Math.max(0, y.face[i]! / kind.critical))
      const [air, held] = kind.outside ? [t, outVapour] : [y.t, inAir.density]
      const from = Number.isNaN(this.surface[i]!) ? air - 5 : this.surface[i]!
      const f: Flux = flux(wet, air, held, kind.outside ? rackSpeed : speed, from)
      this.surface[i] = f.surface
      d.face[i] = -f.rate + seeping * y.under[i]!
      d.under[i] = -seeping * y.under[i]!
      if (wet > 0 && wet < 1) d.byFace[i] = f.byWet / kind.critical
      if (kind.outside) {
        d.out += kind.area * f.rate
        return
      }
      d.byRatio[i] = f.byVapour * inAir.byRatio
      d.byT[i] = f.byT + f.byVapour * inAir.byT
      given += kind.area * f.rate
    })
    d.out += through * (y.ratio - ratio)
    d.ratio = (given - through * (y.ratio - ratio)) / this.air
    d.t = (watts + (through * airHeat + walls) * (t - y.t) - latentHeat * given) / this.heat
    return d
  }

  /** Solves (1 − γ·J) x = b for the arrow J at a slope; exact in the stores, the faces and the two of the air. */
  solve(j: Slope, gamma: number, b: State): State {
    const n = this.kinds.length
    const x = blank(n)
    const { through } = this.around
    // Rows of the air, with the faces put in: [rr rt; tr tt] · (ratio, t) = (br, bt).
    let [rr, rt, br] = [1 + (gamma * through) / this.air, 0, b.ratio]
    let [tr, tt, bt] = [0, 1 + (gamma * (through * airHeat + walls)) / this.heat, b.t]
    const [w, h] = [gamma / this.air, (-latentHeat * gamma) / this.heat]
    for (let i = 0; i < n; i++) {
      x.under[i] = b.under[i]! / (1 + gamma * (this.wet[i] ? seeping : 0))
      const own = 1 + gamma * j.byFace[i]!
      // The face without what the air does to it.
      x.face[i] = (b.face[i]! + gamma * (this.wet[i] ? seeping : 0) * x.under[i]!) / own
      const kind = this.kinds[i]!
      if (kind.outside) continue
      const [fr, ft] = [j.byRatio[i]! / own, j.byT[i]! / own]
      const given = j.byFace[i]! * x.face[i]!
      rr -= w * kind.area * fr
      rt -= w * kind.area * ft
      br += w * kind.area * given
      tr -= h * kind.area * fr
      tt -= h * kind.area * ft
      bt += h * kind.area * given
    }
    const by = rr * tt - rt * tr
    x.ratio = (br * tt - rt * bt) / by
    x.t = (rr * bt - tr * br) / by
    x.out = b.out + gamma * through * x.ratio
    for (let i = 0; i < n; i++) {
      const own = 1 + gamma * j.byFace[i]!
      x.face[i] = x.face[i]! - (gamma * (j.byRatio[i]! * x.ratio + j.byT[i]! * x.t)) / own
      const kind = this.kinds[i]!
      if (kind.outside) x.out += gamma * kind.area * j.byFace[i]! * x.face[i]!
    }
    return x
  }
}

/** A plain loop: it is the innermost of all, and `map` of a typed array takes several times as long. */
function plusEach(a: Float64Array, h: number, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length)
  for (let i = 0; i < a.length; i++) out[i] = a[i]! + h * b[i]!
  return out
}

const plus = (a: State, h: number, b: State): State => ({
  face: plusEach(a.face, h, b.face),
  under: plusEach(a.under, h, b.under),
  ratio: a.ratio + h * b.ratio,
  t: a.t + h * b.t,
  out: a.out + h * b.out,
})

/** Second-order Rosenbrock with a third-order estimate of its error: stable however stiff, and every balance stays exact (Shampine and Reichelt 1997). */
const gammaOf = 1 / (2 + Math.SQRT2)
const e32 = 6 + Math.SQRT2

/** Largest error of a step against what is allowed: 0.02 g/m² and a thousandth of what is there, 0.1 % of the air's water, 0.02 K. */
function errorOf(k1: State, k2: State, k3: State, h: number, y: State): number {
  let worst = 0
  const weigh = (a: number, b: number, c: number, allowed: number) => {
    worst = Math.max(worst, Math.abs((h / 6) * (a - 2 * b + c)) / allowed)
  }
  for (let i = 0; i < y.face.length; i++)
    weigh(k1.face[i]!, k2.face[i]!, k3.face[i]!, 0.02 + 0.001 * Math.abs(y.face[i]!))
  weigh(k1.ratio, k2.ratio, k3.ratio, 1e-6 + 0.001 * Math.abs(y.ratio))
  weigh(k1.t, k2.t, k3.t, 0.02)
  return worst
}

const minute = 60
/** Seconds. */
const firstStep = 5
const leastStep = 0.01
const longestStep = 30 * minute

/** Cubic Hermite between the two ends of a step, `s` of the way. */
const between = (a: number, da: number, b: number, db: number, h: number, s: number): number =>
  a + s * (h * da + s * (3 * (b - a) - h * (2 * da + db) + s * (2 * (a - b) + h * (da + db))))

/**
 * A drying car: every wet patch with its own area, water and material, one cabin whose air they share, with its balance of water and heat, and
 * soaked underlay as a slow second store (engines.md §3). Nothing dries before it was wetted.
 * @param volume of the cabin, m³
 * @param stretches how the car stands, by their minute; the first begins at 0
 * @param until minutes to look at; it ends sooner when everything is dry and nothing is asked of the time after
 * @param every minutes between the moments that are told; none where left out
 */
export function simulate(
  patches: readonly Patch[],
  volume: number,
  stretches: readonly Stretch[],
  until: number,
  every?: number,
): Drying {
  const kinds = kindsOf(patches)
  const car = new Car(kinds, volume)
  const first = stretches[0]!
  const start = humidityRatio(first.temperature, first.humidity)
  let y: State = { ...blank(kinds.length), ratio: start, t: first.temperature }
  const dryAt = kinds.map((k) =>
    k.left <= k.touchDry && (k.under ?? 0) <= underDry ? (k.at ?? 0) : Number.POSITIVE_INFINITY,
  )
  const moments: Moment[] = []
  const facesOf = (face: Float64Array) => {
    const grams = new Array<number>(patches.length)
    kinds.forEach((k, i) => {
      for (const p of k.is) grams[p] = Math.max(0, face[i]!)
    })
    return grams
  }
  const tell = (at: number, s: State) =>
    moments.push({
      at,
      temperature: s.t,
      humidity: Math.min(1, relativeHumidity(s.ratio, s.t)),
      grams: facesOf(s.face),
    })
  const turns = [...new Set([...stretches.map((s) => s.from), ...kinds.map((k) => k.at ?? 0), until])]
    .filter((m) => m <= until)
    .sort((a, b) => a - b)
  let wetted = 0
  let steps = 0
  let next = 0
  for (let turn = 0; turn < turns.length - 1 || turn === 0; turn++) {
    const [begins, ends] = [turns[turn]!, turns[turn + 1] ?? until]
    car.stands(stretches.findLast((s) => s.from <= begins) ?? first)
    kinds.forEach((k, i) => {
      if (car.wet[i] || (k.at ?? 0) > begins) return
      car.wet[i] = true
      y.face[i] = k.left
      y.under[i] = k.under ?? 0
      wetted += k.area * (k.left + (k.under ?? 0))
    })
    if (every !== undefined && next <= begins) {
      tell(begins, y)
      next = begins + every
    }
    let now = begins * minute
    let h = firstStep
    let f = car.slope(y)
    while (now < ends * minute - 1e-9) {
      h = Math.min(h, longestStep, ends * minute - now)
      const g = gammaOf * h
      const k1 = car.solve(f, g, f)
      const f1 = car.slope(plus(y, h / 2, k1))
      const k2 = plus(k1, 1, car.solve(f, g, plus(f1, -1, k1)))
      const after = plus(y, h, k2)
      const f2 = car.slope(after)
      const k3 = car.solve(f, g, plus(plus(plus(plus(f2, -e32, k2), e32, f1), -2, k1), 2, f))
      const error = errorOf(k1, k2, k3, h, y)
      if (error > 1 && h > leastStep) {
        h = Math.max(leastStep, h * Math.max(0.2, 0.8 * error ** (-1 / 3)))
        continue
      }
      steps++
      kinds.forEach((k, i) => {
        if (dryAt[i] !== Number.POSITIVE_INFINITY || !car.wet[i]) return
        if (after.face[i]! > k.touchDry || after.under[i]! > underDry) return
        let [a, b] = [0, 1]
        while (b - a > 1e-4) {
          const s = (a + b) / 2
          const face = between(y.face[i]!, f.face[i]!, after.face[i]!, f2.face[i]!, h, s)
          const under = between(y.under[i]!, f.under[i]!, after.under[i]!, f2.under[i]!, h, s)
          if (face > k.touchDry || under > underDry) a = s
          else b = s
        }
        dryAt[i] = (now + b * h) / minute
      })
      while (every !== undefined && next * minute <= now + h + 1e-9 && next < ends) {
        const s = (next * minute - now) / h
        tell(next, {
          face: y.face.map((v, i) => between(v, f.face[i]!, after.face[i]!, f2.face[i]!, h, s)),
          under: y.under,
          out: y.out,
          ratio: between(y.ratio, f.ratio, after.ratio, f2.ratio, h, s),
          t: between(y.t, f.t, after.t, f2.t, h, s),
        })
        next += every
      }
      y = after
      f = f2
      now += h
      h *= Math.min(4, 0.8 * Math.max(error, 1e-4) ** (-1 / 3))
      if (every === undefined && dryAt.every((d) => d !== Number.POSITIVE_INFINITY)) break
    }
    if (every === undefined && dryAt.every((d) => d !== Number.POSITIVE_INFINITY)) break
  }
  if (every !== undefined) tell(until, y)
  const dry = new Array<number>(patches.length)
  kinds.forEach((k, i) => {
    for (const p of k.is) dry[p] = dryAt[i]!
  })
  const left = kinds.reduce((sum, k, i) => sum + k.area * (y.face[i]! + y.under[i]!), 0)
  return { dry, moments, water: { wetted, left, inAir: (y.ratio - start) * car.air, out: y.out }, steps }
}
