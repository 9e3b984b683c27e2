/**
 * Checks an answer of the planner against the written contract, from the request's JSON alone.
 * Deliberately shares no code with the planner: minute by minute where the planner thinks in intervals.
 */
// biome-ignore-all lint/suspicious/noExplicitAny: it reads plain JSON, as an outsider would
export function faultsOfPlan(request: any, answer: any): string[] {
  const faults: string[] = []
  const say = (text: string) => faults.push(text)
  const acts = new Map<string, any>(request.activities.map((a: any) => [a.id, a]))
  const jobs = new Map<string, any>(request.jobs.map((j: any) => [j.id, j]))
  const techs = new Map<string, any>(request.technicians.map((t: any) => [t.id, t]))
  const fixed = new Map<string, any>((request.fixed ?? []).map((f: any) => [f.activity, f]))
  const now = request.now ?? 0
  const at = new Map<string, any>()
  for (const x of answer.assignments) {
    if (at.has(x.activity)) say(`${x.activity} assigned twice`)
    at.set(x.activity, x)
  }
  const missing = new Set<string>(answer.unscheduled.map((u: any) => u.activity))
  for (const id of acts.keys())
    if (at.has(id) === missing.has(id)) say(`${id} is neither or both scheduled and unscheduled`)
  const travel = (a?: string, b?: string): number => {
    if (!request.sites || a === undefined || b === undefined || a === b) return 0
    return request.sites.travel.find((t: any) => (t.from === a && t.to === b) || (t.from === b && t.to === a)).minutes
  }
  const isFact = (id: string) => fixed.has(id) && fixed.get(id).start < now

  for (const [id, x] of at) {
    const a = acts.get(id)
    if (!a) {
      say(`${id} is not an activity`)
      continue
    }
    const job = jobs.get(a.job)
    if (fixed.has(id)) {
      const f = fixed.get(id)
      if (x.start !== f.start || x.end !== (f.end ?? f.start + a.minutes)) say(`${id} is fixed and was moved`)
      if ([...x.technicians].sort().join() !== [...f.technicians].sort().join())
        say(`${id} is fixed and has other people`)
    } else if (x.end - x.start !== a.minutes) say(`${id} lasts ${x.end - x.start}, not ${a.minutes}`)
    if (isFact(id)) continue
    if (x.start < Math.max(now, job.release ?? 0)) say(`${id} starts before its release or now`)
    const crew = a.crew ?? 1
    if (x.technicians.length !== crew || new Set(x.technicians).size !== crew) say(`${id} has the wrong head-count`)
    for (const p of x.technicians) {
      const t = techs.get(p)
      if (!t) {
        say(`nobody is called ${p}`)
        continue
      }
      for (const skill of [...(a.skill ? [a.skill] : []), ...(a.skills ?? [])])
        if (!(t.skills ?? []).includes(skill)) say(`${p} lacks ${skill} for ${id}`)
      if (!t.shifts.some(([s, e]: [number, number]) => s <= x.start && x.end <= e))
        say(`${id} is not inside one shift of ${p}`)
    }
    for (const e of a.equipment ?? []) {
      const kit = request.equipment.find((k: any) => k.id === e)
      if (kit.site && kit.site !== job.site) say(`${e} is not where ${id} is`)
      for (const [s, f] of kit.out ?? []) if (x.start < f && s < x.end) say(`${e} is out during ${id}`)
    }
  }
  for (const l of request.links ?? []) {
    const [a, b] = [at.get(l.from), at.get(l.to)]
    if (!a && b && !fixed.has(l.to)) say(`${l.to} is scheduled, ${l.from} before it is not`)
    if (a && !b && l.maxLag !== undefined && !fixed.has(l.from))
      say(`${l.from} is begun though ${l.to} cannot follow in time`)
    if (!a || !b || (isFact(l.from) && isFact(l.to))) continue
    if (b.start < a.end + (l.minLag ?? 0) && !isFact(l.to)) say(`${l.to} starts too early after ${l.from}`)
    if (l.maxLag !== undefined && b.start > a.end + l.maxLag && !isFact(l.to))
      say(`${l.to} starts too late after ${l.from}`)
  }
  const last = Math.max(0, ...[...at.values()].map((x) => x.end))
  const hull = (job: string) => {
    const mine = [...at.values()].filter((x) => acts.get(x.activity)?.job === job)
    return mine.length ? [Math.min(...mine.map((x) => x.start)), Math.max(...mine.map((x) => x.end))] : undefined
  }
  const hulls = request.jobs.map((j: any) => [j, hull(j.id)])
  for (let minute = 0; minute < last; minute++) {
    const live = [...at.values()].filter((x) => x.start <= minute && minute < x.end)
    const seen = new Map<string, string>()
    const used = new Map<string, number>()
    const crews = new Map<string, number>()
    for (const x of live) {
      const a = acts.get(x.activity)
      for (const key of [
        ...x.technicians.map((t: string) => `person ${t}`),
        ...(a.zones ?? []).map((z: string) => `zone ${a.job} ${z}`),
      ]) {
        if (seen.has(key)) say(`${key} has ${seen.get(key)} and ${x.activity} at ${minute}`)
        seen.set(key, x.activity)
      }
      for (const e of a.equipment ?? []) used.set(e, (used.get(e) ?? 0) + 1)
      crews.set(a.job, (crews.get(a.job) ?? 0) + x.technicians.length)
    }
    for (const [j, h] of hulls)
      if (h && h[0] <= minute && minute < h[1]) for (const e of j.holds ?? []) used.set(e, (used.get(e) ?? 0) + 1)
    for (const k of request.equipment ?? [])
      if ((used.get(k.id) ?? 0) > k.count) say(`${used.get(k.id)} of ${k.id} in use at ${minute}`)
    for (const j of request.jobs)
      if (j.crewLimit !== undefined && (crews.get(j.id) ?? 0) > j.crewLimit)
        say(`too many people on ${j.id} at ${minute}`)
    if (faults.length > 20) return faults
  }
  const stays = [...at.values()].flatMap((x) =>
    x.technicians.map((t: string) => ({ t, job: jobs.get(acts.get(x.activity).job), ...x })),
  )
  for (const a of stays) {
    for (const b of stays) {
      if (a.t !== b.t || a.start > b.start || a.activity === b.activity) continue
      if (b.start < a.end + travel(a.job.site, b.job.site)) say(`${a.t} cannot get from ${a.activity} to ${b.activity}`)
      const isFree = !fixed.has(a.activity) || !fixed.has(b.activity)
      if (isFree && a.job !== b.job && b.start < a.end + (request.goingOver ?? 0))
        say(`${a.t} is given no time to go over from ${a.activity} to ${b.activity}`)
    }
  }
  let tardiness = 0
  for (const [j, h] of hulls) if (h && j.due !== undefined) tardiness += (j.weight ?? 1) * Math.max(0, h[1] - j.due)
  if (Math.abs(tardiness - answer.objective.weightedTardiness) > 1e-9)
    say(`tardiness is ${tardiness}, not ${answer.objective.weightedTardiness}`)
  if (last !== answer.objective.makespan) say(`makespan is ${last}, not ${answer.objective.makespan}`)
  if (answer.bounds.makespan > answer.objective.makespan)
    say(`the makespan bound ${answer.bounds.makespan} is above what was reached, ${answer.objective.makespan}`)
  if (answer.bounds.weightedTardiness > answer.objective.weightedTardiness + 1e-9)
    say('the tardiness bound is above what was reached')
  return faults
}
