import type { Component } from '#core/plan/problem/components.ts'
import { criticalChain } from '#core/plan/problem/critical.ts'
import type { Obstacle } from '#core/plan/problem/impossible.ts'
import { type Overtaking, share } from '#core/plan/problem/overtaking.ts'
import type { Problem } from '#core/plan/problem/problem.ts'
import type { Random } from '#core/units/random.ts'
import { endsIn, lateIn } from './objective.ts'
import type { Solution } from './search.ts'
import type { Stays } from './stays.ts'

/** What the next plan is built by: when each component comes to the table, and who is wanted for each activity (−1: whoever suits). */
export interface Order {
  key: Float64Array
  member: Float64Array
  wished: Int32Array
  /** Not before: what is better begun later than it could be, by activity. */
  floor: Int32Array
  /** How much each person is wanted for anything. */
  bonus: Float64Array
  /** To whom alone a job is left, by job. */
  teams: (ReadonlySet<number> | undefined)[]
  /** Where going over costs minutes: how people go from car to car, instead of one thing after another by urgency. */
  stays?: Stays
}

/** What a move sees. */
export interface Ground {
  problem: Problem
  components: readonly Component[]
  /** Component of each activity. */
  of: Int32Array
  now: Solution
  /** Start of each component in the plan as it is. */
  start: Float64Array
  /** What can never be placed. */
  known: ReadonlyMap<number, Obstacle>
  /** Pairs that no order of the table turns round. */
  overtakings: readonly Overtaking[]
  random: Random
}

const int = (random: Random, n: number) => Math.floor(random() * n)
const componentsOfJob = ({ problem, of }: Ground, job: number) => [
  ...new Set(problem.jobs[job]!.acts.map((a) => of[a]!)),
]

/** A job that is late, or ends the day; any where none is. */
function lateJob({ problem, now, random }: Ground): number {
  const ends = endsIn(problem, now)
  const late = lateIn(problem, ends)
  if (late.length > 0) return late[int(random, late.length)]!
  const last = problem.jobs.flatMap((_, job) => (ends[job] === now.score[2] ? [job] : []))
  return last[int(random, last.length)] ?? int(random, problem.jobs.length)
}

type Move = (order: Order, ground: Ground) => void

/** Everything that begins within a stretch comes in any order. */
const stretch: Move = ({ key }, { start, random }) => {
  const from = start[int(random, start.length)]!
  const wide = 10 + 110 * random()
  for (let c = 0; c < start.length; c++)
    if (start[c]! >= from && start[c]! < from + wide) key[c] = from + wide * random()
}

/** All of a job sooner or later. */
const wholeJob: Move = ({ key }, ground) => {
  const by = 120 * (ground.random() - 0.5)
  for (const c of componentsOfJob(ground, int(ground.random, ground.problem.jobs.length))) key[c]! += by
}

/** What is late, sooner: all of it, or from some moment on. */
const sooner: Move = ({ key }, ground) => {
  const { random, start } = ground
  const from = random() < 0.5 ? 0 : start[int(random, start.length)]!
  const by = 5 + 90 * random()
  for (const c of componentsOfJob(ground, lateJob(ground))) if (start[c]! >= from) key[c]! -= by
}

/** Two jobs change places. */
const changeJobs: Move = ({ key }, ground) => {
  const { problem, random, start } = ground
  if (problem.jobs.length < 2) return stretch({ key } as Order, ground)
  const [a, b] = [int(random, problem.jobs.length), int(random, problem.jobs.length)]
  const [ofA, ofB] = [componentsOfJob(ground, a), componentsOfJob(ground, b)]
  const begin = (list: readonly number[]) => Math.min(...list.map((c) => start[c]!))
  const off = begin(ofB) - begin(ofA)
  for (const c of ofA) key[c]! += off
  for (const c of ofB) key[c]! -= off
}

