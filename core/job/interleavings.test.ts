import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { whole } from '../../tests/support/share.ts'
import { refusal } from './allow.ts'
import { emptyState, reduce, replay } from './reduce.ts'
import type { WorkEvent, WorkIntent, WorkState } from './schema.ts'
import { fromWhere, leadsTo, type Status } from './transitions.ts'

// Several devices at one car, some of the time without a line: a server that judges and numbers what comes in, clients that hear of it
// late, twice and out of order. Whatever happens, everybody ends at one state, and nothing that was said is lost or counted twice.

const procedure = generateProcedure(
  requestFor(bodyNamed('two-seater'), { 'seat-1l.seat-base': { soil: 4 } }),
  catalogue,
)
const places = [{ id: 'dash' }, { id: 'boot' }]
const people = ['ana', 'ben', 'cyd', 'tam']
const leads = new Set(['tam'])
const minute = 60_000
const begin = Date.UTC(2026, 4, 4, 8)
const iso = (at: number) => new Date(at).toISOString()

type Random = () => number
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!
type Said = Pick<WorkIntent, 'type' | 'data'>

/** What somebody might say next: mostly what makes sense at the step they see, sometimes anything. */
function anything(random: Random, seen: WorkState, person: string): Said {
  const own = Object.entries(seen.steps).find(([, s]) => s.runningBy === person)?.[0]
  const able = procedure.steps.filter((s) => !['finished', 'skipped'].includes(seen.steps[s.id]?.status ?? ''))
  const over = Object.entries(seen.steps).flatMap(([id, s]) => (isOver(s.status) ? [id] : []))
  const step =
    own && random() < 0.7
      ? own
      : pick(random, random() < 0.8 && able.length > 0 ? able.slice(0, 6) : procedure.steps).id
  const kinds: Said[] = [
    { type: 'step-started', data: { step } },
    { type: 'step-finished', data: { step } },
    { type: 'step-finished', data: { step } },
    { type: 'step-paused', data: { step, reason: 'break' } },
    { type: 'step-handed', data: { step, to: pick(random, people) } },
    { type: 'step-skipped', data: { step, reason: 'not today' } },
    { type: 'step-reopened', data: { step: random() < 0.7 && over.length > 0 ? pick(random, over.slice(-3)) : step } },
    { type: 'stuck', data: { step, note: 'locked' } },
    { type: 'timer-started', data: { step } },
    { type: 'timer-ended', data: { step } },
    { type: 'dried-on', data: { step, did: random() < 0.5 ? 'misted' : 'pulled' } },
    { type: 'note', data: { text: `from ${person}` } },
    { type: 'check-passed', data: { place: pick(random, places).id } },
    { type: 'handed-over', data: { to: 'the customer', ...(random() < 0.5 ? { unfinished: 'called away' } : {}) } },
  ]
  return own === undefined && random() < 0.5 ? kinds[0]! : pick(random, random() < 0.9 ? kinds.slice(0, -1) : kinds)
}

/** The server's part, as it stands in server/work/store.ts. */
class Ledger {
  events: WorkEvent[] = []
  state = emptyState()
  readonly known = new Map<string, WorkEvent>()

  say(id: string, said: Said, person: string, now: number, happened?: number): WorkEvent | undefined {
    const before = this.known.get(id)
    if (before) return before
    const actor = { person, leads: leads.has(person) }
    const no = refusal(said, procedure, this.state, actor, places, iso(happened ?? now))
    if (no && happened === undefined) return undefined
    const event = {
      ...said,
      id,
      job: 'j',
      position: this.state.position + 1,
      author: person,
      device: person,
      deviceSeq: 0,
      deviceTime: iso(now),
      serverTime: iso(now),
      ...(happened === undefined ? {} : { offline: { at: iso(happened), conflict: no?.code ?? null } }),
    } as WorkEvent
    this.state = reduce(this.state, event, procedure)
    this.events.push(event)
    this.known.set(id, event)
    return event
  }
}

interface Waiting {
  id: string
  said: Said
  at: number
}
/** A phone: what it has heard of the ledger, and what it could not send yet. */
class Phone {
  heard = emptyState()
  private readonly early = new Map<number, WorkEvent>()
  waiting: Waiting[] = []
  line = true
  readonly person: string
  constructor(person: string) {
    this.person = person
  }
  /** News come late, twice and out of order; they are folded in the ledger's order. */
  hear(event: WorkEvent) {
    this.early.set(event.position, event)
    for (let next = this.early.get(this.heard.position + 1); next; next = this.early.get(this.heard.position + 1))
      this.heard = reduce(this.heard, next, procedure)
  }
}

const isOver = (status: string | undefined) => status === 'finished' || status === 'skipped'

/** Plain, because it is asked sixty thousand times. */
function must(holds: boolean, what: string) {
  if (!holds) expect.fail(what)
}

