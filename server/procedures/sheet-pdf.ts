import type { Content } from 'pdfmake/interfaces.js'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { cabinSvg } from '#core/formats/cabin-svg.ts'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes, sayRatio, sayVolume } from '#core/units/format.ts'
import type { Database } from '#server/database/connection.ts'
import { type JobRow, jobOf } from '#server/http/jobs.ts'
import { heading, list, pdf, printable, soft } from '#server/http/pdf.ts'
import type { Scope } from '#server/http/scope.ts'
import { procedureOf } from './store.ts'

const product = ({ product }: Step) =>
  product ? `${product.name} ${sayRatio(product.ratio)}, ${sayVolume(product.ml)}` : ''

/** One line of the sheet: a box to tick, what, with what, how long, and what to beware of. */
function line(step: Step, number: number): Content[] {
  const how = [step.tool, step.motion, product(step)].filter(Boolean).join(' · ')
  const beware = step.cautions.filter((text) => !text.startsWith('Follow the label'))
  return [
    {
      svg: '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><rect x="0.5" y="0.5" width="9" height="9" fill="none" stroke="#1F3329"/></svg>',
      width: 9,
    },
    { text: String(number), alignment: 'right' },
    {
      stack: [
        { text: printable(step.title), bold: true },
        ...(how ? [{ text: printable(how), color: soft }] : []),
        ...(step.passCue ? [{ text: printable(`Pass: ${step.passCue}`), color: soft }] : []),
        ...(beware.length > 0 ? [{ text: printable(beware.join(' ')), italics: true, fontSize: 8 }] : []),
      ],
    },
    { text: step.crew === 0 ? `(${sayMinutes(step.minutes)})` : sayMinutes(step.minutes), alignment: 'right' },
  ]
}

/** The procedure as a sheet to tape to the windscreen: the steps in order, the kit to lay out, the products to mix. */
export async function procedurePdf(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<{ job: JobRow; bytes: Buffer }> {
  const job = await jobOf(db, scope, id)
  const { procedure, version, request } = await procedureOf(db, scope, id, catalogue)
  const { vehicle, condition } = request.checkIn
  const surfaces = surfacesOf(vehicle.body, catalogue.surfaces)
  const { kit, totals } = procedure
  const bytes = await pdf(`Procedure ${vehicle.plate}`, [
    { text: printable(scope.shopName), color: soft },
    { text: printable(`${job.callSign} · ${vehicle.plate}`), bold: true, fontSize: 20 },
    {
      text: printable(
        `${vehicle.make} ${vehicle.model} · ${version === null ? 'draft, not issued' : `procedure version ${version}`} · ${sayMinutes(totals.attended)} of work, 8 in 10 within ${sayMinutes(totals.attendedP80)}`,
      ),
    },
    { svg: cabinSvg(sheetOf(vehicle.body, surfaces), condition), width: 360, margin: [0, 6, 0, 4] },
    {
      columns: [
        [
          heading('Lay out'),
          list(
            [
              ...kit.machines.map((id) => catalogue.equipment.find((e) => e.id === id)?.name ?? id),
              ...kit.towels.map((t) => `${t.count} × ${t.role} towel`),
              ...kit.wear,
            ],
            'Nothing.',
          ),
        ],
        [heading('Heads and tools'), list(kit.tools, 'None.')],
        [
          heading('Mix'),
          list(
            totals.products.map((p) => `${p.name} ${sayRatio(p.ratio)}: ${sayVolume(p.ml)}`),
            'Nothing.',
          ),
        ],
      ],
      columnGap: 12,
    },
    heading('Steps'),
    {
      table: {
        widths: [10, 16, '*', 48],
        dontBreakRows: true,
        body: procedure.steps.filter((s) => !s.kept).map((step, i) => line(step, i + 1)),
      },
      layout: 'lightHorizontalLines',
    },
    heading('What will remain'),
    list(
      procedure.residuals.map((r) => `${r.name}: ${r.reason}`),
      'Nothing is expected to.',
    ),
    {
      text: 'Follow the label, the safety data sheet and your local rules; the stricter wins.',
      bold: true,
      margin: [0, 8, 0, 0],
    },
  ])
  return { job, bytes }
}
