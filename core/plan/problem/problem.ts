import { maskOf } from '#core/plan/board/places.ts'
import type { Fixed, PlanRequest } from '#core/plan/schema.ts'
import { BadInput, type Fault } from '#core/units/fault.ts'
import { spanOf } from './span.ts'

export interface Link {
  from: number
  to: number
  minLag: number
  /** Infinity when there is none. */
  maxLag: number
}
export interface Act {
  index: number
  id: string
  job: number
  minutes: number
  crew: number
  skills: string[]
  equipment: number[]
  zones: string[]
  /** The same as bits, of its job's places; undefined where it takes none. */
  mask: Int32Array | undefined
  /** Indices of the people who hold all its skills. */
  able: number[]
  into: Link[]
  out: Link[]
}
export interface Person {
  id: string
  skills: ReadonlySet<string>
  shifts: [number, number][]
  site: string | undefined
}
export interface Kit {
  id: string
  count: number
  out: [number, number][]
  site: string | undefined
}
export interface PlanJob {
  id: string
  site: string | undefined
  release: number
  due: number | undefined
  weight: number
  crewLimit: number
  holds: number[]
  acts: number[]
  /** The least minutes between its first start and its last end. */
  span: number
}
export interface Pin extends Required<Omit<Fixed, 'activity' | 'technicians'>> {
  act: number
  people: number[]
  /** Started before now: it happened, whatever the rules say. */
  fact: boolean
}
/** The request with every reference resolved and every default filled in. */
export interface Problem {
  acts: Act[]
  people: Person[]
  kit: Kit[]
  jobs: PlanJob[]
  links: Link[]
  pins: Map<number, Pin>
  /** Where the plan people go by has each activity, and who does it there. */
  previous: Map<number, { start: number; end: number; people: number[] }>
  now: number
  /** Acts in an order in which every link points forward. */
  topological: number[]
  /** Minutes between two sites. */
  travel(from: string | undefined, to: string | undefined): number
  /** Minutes that somebody needs from a job, or from where they stand at first (`homeOf`), to another job; nothing shorter than going over. */
  way(from: number, job: number): number
  /** Least minutes between two jobs. */
  goingOver: number
  /** The longest way there is; 0 where nobody needs any. */
  widestWay: number
}

class Faults {
  readonly list: Fault[] = []
  add(pointer: string, message: string, code?: string) {
    this.list.push(code ? { pointer, message, code } : { pointer, message })
  }
  raise() {
    if (this.list.length > 0) throw new BadInput(this.list)
  }
}

function indexById(items: readonly { id: string }[], pointer: string, faults: Faults): Map<string, number> {
  const index = new Map<string, number>()
  items.forEach((item, i) => {
    if (index.has(item.id)) faults.add(`${pointer}/${i}/id`, `"${item.id}" is named twice.`)
    index.set(item.id, i)
  })
  return index
}

function checkShifts(request: PlanRequest, faults: Faults) {
  const tidy = (intervals: readonly [number, number][], pointer: string, disjoint: boolean) => {
    intervals.forEach(([start, end], i) => {
      if (end <= start) faults.add(`${pointer}/${i}`, `[${start}, ${end}) is empty or backwards.`)
    })
    const sorted = [...intervals].sort((a, b) => a[0] - b[0])
    if (disjoint && sorted.some((next, i) => i > 0 && next[0] < sorted[i - 1]![1]))
      faults.add(pointer, 'Shifts of one person overlap.')
  }
  request.technicians.forEach((t, i) => {
    tidy(t.shifts, `/technicians/${i}/shifts`, true)
  })
  request.equipment?.forEach((e, i) => {
    tidy(e.out ?? [], `/equipment/${i}/out`, false)
  })
}

function travelTable(request: PlanRequest, faults: Faults): Problem['travel'] {
  const table = new Map<string, number>()
  for (const t of request.sites?.travel ?? []) {
    table.set(`${t.from} ${t.to}`, t.minutes)
    table.set(`${t.to} ${t.from}`, t.minutes)
  }
  const used = [
    ...new Set(
      [...request.jobs.map((j) => j.site), ...request.technicians.map((t) => t.site)].filter((s) => s !== undefined),
    ),
  ]
  if (!request.sites) return () => 0
  used.forEach((a, i) => {
    for (const b of used.slice(i + 1))
      if (!table.has(`${a} ${b}`))
        faults.add('/sites/travel', `No travel time between "${a}" and "${b}", which are both in use.`)
  })
  return (from, to) => (from === undefined || to === undefined || from === to ? 0 : table.get(`${from} ${to}`)!)
}