/** What needs one kind of machine changes its order. */
const machine: Move = (order, ground) => {
  const { problem, of, random } = ground
  if (problem.kit.length === 0) return stretch(order, ground)
  const kit = int(random, problem.kit.length)
  const users = [...new Set(problem.acts.filter((a) => a.equipment.includes(kit)).map((a) => of[a.index]!))]
  if (users.length < 2) return stretch(order, ground)
  for (let n = 1 + int(random, 3); n > 0; n--) {
    const [a, b] = [users[int(random, users.length)]!, users[int(random, users.length)]!]
    ;[order.key[a], order.key[b]] = [order.key[b]!, order.key[a]!]
  }
}

/** What one person does changes its order a little. */
const person: Move = ({ key }, { problem, of, now, random }) => {
  const who = int(random, problem.people.length)
  const wide = 10 + 50 * random()
  for (const act of problem.acts)
    if (now.board.placed[act.index]?.people.includes(who) && random() < 0.5)
      key[of[act.index]!]! += wide * (random() - 0.5)
}

/** The chain that ends the day comes sooner. */
const chain: Move = ({ key }, { problem, of, now, random }) => {
  const by = 5 + 60 * random()
  for (const act of criticalChain(problem, now.board)) if (random() < 0.7) key[of[act.index]!]! -= by * random()
}

const few: Move = ({ key }, { random }) => {
  const wide = 20 + 160 * random()
  for (let n = 1 + int(random, 6); n > 0; n--) key[int(random, key.length)]! += wide * (random() - 0.5)
}

/** Other people for some of it. */
const reassign: Move = ({ wished }, { problem, random }) => {
  for (let n = 1 + int(random, 5); n > 0; n--) {
    const act = problem.acts[int(random, problem.acts.length)]!
    if (act.able.length > 0) wished[act.index] = act.able[int(random, act.able.length)]!
  }
}

/** A job by other people. */
const reassignJob: Move = ({ wished }, { problem, random }) => {
  const who = int(random, problem.people.length)
  for (const act of problem.jobs[int(random, problem.jobs.length)]!.acts)
    if (problem.acts[act]!.able.includes(who) && random() < 0.8) wished[act] = who
}

/** Fewer people on a job: what one of them does there goes to another. */
const gather: Move = ({ wished }, { problem, now, random }) => {
  const { acts } = problem.jobs[int(random, problem.jobs.length)]!
  const people = [...new Set(acts.flatMap((a) => now.board.placed[a]?.people ?? []))]
  if (people.length < 2) return
  const [from, to] = [people[int(random, people.length)]!, people[int(random, people.length)]!]
  for (const a of acts)
    if (now.board.placed[a]?.people.includes(from) && problem.acts[a]!.able.includes(to)) wished[a] = to
}

/** Whether something finds no room that might have it. */
const isShort = ({ now, known }: Pick<Ground, 'now' | 'known'>) => now.failed.size > known.size

/** Whether so many people are enough for all of some activities. */
const canDoAll = (acts: readonly number[], people: ReadonlySet<number>, { acts: all, pins }: Problem) =>
  acts.every((a) => pins.has(a) || all[a]!.able.filter((p) => people.has(p)).length >= all[a]!.crew)

/**
 * Fewer people than a job has, those there or others, who can do all of it; undefined where a few tries find none, and where something is left over: then
 * nobody is spared for the sake of hand-overs.
 */
export function smallerTeam(
  job: number,
  { problem, now, known, random }: Pick<Ground, 'problem' | 'now' | 'known' | 'random'>,
): ReadonlySet<number> | undefined {
  const { acts } = problem.jobs[job]!
  const there = [...new Set(acts.flatMap((a) => now.board.placed[a]?.people ?? []))]
  if (there.length < 2 || isShort({ now, known })) return undefined
  const from = random() < 0.5 ? there : problem.people.map((_, p) => p)
  const left = new Set<number>()
  for (let tries = 0; tries < 4 * from.length && left.size < there.length - 1; tries++)
    left.add(from[int(random, from.length)]!)
  return canDoAll(acts, left, problem) ? left : undefined
}

/** All so many of a list, each in its order. */
function combinations(list: readonly number[], size: number): number[][] {
  if (size === 0) return [[]]
  return list.flatMap((head, i) => combinations(list.slice(i + 1), size - 1).map((rest) => [head, ...rest]))
}

