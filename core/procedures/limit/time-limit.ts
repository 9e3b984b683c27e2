import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'
import { minutesToTouchDry } from '#core/drying/dry-time.ts'
import type { Air } from '#core/drying/evaporation.ts'
import { looseAlone } from '#core/procedures/loose-alone.ts'
import { chooseWork } from '#core/procedures/make/choose.ts'
import { dryingIn } from '#core/procedures/make/drying.ts'
import { generateProcedure, reviewProcedure } from '#core/procedures/make/generate.ts'
import { setUpMinutes, workMinutes } from '#core/procedures/make/minutes.ts'
import { isSold, withExtras } from '#core/procedures/make/offers.ts'
import { type Setting, settingOf, uniform } from '#core/procedures/make/setting.ts'
import { asWorked } from '#core/procedures/make/smells.ts'
import { leftAfter, sum, unique } from '#core/procedures/make/steps.ts'
import { heldIn, standingStops } from '#core/procedures/make/stops.ts'
import { type PlaceSaid, placeSaid } from '#core/procedures/messages.ts'
import type { FitLimit, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { clockOf } from './clock.ts'
import { filled } from './fill.ts'
import { importanceOf, inOrder, phasesOf, placeInOrder, type Weighed, worthOf } from './importance.ts'
import { frontier, type Option, type Point } from './knapsack.ts'
import { frontierOfMany } from './many.ts'

/** One choice of rungs for the whole car, with what it takes and what it is worth. */
export interface MenuEntry {
  /** Rung by surface; surfaces not named get their own. */
  rungs: Record<string, number>
  attended: number
  /** Minutes until the last step ends, by the planner. */
  clock: number
  value: number
  /** Whether something that must be done is left out. */
  leavesMust: boolean
}

/** Few enough surfaces are weighed one by one; beyond that what one pass takes is one decision, as a lead decides. */
const fewSurfaces = 24
/** How many of a frontier's points the planner is asked about. */
const asked = 12
/** What so many minutes more would buy is told. */
const moreMinutes = 30
const longestLimit = 1440
/** Longest drying allowed, one variant each: a short limit is better spent on dry work everywhere than on one wet seat. */
const dryingCaps = [Number.POSITIVE_INFINITY, 75, 0]

function optionsOf(
  surfaces: readonly Surface[],
  condition: ProcedureRequest['checkIn']['condition'],
  setting: Setting,
  longestDrying: number,
  air: Air,
): { options: Option[]; isWorked: boolean } {
  const soil = Math.max(...surfaces.map((s) => condition[s.id]?.soil ?? 0))
  const rungsOf = (rung: number) => ({ ...setting, rungs: new Map(surfaces.map((s) => [s.id, rung])) })
  const options: Option[] = []
  const told = new Set<string>()
  let isWorked = false
  const worksAt = (rung: number) => {
    const works = surfaces.flatMap((s) => chooseWork(s, condition[s.id] ?? { soil: 0 }, rungsOf(rung)).work)
    return { rung, works, key: works.map((w) => `${w.treatment.id} ${w.surface.id}`).join() }
  }
  const isStained = surfaces.some((s) => condition[s.id]?.stains?.length)
  const ladder = Array.from({ length: Math.max(soil, 1) }, (_, n) => worksAt(n + 1))
  const loose = worksAt(looseAlone)
  // What stains it may take too long to dry, and a towel over all the leather too long to wipe: vacuumed it is all the same.
  const mayBeLoose = isStained || (loose.works.length > 0 && loose.key !== ladder[0]!.key)
  // What was sold is never left out; it may only be worked more simply.
  const simpler = setting.sold ? [] : [worksAt(0), ...(mayBeLoose ? [loose] : [])]
  for (const { rung, works, key } of [...simpler, ...ladder]) {
    if ((told.has(key) && options.length > 0) || (works.length === 0 && setting.sold)) continue
    told.add(key)
    isWorked ||= works.length > 0
    const wet = works.filter((w) => w.treatment.wet && w.treatment.dries)
    const drying = Math.max(
      0,
      ...wet.map((w) => minutesToTouchDry(leftAfter([w], setting.catalogue.figures), w.material, air)),
    )
    if (drying > longestDrying && options.length > 0) continue
    options.push({
      rung,
      minutes: sum(works.map(workMinutes)),
      value: sum(surfaces.map((s) => worthOf(s, condition[s.id] ?? { soil: 0 }, rung))),
      uses: unique(works.map((w) => w.treatment.id)),
    })
  }
  return { options, isWorked }
}

/** Places in the order of what must be done, before those the cabin names. */
const [cameFor, smellsFrom] = [-1, 0]

/** What the customer came for comes before anything else, and where a smell comes from right after it. */
function firstOfAll(surface: Surface, wanted: ReadonlySet<string>, smelled: ReadonlySet<string>): Surface {
  const { extra: _extra, ...rest } = surface
  if (wanted.has(surface.id)) return { ...rest, must: cameFor }
  return smelled.has(surface.id) ? { ...rest, must: smellsFrom } : surface
}

/** Everything there is to decide in a car, and what its set-ups cost. */
export function decisions(request: ProcedureRequest, catalogue: Catalogue, longestDrying = Number.POSITIVE_INFINITY) {
  const checkIn = asWorked(request, catalogue)
  const smelled = new Set((checkIn.odours ?? []).flatMap((o) => o.at ?? []))
  const wanted = new Set(checkIn.cameFor?.surfaces)
  const all = surfacesOf(checkIn.vehicle.body, catalogue.surfaces).map((s) => firstOfAll(s, wanted, smelled))
  const plain = settingOf({ ...request, checkIn, rungs: {} }, catalogue)
  const condition = plain.house.some((c) => c.uniform) ? uniform(checkIn.condition, all) : checkIn.condition
  const held = heldIn(standingStops({ ...request, checkIn }, all, plain))
  const setting = withExtras({ ...plain, held }, checkIn.extras ?? [], all, condition)
  // What a finding holds is nobody's choice, and must not take out what it shares a pass with: it blocks nothing (judgement.md §7).
  const marked = all.filter((s) => condition[s.id] && isSold(s, setting) && !held.by.has(s.id))
  const alone = marked.length <= fewSurfaces
  const groups = new Map<string, Surface[]>()
  for (const s of marked) {
    const c = condition[s.id]!
    const key = alone
      ? s.id
      : // What is extra is done all of it or not: nobody takes the glass towels round the car for one pane outside.
        `${s.group} ${s.zoneGroup} ${s.extra ? '' : s.material} ${c.soil} ${c.hair ?? 0} ${(c.stains ?? []).length} ${placeInOrder(s) ?? ''} ${s.extra ?? ''}`
    fileUnder(groups, key, s)
  }
  const order = (s: Surface) => catalogue.programmes.findIndex((p) => p.groups.includes(s.group))
  const list = [...groups].sort(([, a], [, b]) => order(a[0]!) - order(b[0]!))
  const { air: stands, outside } = dryingIn(request, setting.means.equipment, false, catalogue)
  const air = { ...outside, speed: stands.speed }
  const conditionOf = (s: Surface) => condition[s.id] ?? { soil: 0 }
  // Where no rung has anything to do there is nothing to decide, and nothing to leave out; what would be wet too long is left.
  const decided: Weighed[] = list.flatMap(([id, surfaces]) => {
    const { options, isWorked } = optionsOf(surfaces, condition, setting, longestDrying, air)
    const [first] = surfaces
    const least = (first!.must ?? Number.POSITIVE_INFINITY) <= smellsFrom ? 1 : looseAlone
    return isWorked ? [{ id, importance: importanceOf(first!), least, options }] : []
  })
  const items = inOrder(
    decided,
    ({ id }) => placeInOrder(groups.get(id)![0]!),
    ({ id }) => sum(groups.get(id)!.map((s) => worthOf(s, conditionOf(s), Math.max(1, conditionOf(s).soil)))),
    ({ least }) => least,
  )
  const treatments = new Map<string, Treatment>(catalogue.treatments.map((t) => [t.id, t]))
  // Only uses with a set-up of their own or of their machine are worth remembering.
  const priced = new Set(
    catalogue.treatments.filter((t) => setUpMinutes([t]).length > 0 || t.coveredBy).map((t) => t.id),
  )
  const setUp = (uses: readonly string[]) =>
    sum(setUpMinutes(catalogue.treatments.filter((t) => uses.includes(t.id))).map((s) => s.minutes))
  const machine = (t: Treatment) => t.setUpGroup?.id ?? t.id
  const related = (a: string, b: string) => {
    const [x, y] = [treatments.get(a)!, treatments.get(b)!]
    return machine(x) === machine(y) || (x.coveredBy?.includes(b) ?? false) || (y.coveredBy?.includes(a) ?? false)
  }
  return {
    items: items.map((i) => ({
      ...i,
      options: i.options.map((o) => ({ ...o, uses: o.uses.filter((u) => priced.has(u)) })),
    })),
    setUp,
    related,
    /** Rungs by item turned into rungs by surface. */
    spread: (rungs: Record<string, number>) =>
      Object.fromEntries(Object.entries(rungs).flatMap(([id, rung]) => groups.get(id)!.map((s) => [s.id, rung]))),
    frontier: alone ? frontier : frontierOfMany,
  }
}

/** So many of a frontier's points, evenly over its minutes. */
function spaced(points: readonly Point[], most: number): Point[] {
  if (points.length <= most) return [...points]
  const [first, last] = [points[0]!, points.at(-1)!]
  const wanted = Array.from(
    { length: most },
    (_, i) => first.minutes + ((last.minutes - first.minutes) * i) / (most - 1),
  )
  return unique(wanted.map((minutes) => points.findLast((p) => p.minutes <= minutes + 1e-9) ?? first))
}

/** Keeps those that are worth more than all that take less time. */
function rising<T extends { value: number }>(entries: readonly T[], time: (entry: T) => number): T[] {
  let best = Number.NEGATIVE_INFINITY
  return [...entries]
    .sort((a, b) => time(a) - time(b) || b.value - a.value)
    .filter((e) => {
      const better = e.value > best + 1e-9
      if (better) best = e.value
      return better
    })
}

const onTheClock = ({ clock }: MenuEntry) => clock

/** What there is to choose from, for each longest drying, the least first; and what a choice comes to by the planner. */
function choices(request: ProcedureRequest, crew: number, catalogue: Catalogue) {
  // What a limit never has time for is not in it, whichever limit it will be.
  const hurried = { ...request, crew, timeLimit: request.timeLimit ?? { minutes: longestLimit, crew } }
  const weighed = dryingCaps.map((cap) => decisions(hurried, catalogue, cap))
  const [all] = weighed
  const musts = all!.items.flatMap(({ id, importance, least }) =>
    importance === 'must' ? [{ least, surfaces: Object.keys(all!.spread({ [id]: 0 })) }] : [],
  )
  return weighed.map(({ items, setUp, related, spread, frontier }) => {
    const phases = phasesOf(items).map((phase) => frontier(phase, setUp, related))
    /** Each is planned once, however often it is asked for. */
    const known = new Map<Point, MenuEntry>()
    const planned = (point: Point): MenuEntry => {
      const entry = known.get(point) ?? plan(point)
      known.set(point, entry)
      return entry
    }
    const plan = ({ value, rungs }: Point): MenuEntry => {
      const entry = { value, rungs: spread(rungs) }
      const procedure = reviewProcedure({ ...hurried, rungs: entry.rungs }, catalogue, true)
      const leavesMust = musts.some(({ least, surfaces }) => surfaces.some((id) => (entry.rungs[id] ?? least) < least))
      return { ...entry, leavesMust, attended: procedure.totals.attended, clock: clockOf(procedure, crew) }
    }
    return {
      points: rising(phases.flat(), (p) => p.minutes),
      // The second phase works all that must be done, and its least is no more than that.
      allMust: phases[1]!.reduce((a, b) => (b.minutes < a.minutes ? b : a)),
      items,
      planned,
      known,
    }
  })
}

/**
 * Choices of rungs from the least to everything, each with its minutes on the clock by the planner: the answer to every time limit at once,
 * nearly: `fitWithin` looks closer at one.
 * What is worth less and takes longer than another is left out, so value rises with the minutes.
 * @param keepGoing asked between plans; false ends early with what there is
 */
export function timeMenu(
  request: ProcedureRequest,
  crew: number,
  catalogue: Catalogue,
  keepGoing: (share: number) => boolean = () => true,
): MenuEntry[] {
  const asks = choices(request, crew, catalogue).flatMap(({ points, allMust, planned }) =>
    unique([...spaced(points, asked), allMust]).map((point) => () => planned(point)),
  )
  const entries: MenuEntry[] = []
  for (const [i, ask] of asks.entries()) {
    if (!keepGoing(i / asks.length) && entries.length > 0) break
    entries.push(ask())
  }
  return rising(entries, onTheClock)
}

/** The menu round a few limits: of each frontier the choices between which the planner says that the limit lies, with what fits beside them. */
function menuRound(
  request: ProcedureRequest,
  crew: number,
  catalogue: Catalogue,
  limits: readonly number[],
): MenuEntry[] {
  const asks = choices(request, crew, catalogue)
  // Whatever is left out, what must dry takes as long: what is done meanwhile costs nothing.
  const least = Math.min(...asks.map(({ points, planned }) => planned(points[0]!).clock))
  for (const { points, items, planned } of asks) {
    let low = 0
    for (const limit of unique(limits.map((minutes) => Math.max(minutes, least))).sort((a, b) => a - b)) {
      // What fits a shorter limit fits a longer one.
      let high = points.length - 1
      while (low < high) {
        const middle = Math.ceil((low + high) / 2)
        if (planned(points[middle]!).clock <= limit) low = middle
        else high = middle - 1
      }
      // All that it tries is an entry then.
      filled(items, points[low]!, (point) => {
        const { clock, attended } = planned(point)
        return clock <= limit ? crew * limit - attended : undefined
      })
    }
    planned(points.at(-1)!)
  }
  const menu = () =>
    rising(
      asks.flatMap(({ known }) => [...known.values()]),
      onTheClock,
    )
  if (entryWithin(menu(), Math.min(...limits))?.leavesMust !== false)
    for (const { allMust, planned } of asks) planned(allMust)
  return menu()
}

/** The best entry within so many minutes on the clock; undefined when even the least takes longer. */
export const entryWithin = (menu: readonly MenuEntry[], minutes: number): MenuEntry | undefined =>
  menu.findLast((e) => e.clock <= minutes)

/** Surfaces by place, each place said in its own way. */
function byPlace(
  surfaces: readonly Surface[],
  { checkIn }: ProcedureRequest,
  say: (there: readonly Surface[], place: { group: string; rows: number }) => PlaceSaid,
): PlaceSaid[] {
  const places = new Map<string, Surface[]>()
  for (const s of surfaces) fileUnder(places, s.zoneGroup, s)
  return [...places].map(([group, there]) => say(there, { group, rows: checkIn.vehicle.body.rows.length }))
}

const surfacesIn = (request: ProcedureRequest, catalogue: Catalogue) =>
  surfacesOf(request.checkIn.vehicle.body, catalogue.surfaces)

/** What one choice works further than another, by place. */
export function gains(
  from: MenuEntry | undefined,
  to: MenuEntry | undefined,
  request: ProcedureRequest,
  catalogue: Catalogue,
): PlaceSaid[] {
  if (!to || from === to) return []
  const was = (s: Surface) => from?.rungs[s.id] ?? 0
  const now = (s: Surface) => to.rungs[s.id] ?? 0
  const more = surfacesIn(request, catalogue).filter((s) => now(s) > was(s))
  return byPlace(more, request, (there, place) => {
    const fresh = there.filter((s) => was(s) === 0).length
    return placeSaid('gains', { ...place, fresh, further: there.length - fresh })
  })
}

/** Marked surfaces that get no work, or keep their stains, by place. */
function leftOut(entry: MenuEntry, request: ProcedureRequest, catalogue: Catalogue): PlaceSaid[] {
  const all = surfacesIn(request, catalogue)
  const at = (rung: number) => all.filter((s) => entry.rungs[s.id] === rung)
  const some = (there: readonly Surface[]) => {
    const told = there.length > 3 ? there.slice(0, 2) : there
    return { names: told.map((s) => s.name), more: there.length - told.length }
  }
  const out = byPlace(at(0), request, (there, place) => {
    const whole = all.filter((s) => s.zoneGroup === place.group).length === there.length
    return whole ? placeSaid('all-of-it', place) : placeSaid('surfaces', { ...place, ...some(there) })
  })
  const loose = byPlace(at(looseAlone), request, (there, place) =>
    placeSaid('loose-alone', { ...place, ...some(there) }),
  )
  return [...loose, ...out]
}

/** The choice for a limit, and what it leaves out. */
export interface Fitted {
  entry: MenuEntry
  limit: FitLimit
}

export function limitOf(
  menu: readonly MenuEntry[],
  limit: { minutes: number; crew: number },
  request: ProcedureRequest,
  catalogue: Catalogue,
): Fitted | undefined {
  const entry = entryWithin(menu, limit.minutes) ?? menu[0]
  if (!entry) return undefined
  const all = menu.find((e) => !e.leavesMust)
  return {
    entry,
    limit: {
      ...limit,
      clock: entry.clock,
      fits: entry.clock <= limit.minutes,
      ...(entry.leavesMust && all ? { must: all.clock } : {}),
      leftOut: leftOut(entry, request, catalogue),
      more: {
        minutes: moreMinutes,
        gains: gains(entry, entryWithin(menu, limit.minutes + moreMinutes), request, catalogue),
      },
    },
  }
}

/** What fits one limit, looked at closely: with all that still fits beside it. */
export function fitWithin(
  request: ProcedureRequest,
  limit: { minutes: number; crew: number },
  catalogue: Catalogue,
): Fitted | undefined {
  const menu = menuRound(request, limit.crew, catalogue, [limit.minutes, limit.minutes + moreMinutes])
  return limitOf(menu, limit, request, catalogue)
}

/** The procedure of a request, its rungs chosen to fit the time limit it names. Without one, or with rungs given, as `generateProcedure`. */
export function fittedProcedure(request: ProcedureRequest, catalogue: Catalogue): Procedure {
  const found = request.timeLimit && !request.rungs && fitWithin(request, request.timeLimit, catalogue)
  if (!found) return generateProcedure(request, catalogue)
  return { ...generateProcedure({ ...request, rungs: found.entry.rungs }, catalogue), limit: found.limit }
}