/** Where a person stands at first, as a number beside those of the jobs. */
export const homeOf = (jobs: readonly PlanJob[], person: number): number => jobs.length + person

/** All ways, looked up: the construction asks for them more often than for anything else. */
function wayTable(
  jobs: readonly PlanJob[],
  people: readonly Person[],
  travel: Problem['travel'],
  goingOver: number,
): Pick<Problem, 'way' | 'widestWay'> {
  const count = jobs.length
  const ways = new Int32Array((count + people.length) * count)
  for (let to = 0; to < count; to++) {
    const { site } = jobs[to]!
    for (let from = 0; from < count; from++)
      if (from !== to) ways[from * count + to] = Math.max(goingOver, travel(jobs[from]!.site, site))
    people.forEach((person, p) => {
      ways[homeOf(jobs, p) * count + to] = travel(person.site, site)
    })
  }
  return { way: (from, job) => ways[from * count + job]!, widestWay: ways.reduce((a, b) => Math.max(a, b), 0) }
}

function topologicalOrder(acts: readonly Act[], faults: Faults): number[] {
  const waiting = acts.map((a) => a.into.length)
  const order = acts.filter((a) => a.into.length === 0).map((a) => a.index)
  for (let i = 0; i < order.length; i++) {
    for (const link of acts[order[i]!]!.out) if (--waiting[link.to]! === 0) order.push(link.to)
  }
  if (order.length < acts.length) {
    const stuck = acts.filter((a) => waiting[a.index]! > 0).map((a) => a.id)
    faults.add('/links', `The links go in a circle through ${stuck.slice(0, 6).join(', ')}.`, 'cycle')
  }
  return order
}

function resolvePins(
  request: PlanRequest,
  actIndex: Map<string, number>,
  personIndex: Map<string, number>,
  acts: readonly Act[],
  faults: Faults,
): Map<number, Pin> {
  const pins = new Map<number, Pin>()
  const now = request.now ?? 0
  request.fixed?.forEach((fixed, i) => {
    const act = actIndex.get(fixed.activity)
    if (act === undefined) return faults.add(`/fixed/${i}/activity`, `No activity "${fixed.activity}".`)
    if (pins.has(act)) return faults.add(`/fixed/${i}/activity`, `"${fixed.activity}" is fixed twice.`)
    const people: number[] = []
    fixed.technicians.forEach((id, k) => {
      const person = personIndex.get(id)
      if (person === undefined) faults.add(`/fixed/${i}/technicians/${k}`, `No technician "${id}".`)
      else people.push(person)
    })
    const end = fixed.end ?? fixed.start + acts[act]!.minutes
    if (end <= fixed.start) faults.add(`/fixed/${i}/end`, `It ends at ${end}, not after its start at ${fixed.start}.`)
    pins.set(act, { act, start: fixed.start, end, people, fact: fixed.start < now })
  })
  return pins
}

/**
 * Resolves a plan request.
 * @throws BadInput with a JSON Pointer to each unknown id, double id, circle, impossible lag or empty interval
 */
