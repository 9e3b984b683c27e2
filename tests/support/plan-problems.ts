import type { PlanRequest } from '#core/plan/schema.ts'
import { type Random, seededRandom } from '#core/units/random.ts'

/**
 * A random plan request built backwards from a hidden feasible day: activities are first put somewhere they fit,
 * and only then are links, shifts, counts and limits written down so that this day satisfies them.
 */
export function hiddenFeasible(random: Random): PlanRequest {
  const int = (low: number, high: number) => low + Math.floor(random() * (high - low + 1))
  const pick = <T>(list: readonly T[]): T => list[int(0, list.length - 1)]!
  const skills = ['extract', 'leather', 'spotting']
  const sites = ['yard', 'quay']
  const twoSites = random() < 0.3
  const way = 15
  const people = Array.from({ length: int(2, 6) }, (_, i) => ({
    id: `t${i}`,
    skills: skills.filter(() => random() < 0.6),
    free: int(0, 20),
    site: 'yard',
    last: undefined as string | undefined,
  }))
  const jobs = Array.from({ length: int(1, 4) }, (_, i) => ({
    id: `j${i}`,
    site: twoSites ? pick(sites) : 'yard',
    zoneFree: new Map<string, number>(),
  }))
  const hidden: {
    id: string
    job: string
    start: number
    end: number
    crew: number
    zones: string[]
    people: number[]
    skill?: string
    machine: boolean
  }[] = []
  for (let n = int(6, 30); n > 0; n--) {
    const job = pick(jobs)
    const crew = random() < 0.15 ? 0 : random() < 0.15 && people.length > 1 ? 2 : 1
    const minutes = int(2, 25)
    const zones = ['front', 'rear', 'load', 'doors'].filter(() => random() < 0.35)
    const team = [...people.keys()].sort(() => random() - 0.5).slice(0, crew)
    const ready = team.map(
      (p) => people[p]!.free + (people[p]!.last !== undefined && people[p]!.last !== job.site ? way : 0),
    )
    const start =
      Math.max(0, ...ready, ...zones.map((z) => job.zoneFree.get(z) ?? 0)) + (random() < 0.3 ? int(0, 10) : 0)
    const end = start + minutes
    for (const p of team) Object.assign(people[p]!, { free: end, last: job.site })
    for (const z of zones) job.zoneFree.set(z, end)
    const shared = skills.filter((s) => team.every((p) => people[p]!.skills.includes(s)))
    hidden.push({
      id: `a${hidden.length}`,
      job: job.id,
      start,
      end,
      crew,
      zones,
      people: team,
      machine: random() < 0.25,
      ...(crew > 0 && shared.length > 0 && random() < 0.4 ? { skill: pick(shared) } : {}),
    })
  }
  const links = hidden.flatMap((a) =>
    hidden.flatMap((b) => {
      if (a === b || b.start < a.end || (b.job !== a.job && random() < 0.95) || random() < 0.7) return []
      const lag = b.start - a.end
      const minLag = random() < 0.5 ? 0 : int(0, Math.min(lag, 10))
      // Longest lags only where the hidden day is close, as dwells are.
      return [{ from: a.id, to: b.id, minLag, ...(lag <= 12 && random() < 0.4 ? { maxLag: lag + int(0, 6) } : {}) }]
    }),
  )
  const machines = hidden.filter((a) => a.machine)
  const peak = Math.max(1, ...machines.map((a) => machines.filter((b) => b.start <= a.start && b.end > a.start).length))
  const end = Math.max(...hidden.map((a) => a.end))
  const of = (job: string) => hidden.filter((a) => a.job === job)
  const hulls = jobs.flatMap((j) =>
    of(j.id).length > 0
      ? [{ id: j.id, start: Math.min(...of(j.id).map((a) => a.start)), end: Math.max(...of(j.id).map((a) => a.end)) }]
      : [],
  )
  const bays = Math.max(1, ...hulls.map((h) => hulls.filter((o) => o.start <= h.start && o.end > h.start).length))
  const holding = random() < 0.3
  const peakCrew = (job: string) =>
    Math.max(
      1,
      ...of(job).map((a) =>
        of(job)
          .filter((b) => b.start <= a.start && b.end > a.start)
          .reduce((sum, b) => sum + b.crew, 0),
      ),
    )
  // Some activities have begun before "now", as they did in the hidden day; some later ones are pinned to it.
  const now = random() < 0.3 ? int(1, Math.max(1, Math.floor(end / 3))) : 0
  const fixed = hidden
    .filter((a) => a.start < now || random() < 0.04)
    .map((a) => ({ activity: a.id, start: a.start, technicians: a.people.map((p) => people[p]!.id) }))
  // An hour out of use is cut in only where the hidden day leaves the machine alone.
  const outAt = int(0, end)
  const idle = machines.every((a) => a.end <= outAt || a.start >= outAt + 15)
  return {
    technicians: people.map((p, i) => {
      const mine = hidden.filter((a) => a.people.includes(i))
      const joint = random() < 0.4 ? int(30, 90) : undefined
      // A break is cut in only where the hidden day leaves room for it.
      const cut = joint !== undefined && mine.every((a) => a.end <= joint || a.start >= joint)
      const close = end + int(0, 40)
      const home = twoSites && mine.every((a) => a.start >= way)
      return {
        id: p.id,
        skills: p.skills,
        ...(home ? { site: 'yard' } : {}),
        shifts:
          cut && joint < close
            ? [
                [0, joint],
                [joint, close],
              ]
            : [[0, close]],
      }
    }),
    equipment: [
      { id: 'extractor', count: peak, ...(idle && random() < 0.5 ? { out: [[outAt, outAt + 15]] } : {}) },
      { id: 'bay', count: bays },
    ],
    ...(twoSites ? { sites: { travel: [{ from: 'yard', to: 'quay', minutes: way }] } } : {}),
    jobs: jobs.map((j) => ({
      id: j.id,
      ...(twoSites ? { site: j.site } : {}),
      ...(random() < 0.5 ? { due: end } : {}),
      ...(random() < 0.3 && of(j.id).length > 0
        ? { release: Math.max(0, Math.min(...of(j.id).map((a) => a.start)) - int(0, 5)) }
        : {}),
      ...(random() < 0.3 ? { crewLimit: peakCrew(j.id) } : {}),
      ...(holding ? { holds: ['bay'] } : {}),
      weight: int(1, 3),
    })),
    activities: hidden.map((a) => ({
      id: a.id,
      job: a.job,
      minutes: a.end - a.start,
      crew: a.crew,
      ...(a.skill ? { skill: a.skill } : {}),
      equipment: a.machine ? ['extractor'] : [],
      zones: a.zones,
    })),
    links,
    fixed,
    now,
    seed: 1,
  }
}

/**
 * The same day pressed: half the time to every promise and a bay for every other car, which keeps it from its first start to its last end.
 * Nothing of it has happened yet, and everybody stays as long as it takes.
 */
export function pressed(request: PlanRequest): PlanRequest {
  const cars = request.jobs.filter((j) => request.activities.some((a) => a.job === j.id)).length
  const others = (request.equipment ?? []).filter((e) => e.id !== 'bay')
  return {
    ...request,
    fixed: [],
    now: 0,
    technicians: request.technicians.map((t) => ({
      ...t,
      shifts: t.shifts.map(([start, end], i) => [start, i === t.shifts.length - 1 ? end + 600 : end]),
    })),
    equipment: [...others, { id: 'bay', count: Math.max(1, Math.floor(cars / 2)) }],
    jobs: request.jobs.map((j) => ({
      ...j,
      holds: ['bay'],
      ...(j.due === undefined ? {} : { due: Math.round(j.due / 2) }),
    })),
  }
}

/** A small day by its name in the tables: its seed, and "pressed" where it is. */
export function dayNamed(name: string): PlanRequest {
  const [seed, kind] = name.split(' ')
  const request = hiddenFeasible(seededRandom(Number(seed)))
  return kind === 'pressed' ? pressed(request) : request
}
