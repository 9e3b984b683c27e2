import type { Content } from 'pdfmake/interfaces.js'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { sayAmount, sayMinutes, sayRatio } from '#core/units/format.ts'
import { printable, soft } from '#server/files/pdf.ts'
import { papers } from '#words/en/papers.ts'
import { speak } from '#words/en/speak.ts'
import type { StepInWords } from '#words/worded/procedure-schema.ts'

const words = papers.stop
const alarm = '#9C3F2B'
const box =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><rect x="0.5" y="0.5" width="9" height="9" fill="none" stroke="#1F3329"/></svg>'

/** The caution that every product has. */
const isGeneral = (said: Step['cautions'][number]) => said.code === 'caution' && said.facts.caution === 'label-first'

const product = ({ product }: StepInWords) =>
  product ? `${product.name} ${sayRatio(product.ratio)}, ${sayAmount(product.ml)}` : ''

/** What the technician reads about a stain: first, second, third, never, whether it comes back, the chance. */
function playbookLines({ playbook = [] }: StepInWords, nameOf: (surface: string) => string): string[] {
  return playbook.map(({ stain, surface, ...play }) => papers.procedure.play(stain, nameOf(surface), play))
}

/** One line of the sheet: a box to tick, what, with what, how long, and what to beware of. */
export function stepLine(coded: Step, number: number, nameOf: (surface: string) => string): Content[] {
  const step = speak.step(coded)
  const dwell = step.dwell && step.dwell.min >= 1 ? papers.procedure.dwell(step.dwell.min, step.dwell.max) : ''
  const pass = step.passCue && papers.procedure.pass(step.passCue)
  const how = [step.tool, step.motion, dwell, step.tank, pass].filter(Boolean).join(' · ')
  // What holds for every product stands once, at the head of the sheet.
  const beware = step.cautions.filter((_, i) => !isGeneral(coded.cautions[i]!))
  const mix = product(step)
  return [
    { svg: box, width: 9, margin: [0, 2, 0, 0] },
    { text: String(number), alignment: 'right' },
    {
      stack: [
        {
          text: [
            { text: printable(step.title), bold: true },
            ...(mix ? [{ text: printable(`  ${mix}`) }] : []),
            ...(how ? [{ text: printable(`  ${how}`), color: soft, fontSize: 9 }] : []),
          ],
        },
        ...playbookLines(step, nameOf).map((text) => ({ text: printable(text), fontSize: 9 })),
        ...(beware.length > 0 ? [{ text: printable(beware.join(' ')), italics: true, fontSize: 8.5 }] : []),
      ],
    },
    { text: step.crew === 0 ? `(${sayMinutes(step.minutes)})` : sayMinutes(step.minutes), alignment: 'right' },
  ]
}

/** A wait between two steps, across the table. */
export const waitLine = (text: string): Content[] => ['', '', { text: printable(text), color: soft }, '']

function whoClears({ skill, specialist, taken }: NonNullable<Step['stop']>): string {
  if (specialist) return words.specialist
  if (skill === null) return words.lead
  const { name } = speak.names.of('skills', skill)
  return taken ? words.takes(name) : words.clears(name)
}

const said = (names: readonly string[], most: number) =>
  names.length > most ? papers.more(names.slice(0, most), names.length - most) : names.join(', ')

/** A finding that stops, in a frame of its own: what is held, what is done, who clears it, and the lines that are signed. */
export function stopBox(coded: Step, nameOf: (surface: string) => string): Content {
  const step = speak.step(coded)
  const stop = step.stop!
  const held = stop.holds === 'car' ? words.wholeCar : words.held(said(step.surfaces.map(nameOf), 6))
  const log = [...stop.references.map(words.reference), words.clearedBy, words.at]
  return {
    margin: [0, 4, 0, 6],
    table: {
      widths: ['*'],
      body: [
        [
          {
            margin: [6, 4, 6, 6],
            stack: [
              { text: printable(step.title), bold: true, fontSize: 15, color: alarm },
              { ol: stop.doing.map(printable), fontSize: 11, margin: [0, 4, 0, 4] },
              ...(step.ppe.length > 0 ? [{ text: printable(words.wear(step.ppe.join(', '))) }] : []),
              { text: printable(whoClears(stop)), bold: true },
              { text: printable(held) },
              { text: log.map((name) => `${name} ______________`).join('    '), margin: [0, 10, 0, 0] },
            ],
          },
        ],
      ],
    },
    layout: { hLineColor: () => alarm, vLineColor: () => alarm, hLineWidth: () => 2, vLineWidth: () => 2 },
  }
}

/** What remains, each reason once with the places it is about. */
export function remains({ residuals }: Pick<Procedure, 'residuals'>): string[] {
  const byReason = new Map<string, string[]>()
  for (const { name, reason } of residuals.map(speak.residual)) fileUnder(byReason, reason, name)
  return [...byReason].map(([reason, names]) => `${said([...new Set(names)], 8)}: ${reason}`)
}
