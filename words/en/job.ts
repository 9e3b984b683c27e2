import type { Doing, LogMessages, RefusalMessages } from '#core/job/messages.ts'
import type { IncidentKind, Need } from '#core/job/schema.ts'
import type { Title } from '#core/procedures/messages.ts'
import { sayMinutes } from '#core/units/format.ts'
import { sayMoney } from '#core/units/money.ts'
import { say, type WordsOf } from '#words/message.ts'
import type { Names } from '#words/names.ts'
import { titles } from './procedures.ts'

const quoted = (title: Title, n: Names) => `“${say(titles, title, n)}”`
const done: Record<Doing, string> = { finished: 'finished', paused: 'paused', timed: 'timed', handed: 'handed on' }

export const refusals: WordsOf<RefusalMessages> = {
  'handed-over': () => 'The vehicle has been handed over; its job is closed.',
  held: ({ holder }, n) => `Held: ${quoted(holder, n)}. Nothing is done there before it is cleared.`,
  'held-by-call': ({ found }) => `Held until the lead has answered. ${found}`,
  'unknown-step': ({ step }) => `This procedure has no step “${step}”.`,
  'unknown-place': ({ place }) => `The check list has no place “${place}”.`,
  'unknown-surface': ({ surface }) => `This car has no surface “${surface}”.`,
  'not-done-there': ({ step }, n) => `Waits for ${quoted(step, n)}.`,
  over: ({ step, status }, n) => `${quoted(step, n)} is already ${status}.`,
  'needs-clearing': ({ step }, n) => `${quoted(step, n)} is not finished but cleared: who, with its references.`,
  'stop-stays': ({ step }, n) => `${quoted(step, n)} is never skipped. It is cleared by somebody who may.`,
  running: ({ step }, n) => `${quoted(step, n)} is already being worked on.`,
  'no-dwell': ({ step }, n) => `${quoted(step, n)} has no dwell.`,
  'no-timer': () => 'No timer runs there.',
  passive: ({ step }, n) => `${quoted(step, n)} needs nobody; say “dry” when it is.`,
  'no-skill': ({ step, skill }, n) => `${quoted(step, n)} needs somebody who holds “${skill}”.`,
  'lead-only': () => 'Only a lead lets somebody do a step without its skill.',
  'lead-records': () => 'A lead records what the customer says after the sheet is issued.',
  'trained-only': ({ step, skill }, n) =>
    `${quoted(step, n)} is for trained people only${skill ? ` (“${skill}”)` : ''}; no word stands in for it.`,
  busy: ({ step }, n) => `You are on ${quoted(step, n)}. Pause or finish it first.`,
  'zone-taken': ({ step }, n) => `Someone is there: ${quoted(step, n)} is being worked on.`,
  'waits-for': ({ step, before }, n) =>
    step && before
      ? `${quoted(step, n)} waits for ${quoted(before, n)}. Finish it, or skip it with a reason.`
      : 'Wetting there has not ended yet, so it cannot be dry.',
  dwell: ({ before, minutes }, n) => `The dwell after ${quoted(before, n)} runs ${minutes} more min.`,
  'not-running': ({ step, doing }, n) => `${quoted(step, n)} is not being worked on, so it cannot be ${done[doing]}.`,
  'not-yours': ({ step, doing }, n) =>
    `${quoted(step, n)} is someone else’s; only they or a lead can have it ${done[doing]}.`,
  'steps-open': ({ open, first }, n) => `${open} steps are open, the first is ${quoted(first, n)}.`,
  'stop-open': ({ step }, n) => `${quoted(step, n)} is not cleared: who, with its references.`,
  'checks-open': ({ open }) => `${open} places of the final check have not been looked at.`,
  'ozone-inside': ({ step }, n) =>
    `${quoted(step, n)} holds the whole car: nobody goes in before it is aired and a meter says so.`,
  'ozone-stays': ({ step }, n) => `${quoted(step, n)} is never skipped once the car was shut for ozone.`,
  'not-before': ({ step, minutes }, n) => `${quoted(step, n)} is not over before ${minutes} more min.`,
  'no-ozone': () => 'No ozone run of this car is being aired, so there is nothing to read.',
  'nothing-to-sign': ({ step }, n) => `There is nothing to sign off in ${quoted(step, n)}.`,
  'own-work': ({ step }, n) => `Nobody signs off what they did themselves: ${quoted(step, n)}.`,
  unsigned: ({ step }, n) =>
    `${quoted(step, n)} was done by somebody who learns it; whoever holds the skill signs it off first.`,
  'lead-lets-go': () => 'A lead lets a car go before it is finished, with the reason the customer reads.',
  'still-runs': ({ step }, n) => `Somebody is at ${quoted(step, n)}: it is finished or paused before the car goes.`,
  'lead-judges': ({ step }, n) => `${quoted(step, n)} is left out by a lead alone, with the reason the customer reads.`,
  'not-drying': ({ step }, n) => `Nothing dries in ${quoted(step, n)}, so there is nothing to measure.`,
  'needs-reading': ({ limit, ppm }) =>
    `${ppm === null ? 'Nobody has read the meter' : `The meter read ${ppm} ppm`}: it must be below ${limit} ppm, read after the airing. Time alone is no permission.`,
  'to-oneself': ({ step }, n) => `${quoted(step, n)} is handed to somebody else, not to oneself. Pause it.`,
  'not-over': ({ step }, n) => `${quoted(step, n)} is not done yet.`,
  'stands-on-it': ({ step, later }, n) =>
    `${quoted(step, n)} stays done: ${quoted(later, n)} was begun since. What is left of it, the final check says.`,
  'looked-at': ({ step }, n) =>
    `${quoted(step, n)} stays done: its place was looked at since. Say there what is not right.`,
  'not-yours-to-open': ({ step }, n) => `${quoted(step, n)} is opened again by whoever did it, or by a lead.`,
  'no-tank': ({ step }, n) => `${quoted(step, n)} is worked without a tank.`,
  'lead-answers': () => 'A lead answers whoever is stuck.',
  'no-call': () => 'Nobody waits for this answer any more.',
  'failed-without-note': () => 'A place failed its check and nothing says why: add a note or pass it.',
}

