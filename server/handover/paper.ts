import type { Column, Content } from 'pdfmake/interfaces.js'
import { leatherAfter } from '#core/handover/report.ts'
import { longMomentIn, monthAfter } from '#core/units/shop-time.ts'
import { list, pdf, printable, signatureOf, soft } from '#server/files/pdf.ts'
import { paper as words } from '#words/en/handover.ts'
import { speak } from '#words/en/speak.ts'
import type { Pair } from './store/pairs.ts'
import type { ReportView } from './views.ts'

type NamedPair = Pair & { name: string }

/** Width of a page between its margins, points. */
const page = 523
const gap = 10

/** A place before and after, side by side. */
const pairBox = ({ before, after, name }: NamedPair, width: number): Column => ({
  width,
  stack: [
    {
      columns: [before, after].map((bytes) => ({
        image: `data:image/jpeg;base64,${bytes.toString('base64')}`,
        fit: [(width - 3) / 2, width / 2] as [number, number],
        width: (width - 3) / 2,
      })),
      columnGap: 3,
    },
    { text: printable(name), color: soft, fontSize: 9.5, margin: [0, 2, 0, 0] },
  ],
})

const part = (text: string): Content => ({ text, bold: true, fontSize: 14, margin: [0, 10, 0, 4] })

const line = (text: string): Content => ({
  stack: [
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 240, y2: 0, lineWidth: 0.7 }] },
    { text: printable(text), color: soft, margin: [0, 3, 0, 0] },
  ],
})

/** What a customer takes home: the same as on the screen, on one page where it fits. */
export function paperPdf(view: ReportView, pairs: readonly NamedPair[], zone: string, now: string): Promise<Buffer> {
  const { checkIn, shopName } = view
  const { vehicle } = checkIn
  const report = speak.handover(view)
  const { handedOver, stains, mechanic } = report
  const at = handedOver?.at ?? now
  const isReady = report.checks.every((c) => c.passed !== null) && handedOver?.unfinished === undefined
  const title = isReady ? words.ready(vehicle.make, vehicle.model) : words.notReady(vehicle.make, vehicle.model)
  const width = (page - gap * 2) / 3
  const bold = (head: string, rest: string): Content => ({
    text: [{ text: `${printable(head)} `, bold: true }, printable(rest)],
    margin: [0, 0, 0, 3],
  })
  const leaf: Content[] = [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: printable(title), bold: true, fontSize: 21 },
            {
              text: printable([vehicle.plate, words.forWhom(checkIn.customer), longMomentIn(zone, at)].join(' · ')),
              color: soft,
            },
          ],
        },
        {
          width: 170,
          stack: [
            { text: printable(shopName), bold: true },
            ...(view.shopAddress ? [{ text: printable(view.shopAddress), color: soft, fontSize: 10 }] : []),
          ],
          alignment: 'right',
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 6, x2: page, y2: 6, lineWidth: 1.4, lineColor: '#2F5D46' }] },
    { text: printable(report.summary), fontSize: 13.5, margin: [0, 10, 0, 8] },
    ...(handedOver?.unfinished === undefined
      ? []
      : [{ text: printable(words.unfinished(handedOver.unfinished)), bold: true, margin: [0, 0, 0, 6] } as Content]),
    ...(pairs.length > 0 ? [{ columns: pairs.map((pair) => pairBox(pair, width)), columnGap: gap } as Content] : []),
    {
      columns: [
        {
          width: '*',
          stack: [
            part(words.did),
            ...(report.areas.length > 0
              ? report.areas.map(({ area, did }) => bold(area, did))
              : [{ text: words.nothingYet, color: soft }]),
            ...report.notDone.map(
              ({ area, as }): Content => ({
                text: printable(`${area}: ${as}`),
                color: soft,
                margin: [0, 0, 0, 3],
              }),
            ),
            ...(report.extras.length > 0 ? [part(words.extras), list(report.extras, '')] : []),
            ...(stains.length > 0
              ? [part(words.cameOfIt), ...stains.map((e) => bold(`${e.what}:`, words.fared(e.words, e.outcome)))]
              : []),
          ],
        },
        {
          width: '*',
          stack: [
            part(words.remains),
            list(
              report.remains.map((r) => `${r.what}: ${r.why}`),
              words.nothingRemains,
            ),
            ...(mechanic.length > 0 ? [part(words.mechanic), list(mechanic, '')] : []),
            part(words.belongings),
            list(report.belongings, words.noBelongings),
            part(words.care),
            list(report.care(monthAfter(zone, at, leatherAfter)), words.noCare),
          ],
        },
      ],
      columnGap: 24,
    },
    { text: printable(report.lookedOver), color: soft, margin: [0, 12, 0, handedOver?.signature ? 4 : 34] },
    ...(handedOver?.back
      ? [{ text: printable(words.wentBack(handedOver.back)), margin: [0, 0, 0, 6] } as Content]
      : []),
    ...(handedOver?.signature ? [{ stack: [signatureOf(handedOver.signature)], margin: [0, 0, 0, 2] } as Content] : []),
    { columns: [line(checkIn.customer), line(words.forTheShop(shopName))], columnGap: 24 },
  ]
  // A customer reads it without glasses.
  return pdf(words.leaf(vehicle.plate), [{ stack: leaf, fontSize: 11.5 }])
}