/** What holds of a state after any event, whatever was said. */
function mustHold(before: WorkState, after: WorkState, event: WorkEvent) {
  const clash = after.conflicts.at(-1)?.event === event.id
  const running = Object.values(after.steps).filter((s) => s.status === 'running')
  for (const { runningBy } of running) must(runningBy !== null, 'what runs has somebody')
  if (!clash && event.type === 'step-started')
    must(running.filter((s) => s.runningBy === event.author).length === 1, 'one step a person')
  for (const [id, old] of Object.entries(before.steps)) {
    const now = after.steps[id]!
    must(
      old.by.every((who) => now.by.includes(who)),
      `whoever worked on it stays named: ${id}`,
    )
    must(now.worked >= old.worked, `minutes of work only grow: ${id}`)
    // Over is over; a skipped step may turn out to have been done.
    if (event.type === 'step-reopened' && event.data.step === id && !clash)
      must(isOver(old.status) && ['waiting', 'paused'].includes(now.status), `opened again: ${id}`)
    else if (old.status === 'finished') must(now.status === 'finished', `finished is finished: ${id}`)
    else if (old.status === 'skipped') must(isOver(now.status), `left out or done after all: ${id}`)
  }
  if (!clash)
    for (const step of procedure.steps) {
      const [old, now] = [before, after].map((state) => state.steps[step.id]?.status ?? 'waiting') as [Status, Status]
      if (old === now) continue
      must(fromWhere(step, event.type).includes(old), `${event.type} takes no step on from ${old}`)
      const isNew = event.type === 'step-reopened' && now === 'waiting'
      must(isNew || now === leadsTo(event.type as 'step-started', step), `${event.type} leads to no ${now}`)
    }
  if (before.handedOver)
    must(
      JSON.stringify(after.steps) === JSON.stringify(withHands(before, after)),
      `nothing is worked once it is gone: ${event.type}`,
    )
}
/** What a late fact may add to a car that is gone: who had worked on it. */
const withHands = (before: WorkState, after: WorkState) =>
  Object.fromEntries(Object.entries(before.steps).map(([id, s]) => [id, { ...s, by: after.steps[id]?.by ?? s.by }]))

function afternoon(seed: number): { ledger: Ledger; phones: Phone[]; said: Map<string, 'intent' | 'fact'> } {
  const random = seededRandom(seed)
  const ledger = new Ledger()
  const phones = people.map((p) => new Phone(p))
  const said = new Map<string, 'intent' | 'fact'>()
  const underway: { to: Phone; event: WorkEvent }[] = []
  let now = begin
  const send = (phone: Phone, { id, said: what, at }: Waiting, fact: boolean) => {
    const before = ledger.state
    const known = ledger.known.has(id)
    const event = ledger.say(id, what, phone.person, now, fact ? at : undefined)
    if (!event) return
    if (!known) mustHold(before, ledger.state, event)
    for (const to of phones)
      for (let copies = random() < 0.1 ? 2 : 1; copies > 0; copies--) underway.push({ to, event })
  }
  const flush = (phone: Phone) => {
    for (const w of phone.waiting) {
      send(phone, w, true)
      // The answer got lost on the way: it is sent again, and is one event.
      if (random() < 0.1) send(phone, w, true)
    }
    phone.waiting = []
  }
  for (let i = 0; i < 60; i++) {
    now += Math.floor(random() * 6 * minute)
    const phone = pick(random, phones)
    if (random() < 0.12) {
      phone.line = !phone.line
      if (phone.line) flush(phone)
    }
    const view = phone.waiting.reduce(
      (state, w) => ({
        ...reduce(
          state,
          {
            ...w.said,
            id: w.id,
            job: 'j',
            position: 0,
            author: phone.person,
            device: '',
            deviceSeq: 0,
            deviceTime: '',
            serverTime: iso(w.at),
          } as WorkEvent,
          procedure,
        ),
        position: state.position,
      }),
      phone.heard,
    )
    // A phone's own clock is hours off now and then; only how long ago something was is taken from it.
    const entry = { id: `${seed}-${i}`, said: anything(random, view, phone.person), at: now }
    if (phone.line) {
      send(phone, entry, false)
      if (ledger.known.has(entry.id)) said.set(entry.id, 'intent')
    } else {
      phone.waiting.push(entry)
      said.set(entry.id, 'fact')
    }
    while (underway.length > 0 && random() < 0.7) {
      const [{ to, event }] = underway.splice(Math.floor(random() * underway.length), 1) as [
        { to: Phone; event: WorkEvent },
      ]
      to.hear(event)
    }
  }
  for (const phone of phones) flush(phone)
  for (const { to, event } of underway) to.hear(event)
  return { ledger, phones, said }
}

const count = whole ? 10_000 : 1_000

it(`${count} afternoons of four phones with bad lines end at one state on server and phones, with everything said in it once`, () => {
  let [facts, conflicts, handed, reopened] = [0, 0, 0, 0]
  for (let seed = 1; seed <= count; seed++) {
    const { ledger, phones, said } = afternoon(seed)
    const why = `afternoon ${seed}`
    expect(ledger.events.map((e) => e.id).sort(), why).toEqual([...said.keys()].sort())
    expect(
      ledger.events.map((e) => e.position),
      why,
    ).toEqual(ledger.events.map((_, i) => i + 1))
    for (const { heard } of phones) expect(heard, why).toEqual(ledger.state)
    const shuffled = [...ledger.events, ...ledger.events.slice(0, 5)].sort(
      (a, b) => ((a.position * 7919 + seed) % 101) - ((b.position * 7919 + seed) % 101),
    )
    expect(replay(shuffled, procedure as Procedure), why).toEqual(ledger.state)
    // What a phone's own clock says is shown and never counted.
    const skewed = ledger.events.map((e) => ({ ...e, deviceTime: iso(begin - 9 * 60 * minute) }))
    expect(replay(skewed, procedure), why).toEqual(ledger.state)
    facts += [...said.values()].filter((s) => s === 'fact').length
    conflicts += ledger.state.conflicts.length
    reopened += ledger.events.filter((e) => e.type === 'step-reopened' && !e.offline?.conflict).length
    handed += ledger.state.handedOver ? 1 : 0
  }
  expect(reopened / count).toBeGreaterThan(0.2)
  // The afternoons are worth something: phones were without a line, stood against each other, and cars were given back.
  expect(facts / count).toBeGreaterThan(8)
  expect(conflicts / count).toBeGreaterThan(1)
  expect(handed / count).toBeGreaterThan(0.05)
}, 600_000)
