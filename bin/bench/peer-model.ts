import type { PlanRequest } from '#core/plan/schema.ts'

/**
 * A plan request as a model for a constraint solver: engines.md §4 said once more, in another language and by nobody who shares code with
 * the planner. For days on which everything can be planned and everybody works at one place.
 * What it minimises is minutes late by weight, then the end of the day, then hand-overs, as one number.
 */
export function peerModel(request: PlanRequest): string {
  const { technicians: people, jobs, activities: acts, now = 0 } = request
  const fixed = new Map((request.fixed ?? []).map((f) => [f.activity, f]))
  const jobOf = new Map(jobs.map((j) => [j.id, j]))
  const at = new Map(acts.map((a, i) => [a.id, i + 1]))
  const last = Math.max(...people.flatMap((p) => p.shifts.map(([, to]) => to)))
  const horizon = last + acts.reduce((sum, a) => sum + ((a.crew ?? 1) === 0 ? a.minutes : 0), 0) + 60
  const d = acts.map(({ id, minutes }) => {
    const f = fixed.get(id)
    return f?.end === undefined ? minutes : f.end - f.start
  })
  const lines: string[] = ['include "cumulative.mzn";']
  const say = (line: string) => lines.push(line)
  const list = (values: readonly (string | number)[]) => `[${values.join(',')}]`
  acts.forEach((a, i) => {
    const f = fixed.get(a.id)
    const from = Math.max(jobOf.get(a.job)!.release ?? 0, now)
    say(f ? `int: s${i + 1} = ${f.start};` : `var ${from}..${horizon}: s${i + 1};`)
    const mayDo = people.map((p) => {
      if (f) return f.technicians.includes(p.id) ? 'true' : 'false'
      const needs = [...(a.skills ?? []), ...(a.skill ? [a.skill] : [])]
      return (a.crew ?? 1) > 0 && needs.every((s) => p.skills?.includes(s)) ? 'maybe' : 'false'
    })
    mayDo.forEach((m, p) => say(m === 'maybe' ? `var bool: x${i + 1}_${p + 1};` : `bool: x${i + 1}_${p + 1} = ${m};`))
    if (f) return
    say(`constraint sum(${list(people.map((_, p) => `bool2int(x${i + 1}_${p + 1})`))}) = ${a.crew ?? 1};`)
    people.forEach((p, k) => {
      if (mayDo[k] !== 'maybe') return
      const inside = p.shifts.map(([lo, hi]) => `(s${i + 1} >= ${lo} /\\ s${i + 1} + ${d[i]} <= ${hi})`)
      say(`constraint x${i + 1}_${k + 1} -> (${inside.join(' \\/ ') || 'false'});`)
    })
  })
  const apart = (i: number, j: number) => `(s${i + 1} + ${d[i]} <= s${j + 1} \\/ s${j + 1} + ${d[j]} <= s${i + 1})`
  for (let i = 0; i < acts.length; i++)
    for (let j = i + 1; j < acts.length; j++) {
      const [a, b] = [acts[i]!, acts[j]!]
      if (fixed.has(a.id) && fixed.has(b.id)) continue
      if (a.job === b.job && (a.zones ?? []).some((z) => b.zones?.includes(z))) say(`constraint ${apart(i, j)};`)
      else people.forEach((_, p) => say(`constraint (x${i + 1}_${p + 1} /\\ x${j + 1}_${p + 1}) -> ${apart(i, j)};`))
    }
  for (const { from, to, minLag = 0, maxLag } of request.links ?? []) {
    const [i, j] = [at.get(from)!, at.get(to)!]
    if (fixed.has(from) && fixed.has(to)) continue
    say(`constraint s${j} >= s${i} + ${d[i - 1]! + minLag};`)
    if (maxLag !== undefined) say(`constraint s${j} <= s${i} + ${d[i - 1]! + maxLag};`)
  }
  const together = (
    which: readonly number[],
    needs: readonly number[],
    limit: number,
    out: readonly (readonly number[])[] = [],
  ) => {
    if (which.length === 0) return
    const starts = [...which.map((i) => `s${i + 1}`), ...out.map(([lo]) => lo!)]
    const lengths = [...which.map((i) => d[i]!), ...out.map(([lo, hi]) => hi! - lo!)]
    say(
      `constraint cumulative(${list(starts)}, ${list(lengths)}, ${list([...needs, ...out.map(() => limit)])}, ${limit});`,
    )
  }
  for (const { id, count, out = [] } of request.equipment ?? []) {
    const which = acts.flatMap((a, i) => (a.equipment?.includes(id) ? [i] : []))
    together(
      which,
      which.map(() => 1),
      count,
      out,
    )
    const holders = jobs.filter((j) => j.holds?.includes(id) && acts.some((a) => a.job === j.id))
    if (holders.length === 0) continue
    const spans = holders.map((j) => acts.flatMap((a, i) => (a.job === j.id ? [i] : [])))
    spans.forEach((mine, k) => {
      say(`var 0..${horizon}: from_${k}; var 0..${horizon}: for_${k};`)
      say(`constraint from_${k} = min(${list(mine.map((i) => `s${i + 1}`))});`)
      say(`constraint from_${k} + for_${k} = max(${list(mine.map((i) => `s${i + 1} + ${d[i]}`))});`)
    })
    const all = spans.map((_, k) => k)
    say(
      `constraint cumulative(${list(all.map((k) => `from_${k}`))}, ${list(all.map((k) => `for_${k}`))}, ${list(all.map(() => 1))}, ${count});`,
    )
  }
  for (const j of jobs) {
    const mine = acts.flatMap((a, i) => (a.job === j.id && (a.crew ?? 1) > 0 ? [i] : []))
    if (j.crewLimit !== undefined)
      together(
        mine,
        mine.map((i) => acts[i]!.crew ?? 1),
        j.crewLimit,
      )
  }
  const ends = (which: readonly number[]) => list(which.map((i) => `s${i + 1} + ${d[i]}`))
  const late = jobs.flatMap((j) => {
    const mine = acts.flatMap((a, i) => (a.job === j.id ? [i] : []))
    return j.due === undefined || mine.length === 0 ? [] : [`${j.weight ?? 1} * max(0, max(${ends(mine)}) - ${j.due})`]
  })
  const hands = jobs.flatMap((j) => {
    const mine = acts.flatMap((a, i) => (a.job === j.id && (a.crew ?? 1) > 0 ? [i] : []))
    if (mine.length === 0) return []
    const each = people.map((_, p) => `bool2int(exists(${list(mine.map((i) => `x${i + 1}_${p + 1}`))}))`)
    return [`(sum(${list(each)}) - 1)`]
  })
  const bigEnd = people.length * jobs.length + 1
  const bigLate = bigEnd * (horizon + 1)
  say(`var 0..${bigLate}: late; constraint late = ${late.join(' + ') || '0'};`)
  say(`var 0..${horizon}: finish; constraint finish = max(${ends(acts.map((_, i) => i))});`)
  say(`var 0..${bigEnd}: hands; constraint hands = ${hands.join(' + ') || '0'};`)
  say(`solve minimize late * ${bigLate} + finish * ${bigEnd} + hands;`)
  return lines.join('\n')
}
