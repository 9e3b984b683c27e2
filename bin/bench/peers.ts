import { readFileSync, writeFileSync } from 'node:fs'
import { compareScores } from '#core/plan/search/objective.ts'
import { dayNamed } from '../../tests/support/plan-problems.ts'
import { askPeer, hasPeer } from './peer.ts'
import { rounded } from './place.ts'
import { run } from './plan.ts'

/** Random days by seed, of those at one place with at most so many activities; the first of them once more, pressed. */
const days = { seeds: 150, pressed: 60, activities: 30 }
/** Seconds for the solver and for ours. */
const seconds = { peer: 8, ours: 1 }

const table = 'docs/plan-quality.md'
/** What was proved, by seed: no bound may be above it and no plan below. */
const proved = 'tests/fixtures/plan-optima.json'
const head = `# How good the crew plan is

Random days of at most ${days.activities} activities, by seed (\`tests/support/plan-problems.ts\`), planned by our search in ${seconds.ours} s and, from nothing, by
a constraint solver (Debian's, a tool of development and no part of the product) in ${seconds.peer} s. Scores are weighted minutes late / end of the day
in minutes / hand-overs; "optimal" where the solver proved that nothing better exists. A day that is "pressed" has half the time to every
promise and a bay for every other car. Written by \`npm run bench peers\`.

| day | activities | solver | proved | ours | |
|---:|---:|---|---|---|---|
`

/** Small days against a constraint solver: how often ours is the optimum, or better than what the solver came to. */
export async function peers() {
  if (!hasPeer()) throw new Error('Debian’s package minizinc is not on this machine.')
  const counted = { days: 0, pressed: 0, proved: 0, optimal: 0, unproved: 0, better: 0, worse: 0 }
  const lines: string[] = []
  // What was proved once stays so, on a machine too that is slower this time.
  const optima: Record<string, readonly number[]> = JSON.parse(readFileSync(proved, 'utf8'))
  const upTo = (seeds: number) => Array.from({ length: seeds }, (_, i) => String(i + 1))
  for (const day of [...upTo(days.seeds), ...upTo(days.pressed).map((seed) => `${seed} pressed`)]) {
    const request = dayNamed(day)
    if (request.sites || request.activities.length > days.activities) continue
    const peer = askPeer(request, seconds.peer)
    const { score } = run(request, seconds.ours, 1).solution
    const by = peer.score ? compareScores(score, [0, ...peer.score, 0]) : -1
    counted.days++
    if (day.endsWith('pressed')) counted.pressed++
    counted[peer.isProved ? 'proved' : 'unproved']++
    if (peer.isProved && peer.score) optima[day] = peer.score
    if (peer.isProved && by === 0) counted.optimal++
    if (!peer.isProved && by < 0) counted.better++
    if (by > 0) counted.worse++
    // Nothing is better than what is proved: then the two do not speak of the same day.
    if (peer.isProved && by < 0) throw new Error(`Day ${day}: better than the optimum.`)
    const verdict = by > 0 ? 'worse' : by < 0 ? 'better' : peer.isProved ? 'optimal' : 'the same'
    lines.push(
      `| ${day} | ${request.activities.length} | ${peer.score?.join(' / ') ?? '–'} | ${peer.isProved ? `${rounded(peer.seconds, 1)} s` : 'no'} | ${score.slice(1).join(' / ')} | ${verdict} |`,
    )
  }
  const share = counted.optimal / Math.max(1, counted.proved)
  writeFileSync(
    table,
    `${head}${lines.join('\n')}\n\n${counted.optimal} of the ${counted.proved} proved optima are met (${Math.round(100 * share)} %); of the ${counted.unproved} days the solver could not finish ours is better on ${counted.better}. It is worse on ${counted.worse} of all ${counted.days}.\n`,
  )
  // A line a day, as the formatter has it.
  const known = Object.entries(optima).map(([day, best]) => `  "${day}": [${best.join(', ')}]`)
  writeFileSync(proved, `{\n${known.join(',\n')}\n}\n`)
  return { ...counted, optimalShare: rounded(share, 3) }
}
