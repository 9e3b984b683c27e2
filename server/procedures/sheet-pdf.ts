import type { Content } from 'pdfmake/interfaces.js'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { carSvg } from '#core/formats/car-svg.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { sayAmount, sayMinutes, sayRatio } from '#core/units/format.ts'
import type { Database } from '#server/database/connection.ts'
import { heading, list, pdf, printable, soft } from '#server/files/pdf.ts'
import type { Scope } from '#server/http/scope.ts'
import { type JobRow, jobOf } from '#server/jobs/jobs.ts'
import { papers } from '#words/en/papers.ts'
import { speak } from '#words/en/speak.ts'
import { remains, stepLine, stopBox, waitLine } from './sheet-lines.ts'
import { procedureOf } from './store/procedures.ts'

const words = papers.procedure

/** What a printed sheet is made of. */
interface Sheet {
  shopName: string
  callSign: string
  /** null: not issued. */
  version: number | null
  request: ProcedureRequest
  procedure: Procedure
}

const foot: Content = { text: words.rule, bold: true, margin: [0, 8, 0, 0] }

/** The sign that goes on the car while it is run with ozone, a leaf of its own. */
const ozoneSign = (callSign: string, plate: string): Content => ({
  pageBreak: 'before',
  table: {
    widths: ['*'],
    body: [
      [
        {
          border: [true, true, true, true],
          margin: [24, 40, 24, 40],
          stack: [
            { text: words.sign.danger, bold: true, fontSize: 62, alignment: 'center' },
            { text: words.sign.keepOut, bold: true, fontSize: 34, alignment: 'center', margin: [0, 8, 0, 30] },
            { text: printable(`${callSign} · ${plate}`), fontSize: 22, alignment: 'center', margin: [0, 0, 0, 34] },
            ...words.sign.lines.map((line): Content => ({ text: line, fontSize: 17, margin: [0, 0, 0, 22] })),
            { ul: words.sign.rules.map((text) => ({ text, margin: [0, 0, 0, 6] })), fontSize: 15 },
          ],
        },
      ],
    ],
  },
  layout: { hLineWidth: () => 4, vLineWidth: () => 4 },
})

/** The procedure as a sheet to tape to the windscreen: what stops first, the kit to lay out, the products to mix, the steps in order. */
export function sheetPdf({ shopName, callSign, version, request, procedure }: Sheet, catalogue: Catalogue) {
  const { vehicle, condition } = request.checkIn
  const surfaces = surfacesOf(vehicle.body, catalogue.surfaces)
  const car = carDrawing(vehicle.body, placesOf(vehicle.body, surfaces), 'left')
  const names = new Map(surfaces.map((s) => [s.id, speak.surface(s.name)]))
  const nameOf = (id: string) => names.get(id) ?? id
  const { totals } = procedure
  const { kit, notes, offers = [], totals: mixed } = speak.procedure(procedure)
  const ahead = procedure.steps.filter((s) => !s.kept)
  const stops = ahead.filter((s) => s.stop)
  const waits = new Map(speak.waits(procedure).map((w) => [w.before, w.text]))
  const steps = ahead.filter((s) => !s.stop)
  const machines = speak.machines(procedure)
  const named = (what: string, items: readonly string[], none: string): Content => ({
    text: [{ text: `${what}: `, bold: true }, printable(items.length > 0 ? items.join(' · ') : none)],
    margin: [0, 2, 0, 0],
  })
  return pdf(words.title(vehicle.plate), [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: printable(shopName), color: soft },
            { text: printable(`${callSign} · ${vehicle.plate}`), bold: true, fontSize: 19 },
            {
              text: printable(
                [
                  `${vehicle.make} ${vehicle.model}`,
                  version === null ? words.draft : words.version(version),
                  words.lasts(sayMinutes(totals.attended), sayMinutes(totals.attendedP80)),
                ].join(' · '),
              ),
            },
            ...(request.checkIn.cameFor?.words
              ? [{ text: printable(words.cameFor(request.checkIn.cameFor.words)), italics: true }]
              : []),
            ...speak.head(procedure).map((line) => ({ text: printable(line), bold: true })),
          ],
        },
        { svg: carSvg(car, condition, (name) => speak.placeOf(name).short), width: 220 },
      ],
      columnGap: 14,
    },
    ...stops.map((stop) => stopBox(stop, nameOf)),
    ...(steps.length > 0
      ? [
          named(words.layOut, [...machines, ...kit.towels.map((t) => words.towels(t.count, t.role))], words.nothing),
          named(words.tools, kit.tools, words.none),
          ...(kit.wear.length > 0 ? [named(words.wear, kit.wear, words.none)] : []),
          named(
            words.mix,
            mixed.products.map((p) => `${p.name} ${sayRatio(p.ratio)}, ${sayAmount(p.ml)}`),
            words.nothing,
          ),
          heading(words.steps),
          {
            table: {
              widths: [10, 16, '*', 48],
              dontBreakRows: true,
              body: steps.flatMap((step, i) => [
                ...(waits.has(step.id) ? [waitLine(waits.get(step.id)!)] : []),
                stepLine(step, i + 1, nameOf),
              ]),
            },
            layout: {
              hLineWidth: () => 0.5,
              hLineColor: () => '#C9CDBE',
              vLineWidth: () => 0,
              paddingTop: () => 1.5,
              paddingBottom: () => 1.5,
            },
          } satisfies Content,
        ]
      : [{ text: words.held, bold: true }]),
    heading(words.remains),
    list(remains(procedure), words.nothingRemains),
    ...(offers.length > 0
      ? [
          heading(words.offers),
          list(
            offers.map((o) => words.offer(o.name, sayMinutes(o.minutes))),
            words.nothing,
          ),
        ]
      : []),
    heading(words.wholeCar),
    list(notes, words.nothing),
    // Said at the head where there is one.
    ...(procedure.head ? [] : [foot]),
    ...(ahead.some((s) => s.ozone) ? [ozoneSign(callSign, vehicle.plate)] : []),
  ])
}

/** The printed sheet of a job as it stands. */
export async function procedurePdf(
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<{ job: JobRow; bytes: Buffer }> {
  const job = await jobOf(db, scope, id)
  const view = await procedureOf(db, scope, id, catalogue)
  const bytes = await sheetPdf({ shopName: scope.shopName, callSign: job.callSign, ...view }, catalogue)
  return { job, bytes }
}