/** Most people of whom all teams are looked at: of seven there are 35 of four. */
const peopleAtMost = 7

/** For each job all teams of one person fewer than are on it who can do it; none where something is left over. */
export function smallerTeams(ground: Ground): { job: number; people: ReadonlySet<number> }[] {
  const { problem, now } = ground
  if (isShort(ground) || problem.people.length > peopleAtMost) return []
  const everybody = problem.people.map((_, p) => p)
  return problem.jobs.flatMap(({ acts }, job) => {
    const there = now.board.peopleOn(job)
    if (there < 2) return []
    return combinations(everybody, there - 1).flatMap((some) => {
      const people = new Set(some)
      return canDoAll(acts, people, problem) ? [{ job, people }] : []
    })
  })
}

/** Jobs are left to fewer people, who then are waited for; or, one time in three, to anybody again. */
const team: Move = (order, ground) => {
  const { problem, random } = ground
  if (isShort(ground)) return sooner(order, ground)
  const { teams } = order
  for (let n = 1 + int(random, 2); n > 0; n--) {
    const job = int(random, problem.jobs.length)
    teams[job] = random() < 1 / 3 ? undefined : smallerTeam(job, ground)
  }
}

/** So many people who can do all of a job, those there as likely as any; undefined where a few tries find none. */
function teamOf(job: number, size: number, { problem, now, random }: Ground): ReadonlySet<number> | undefined {
  const { acts } = problem.jobs[job]!
  const there = new Set(acts.flatMap((a) => now.board.placed[a]?.people ?? []))
  if (there.size === size && random() < 0.5) return there
  for (let tries = 0; tries < 8; tries++) {
    const team = new Set<number>()
    for (let picks = 0; picks < 4 * problem.people.length && team.size < size; picks++)
      team.add(int(random, problem.people.length))
    if (canDoAll(acts, team, problem)) return team
  }
  return undefined
}

/**
 * One job left to a person fewer, and every other one to a team as large as it has, those people or others: who is spared in one place is often
 * wanted in another, where as many as before would do. Undefined where nobody is to be spared.
 */
export function teamsWithOneFewer(ground: Ground): Order['teams'] | undefined {
  const { problem, now, random } = ground
  if (isShort(ground)) return undefined
  const sizes = problem.jobs.map((_, job) => now.board.peopleOn(job))
  const shared = sizes.flatMap((size, job) => (size > 1 ? [job] : []))
  if (shared.length === 0) return undefined
  const less = shared[int(random, shared.length)]!
  return sizes.map((size, job) => (size === 0 ? undefined : teamOf(job, job === less ? size - 1 : size, ground)))
}

const teams: Move = (order, ground) => {
  const fewer = teamsWithOneFewer(ground)
  if (fewer) order.teams = fewer
  else sooner(order, ground)
}

/** Something is begun later than it could be: what is held or must not dry on is then held for less long. */
const later: Move = ({ floor }, { problem, now, random }) => {
  const act = int(random, floor.length)
  const at = now.board.placed[act]
  if (!at) return
  if (floor[act]! > 0 && random() < 0.5) floor[act] = 0
  else floor[act] = at.start + 1 + int(random, 30)
  if (random() < 0.3) for (const a of problem.jobs[problem.acts[act]!.job]!.acts) if (random() < 0.5) floor[a] = 0
}

/** When what waits behind something could begin and end if it went first; undefined where that is no sooner. */
function goingFirst({ ahead, behind }: Overtaking, { problem, now: { board } }: Ground): { end: number } | undefined {
  const [one, other] = [problem.acts[ahead]!, problem.acts[behind]!]
  const [at, was] = [board.placed[ahead]!, board.placed[behind]!]
  board.remove(one)
  board.remove(other)
  const first = board.earliest(other, board.window(other).low, was.start - 1)
  board.place(other, was)
  board.place(one, at)
  return first
}

/** What may be waiting for one activity of a plan: done after it, and never at once with it. */
function waitingFor(ahead: number, { problem, now: { board } }: Ground): number[] {
  const [one, at] = [problem.acts[ahead]!, board.placed[ahead]]
  if (!at || problem.pins.has(ahead)) return []
  return problem.acts.flatMap((other) => {
    const then = board.placed[other.index]
    if (!then || then.start < at.end || problem.pins.has(other.index)) return []
    const apart = share(one, other) || at.people.some((person) => then.people.includes(person))
    return apart ? [other.index] : []
  })
}