export const incidents: Record<IncidentKind, string> = {
  needle: 'Needle or sharp',
  splash: 'Splash in eye or on skin',
  breathed: 'Something breathed in',
  burn: 'Burn or scald',
  cut: 'Cut or fall',
  damage: 'Damage done by the work',
  other: 'Something else',
}
/** The usual first minutes; the data sheet and whoever is trained come before it. */
export const firstAid: Record<IncidentKind, string> = {
  needle:
    'Let it bleed, wash with soap and water, no sucking. Keep the sharp in its box. To a doctor now, within the hour; say what it was.',
  splash:
    'Rinse at once with plenty of water, eyes wide open, at least 15 minutes; lenses out. Take the data sheet along to a doctor; call help for acid or alkali.',
  breathed:
    'Out into fresh air, sit up, nobody alone. Call help when they cough on, are dizzy or short of breath. Nobody goes back in before it is aired.',
  burn: 'Cool with running water for 20 minutes, no ice, no grease. Cover clean and loose. Call help if it blisters widely, or is on face or hand.',
  cut: 'Press on it, lift it, cover it. Do not move anybody who fell on head or back. Call help if it does not stop.',
  damage:
    'Stop there, dry nothing, wipe nothing. A photo as it is, then the lead. The customer hears it from the lead.',
  other: 'Stop the work and make the place safe. Get the lead; call help if anybody is hurt.',
}
export const agreedHow: Record<'phone' | 'message' | 'here', string> = {
  phone: 'by phone',
  message: 'by message',
  here: 'here at the counter',
}

export const log: WordsOf<LogMessages> = {
  note: ({ text }) => text,
  'customer-said': ({ from, text, permission, answer }, n) =>
    [
      `${from}:`,
      permission && answer !== undefined
        ? `may we ${n.of('permissions', permission).question} ${answer ? 'Yes.' : 'No.'}`
        : '',
      text,
    ]
      .filter(Boolean)
      .join(' '),
  'condition-changed': ({ note }) => `Condition changed: ${note}`,
  'recheck-failed': ({ note, wicked }) => `${wicked ? 'Came back as it dried' : 'Recheck failed'}: ${note}`,
  'hazard-found': ({ rule, stop, note, told }, n) =>
    `${stop ? say(titles, stop, n) : rule}. ${note ? `${note} ` : ''}Told: ${told}.`,
  'stop-refused': ({ step, reason }, n) => `Refused, as anyone may: ${say(titles, step, n)}. ${reason}`,
  'air-read': ({ ppm }) => `Ozone read: ${ppm} ppm`,
  'step-handed': ({ step, note }, n) => `Handed on: ${quoted(step, n)}${note ? `, ${note}` : ''}`,
  stuck: ({ step, note }, n) => `Stuck at ${quoted(step, n)}: ${note}`,
  incident: ({ kind, note, done, hurt }) =>
    [`${incidents[kind]}: ${note}`, hurt ? `Hurt: ${hurt}` : '', done ? `Done at once: ${done}` : '']
      .filter(Boolean)
      .join('. '),
  answered: ({ note }) => `Answered: ${note}`,
  'extra-agreed': ({ what, price, currency, minutes, by, how }) =>
    `More than was agreed: ${what}, ${price === 0 ? 'for nothing' : `${sayMoney(price, currency)} ${currency}`}, ${sayMinutes(minutes)}. ${by} took it ${agreedHow[how]}.`,
  tank: ({ step, did, litres }, n) => `Tank ${did}, ${litres} l: ${quoted(step, n)}`,
  'dried-on': ({ step, did }, n) =>
    `Past its dwell: ${quoted(step, n)}, ${did === 'misted' ? 'misted again' : 'water pulled out'}`,
  'time-corrected': ({ step, minutes, reason }, n) =>
    `Time of ${quoted(step, n)} set to ${sayMinutes(minutes)}: ${reason}`,
  'skill-waived': ({ step, reason }, n) => `Let somebody do ${quoted(step, n)} untrained: ${reason}`,
}

/** What somebody is needed for. */
export function need({ kind, of, places }: Need, n: Names): string {
  const title = of ? say(titles, of, n) : ''
  if (kind === 'dried-on') return `${title}: past its longest dwell, re-mist`
  if (kind === 'dwell') return `${title}: dwell ends`
  if (kind === 'stuck') return `Stuck at ${title}`
  if (kind === 'incident') return 'Incident: a lead is needed'
  if (kind === 'sign-off') return `${title}: sign it off`
  if (kind === 'switch-off') return `${title}: switch it off`
  if (kind === 'judge-dry') {
    const place = of?.code === 'dry-out' ? n.group(of.facts.group, of.facts.rows) : title
    return `${place.charAt(0).toUpperCase()}${place.slice(1)}: judge it dry`
  }
  if (kind === 'final-check') return places === 1 ? '1 place to look at' : `${places} places to look at`
  return 'Ready to hand over'
}