export function compile(request: PlanRequest): Problem {
  const faults = new Faults()
  checkShifts(request, faults)
  const personIndex = indexById(request.technicians, '/technicians', faults)
  const kitIndex = indexById(request.equipment ?? [], '/equipment', faults)
  const jobIndex = indexById(request.jobs, '/jobs', faults)
  const actIndex = indexById(request.activities, '/activities', faults)
  const travel = travelTable(request, faults)

  const equipmentOf = (ids: readonly string[], pointer: string) =>
    ids.flatMap((id, i) => {
      const index = kitIndex.get(id)
      if (index === undefined) faults.add(`${pointer}/${i}`, `No equipment "${id}".`)
      return index === undefined ? [] : [index]
    })
  const people: Person[] = request.technicians.map((t) => ({
    id: t.id,
    skills: new Set(t.skills ?? []),
    shifts: [...t.shifts].sort((a, b) => a[0] - b[0]),
    site: t.site,
  }))
  const kit: Kit[] = (request.equipment ?? []).map((e) => ({
    id: e.id,
    count: e.count,
    out: e.out ?? [],
    site: e.site,
  }))
  const jobs: PlanJob[] = request.jobs.map((j, i) => ({
    id: j.id,
    site: j.site,
    release: j.release ?? 0,
    due: j.due,
    weight: j.weight ?? 1,
    crewLimit: j.crewLimit ?? Number.POSITIVE_INFINITY,
    holds: equipmentOf(j.holds ?? [], `/jobs/${i}/holds`),
    acts: [],
    span: 0,
  }))
  const acts: Act[] = request.activities.map((a, i) => {
    const job = jobIndex.get(a.job)
    if (job === undefined) faults.add(`/activities/${i}/job`, `No job "${a.job}".`)
    else jobs[job]!.acts.push(i)
    const skills = [...new Set([...(a.skill ? [a.skill] : []), ...(a.skills ?? [])])]
    return {
      index: i,
      id: a.id,
      job: job ?? 0,
      minutes: a.minutes,
      crew: a.crew ?? 1,
      skills,
      equipment: [...new Set(equipmentOf(a.equipment ?? [], `/activities/${i}/equipment`))],
      zones: [...new Set(a.zones ?? [])],
      mask: undefined,
      able: people.flatMap((p, k) => (skills.every((s) => p.skills.has(s)) ? [k] : [])),
      into: [],
      out: [],
    }
  })
  for (const job of jobs) {
    const number = new Map([...new Set(job.acts.flatMap((a) => acts[a]!.zones))].map((zone, n) => [zone, n]))
    for (const a of job.acts) {
      const { zones } = acts[a]!
      if (zones.length > 0)
        acts[a]!.mask = maskOf(
          zones.map((z) => number.get(z)!),
          number.size,
        )
    }
  }
  const links: Link[] = []
  request.links?.forEach((l, i) => {
    const [from, to] = [actIndex.get(l.from), actIndex.get(l.to)]
    if (from === undefined) faults.add(`/links/${i}/from`, `No activity "${l.from}".`)
    if (to === undefined) faults.add(`/links/${i}/to`, `No activity "${l.to}".`)
    if (from === undefined || to === undefined) return
    if (from === to) return faults.add(`/links/${i}`, `"${l.from}" is linked to itself.`)
    const link = { from, to, minLag: l.minLag ?? 0, maxLag: l.maxLag ?? Number.POSITIVE_INFINITY }
    if (link.maxLag < link.minLag)
      return faults.add(
        `/links/${i}/maxLag`,
        `The longest lag, ${link.maxLag}, is shorter than the shortest, ${link.minLag}.`,
      )
    links.push(link)
    acts[from]!.out.push(link)
    acts[to]!.into.push(link)
  })
  // What is there for everybody who holds it is in nobody's way.
  const used = new Set(acts.flatMap((a) => a.equipment))
  const scarce = kit.map(
    ({ count, out, site }, k) =>
      used.has(k) ||
      out.length > 0 ||
      site !== undefined ||
      jobs.reduce((sum, j) => sum + Number(j.holds.includes(k)), 0) > count,
  )
  for (const job of jobs) job.holds = job.holds.filter((k) => scarce[k])
  const topological = topologicalOrder(acts, faults)
  for (const job of jobs) job.span = spanOf(job, acts, topological, people.length)
  const pins = resolvePins(request, actIndex, personIndex, acts, faults)
  const previous = new Map(
    (request.previous ?? []).flatMap(({ activity, start, end, technicians }) => {
      const act = actIndex.get(activity)
      const people = technicians.flatMap((id) => personIndex.get(id) ?? [])
      return act === undefined ? [] : [[act, { start, end, people }] as const]
    }),
  )
  faults.raise()
  return {
    acts,
    people,
    kit,
    jobs,
    links,
    pins,
    previous,
    now: request.now ?? 0,
    topological,
    travel,
    goingOver: request.goingOver ?? 0,
    ...wayTable(jobs, people, travel, request.goingOver ?? 0),
  }
}
