import type { Content } from 'pdfmake/interfaces.js'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { cabinSvg } from '#core/formats/cabin-svg.ts'
import { strokePoints } from '#core/formats/stroke.ts'
import { expectationsOf } from '#core/procedures/make/expectations.ts'
import { momentIn } from '#core/units/shop-time.ts'
import { heading, list, pdf, printable, soft } from '#server/files/pdf.ts'
import type { Scope } from '#server/http/scope.ts'
import type { JobRow } from '#server/jobs/jobs.ts'
import { speak } from '#words/en/speak.ts'

const answer = (given: boolean | null | undefined) => (given === true ? 'yes' : given === false ? 'no' : 'not asked')

function signature({ agreement }: CheckIn, zone: string): Content {
  if (!agreement) return { text: 'Not signed yet.', color: soft }
  const lines = agreement.strokes.map(
    (stroke) => `<polyline points="${strokePoints(stroke)}" fill="none" stroke="#1F3329" stroke-width="2"/>`,
  )
  return {
    stack: [
      { svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 300 100">${lines.join('')}</svg>`, width: 150 },
      { text: printable(`${agreement.name}, ${momentIn(zone, agreement.at)}`) },
    ],
  }
}

/** The check-in as one printable sheet: the car's condition, what was told and asked, and the signature. @returns a PDF */
export function checkInPdf(
  job: JobRow,
  { shopName, timeZone }: Pick<Scope, 'shopName' | 'timeZone'>,
  catalogue: Catalogue,
): Promise<Buffer> {
  const { checkIn } = job
  const { vehicle } = checkIn
  const surfaces = surfacesOf(vehicle.body, catalogue.surfaces)
  const sheet = sheetOf(vehicle.body, surfaces)
  const expectations = expectationsOf(checkIn, surfaces, catalogue).map(speak.expectation)
  const functions = speak
    .catalogue(catalogue)
    .functions.map(
      (f) =>
        `${f.name}: ${checkIn.functions?.[f.id] === undefined ? 'not tried' : checkIn.functions[f.id]!.works ? 'works' : 'does not work'}${checkIn.functions?.[f.id]?.note ? ` (${checkIn.functions[f.id]!.note})` : ''}`,
    )
  return pdf(`Check-in ${vehicle.plate}`, [
    { text: printable(shopName), color: soft },
    {
      text: printable(`${job.callSign} · ${vehicle.make} ${vehicle.model} · ${vehicle.plate}`),
      bold: true,
      fontSize: 18,
    },
    { text: printable(`${checkIn.customer}${vehicle.vin ? ` · VIN ${vehicle.vin}` : ''} · ${vehicle.body.name}`) },
    { svg: cabinSvg(sheet, checkIn.condition), width: 520, margin: [0, 8, 0, 4] },
    {
      text: '0 clean · 1 dust · 2 used · 3 heavy · 4 severe.  S stain · D damage · H hair · G grit · W water · B biohazard',
      color: soft,
    },
    heading('What to expect'),
    expectations.length > 0
      ? {
          table: {
            widths: ['*', '*', 40, '*'],
            body: expectations.map((e) => [e.name, e.stain, `${e.chance} %`, e.words].map(printable)),
          },
          layout: 'lightHorizontalLines',
        }
      : { text: 'No stain and no damage was marked.', color: soft },
    {
      columns: [
        [
          heading('Asked: may we …'),
          list(
            speak.catalogue(catalogue).permissions.map((p) => `${p.question} ${answer(checkIn.permissions[p.id])}`),
            '',
          ),
        ],
        [
          heading('Tried'),
          list(functions, ''),
          heading('Belongings'),
          list(
            checkIn.belongings.map((b) => [b.what, b.where, b.bag && `bag ${b.bag}`].filter(Boolean).join(', ')),
            'None.',
          ),
          heading('Found, for others to look at'),
          list(
            (checkIn.findings ?? []).map((f) => [f.what, f.where].filter(Boolean).join(', ')),
            'Nothing.',
          ),
        ],
      ],
      columnGap: 16,
    },
    heading('Told'),
    {
      text: 'Deep stains may return as the car dries; then we treat them again, twice at most. A clean wheel can feel slightly tacky, and drying time is not bad work. Damage that lay under the dirt is recorded with its time and photo when it appears.',
    },
    heading('Agreed'),
    signature(checkIn, timeZone),
  ])
}