/** All pairs of a plan of which the second may be waiting for the first. */
export const waitingPairs = (ground: Ground): Overtaking[] =>
  ground.problem.acts.flatMap(({ index: ahead }) => waitingFor(ahead, ground).map((behind) => ({ ahead, behind })))

/** Something is begun only when what it stood in the way of is done; false where that would be no sooner. */
export function letGoFirst({ floor }: Order, pair: Overtaking, ground: Ground): boolean {
  const { placed } = ground.now.board
  const [at, then] = [placed[pair.ahead], placed[pair.behind]]
  if (!at || !then || then.start < at.end) return false
  const first = goingFirst(pair, ground)
  if (!first) return false
  floor[pair.ahead] = Math.max(at.start, first.end)
  return true
}

/** How often a pair is let go first that no order of the table would turn round, where there are any. */
const turnsRound = 0.7

/** Something gives way to what may be waiting for it; half of the time it is begun a little later still. */
const giveWay: Move = (order, ground) => {
  const { overtakings, random } = ground
  const known = random() < turnsRound ? overtakings[int(random, overtakings.length)] : undefined
  const ahead = known?.ahead ?? int(random, order.floor.length)
  const behind = known ? [known.behind] : waitingFor(ahead, ground)
  if (behind.length === 0) return
  const pair = { ahead, behind: behind[int(random, behind.length)]! }
  if (letGoFirst(order, pair, ground) && random() < 0.5) order.floor[ahead]! += int(random, 20)
}

/** What a late job waits for, though nothing says it must, comes after it; or somebody else does one of the two. */
const unblock: Move = (order, ground) => {
  const { problem, now, random, of, start } = ground
  const late = problem.jobs[lateJob(ground)]!.acts.map((a) => problem.acts[a]!)
  const line = criticalChain(problem, now.board, late)
  const pairs = line.slice(1).flatMap((behind, i) => {
    const ahead = line[i]!
    const isBound = ahead.out.some((link) => link.to === behind.index) || of[ahead.index] === of[behind.index]
    return isBound ? [] : [{ ahead, behind }]
  })
  if (pairs.length === 0) return few(order, ground)
  for (let n = 1 + int(random, 2); n > 0; n--) {
    const { ahead, behind } = pairs[int(random, pairs.length)]!
    const how = random()
    if (how < 0.5) {
      const [a, b] = [of[ahead.index]!, of[behind.index]!]
      order.key[b] = start[a]! - 0.5
      if (random() < 0.5) order.key[a] = start[b]! + 0.5
      continue
    }
    const { index, able } = how < 0.75 ? ahead : behind
    if (able.length > 0) order.wished[index] = able[int(random, able.length)]!
  }
}

/** What is tied by longest lags in another order. */
const members: Move = ({ member }, { random }) => {
  for (let a = 0; a < member.length; a++) if (random() < 0.3) member[a]! += 40 * (random() - 0.5)
}

const moves: readonly Move[] = [
  stretch,
  stretch,
  wholeJob,
  sooner,
  sooner,
  changeJobs,
  machine,
  person,
  chain,
  few,
  few,
  reassign,
  reassignJob,
  members,
  gather,
  team,
  team,
  team,
  teams,
  teams,
  later,
  later,
  later,
  giveWay,
  giveWay,
]

/** The ones that make anybody less late, counted over busy days; and of fewer people on a car, who then are no later for it. */
const movesWhereLate: readonly Move[] = [
  unblock,
  unblock,
  stretch,
  wholeJob,
  sooner,
  machine,
  few,
  reassign,
  reassignJob,
  members,
  gather,
  later,
  team,
]

/** Varies an order by one move of any kind. */
export function vary(order: Order, ground: Ground): void {
  const kinds = ground.now.score[1] > 0 ? movesWhereLate : moves
  kinds[int(ground.random, kinds.length)]!(order, ground)
}
