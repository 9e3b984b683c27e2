import type { Column, Content } from 'pdfmake/interfaces.js'
import { list, pdf, printable, signatureOf, soft } from '#server/files/pdf.ts'
import { paper as words } from '#words/en/handover.ts'
import type { Pair } from './store/pairs.ts'
import type { Leaf, ReportView } from './views.ts'

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

/** What a customer takes home: the same as a link shows, on one page where it fits. */
export function paperPdf(
  leaf: Leaf,
  { checkIn, report, shopName }: ReportView,
  photos: readonly Pair[],
): Promise<Buffer> {
  const signature = report.handedOver?.signature
  const pairs = photos.map((pair, i) => ({ ...pair, name: leaf.pairs[i]! }))
  const width = (page - gap * 2) / 3
  const bold = ({ what, said }: Leaf['did'][number], colon = ''): Content => ({
    text: [{ text: `${printable(what)}${colon} `, bold: true }, printable(said)],
    margin: [0, 0, 0, 3],
  })
  const content: Content[] = [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: printable(leaf.title), bold: true, fontSize: 21 },
            { text: printable(leaf.under), color: soft },
          ],
        },
        {
          width: 170,
          stack: [
            { text: printable(leaf.shop.name), bold: true },
            ...(leaf.shop.address ? [{ text: printable(leaf.shop.address), color: soft, fontSize: 10 }] : []),
          ],
          alignment: 'right',
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 6, x2: page, y2: 6, lineWidth: 1.4, lineColor: '#2F5D46' }] },
    { text: printable(leaf.summary), fontSize: 13.5, margin: [0, 10, 0, 8] },
    ...(leaf.unfinished === undefined
      ? []
      : [{ text: printable(leaf.unfinished), bold: true, margin: [0, 0, 0, 6] } as Content]),
    ...(pairs.length > 0 ? [{ columns: pairs.map((pair) => pairBox(pair, width)), columnGap: gap } as Content] : []),
    {
      columns: [
        {
          width: '*',
          stack: [
            part(words.did),
            ...(leaf.did.length > 0 ? leaf.did.map((told) => bold(told)) : [{ text: words.nothingYet, color: soft }]),
            ...leaf.notDone.map(
              ({ what, said }): Content => ({
                text: printable(`${what}: ${said}`),
                color: soft,
                margin: [0, 0, 0, 3],
              }),
            ),
            ...(leaf.extras.length > 0 ? [part(words.extras), list(leaf.extras, '')] : []),
            ...(leaf.stains.length > 0 ? [part(words.cameOfIt), ...leaf.stains.map((told) => bold(told, ':'))] : []),
          ],
        },
        {
          width: '*',
          stack: [
            part(words.remains),
            list(
              leaf.remains.map(({ what, said }) => `${what}: ${said}`),
              words.nothingRemains,
            ),
            ...(leaf.mechanic.length > 0 ? [part(words.mechanic), list(leaf.mechanic, '')] : []),
            part(words.belongings),
            list(leaf.belongings, words.noBelongings),
            part(words.care),
            list(leaf.care, words.noCare),
          ],
        },
      ],
      columnGap: 24,
    },
    { text: printable(leaf.lookedOver), color: soft, margin: [0, 12, 0, signature ? 4 : 34] },
    ...(leaf.wentBack ? [{ text: printable(leaf.wentBack), margin: [0, 0, 0, 6] } as Content] : []),
    ...(signature ? [{ stack: [signatureOf(signature)], margin: [0, 0, 0, 2] } as Content] : []),
    { columns: [line(checkIn.customer), line(words.forTheShop(shopName))], columnGap: 24 },
  ]
  // A customer reads it without glasses.
  return pdf(words.leaf(leaf.plate), [{ stack: content, fontSize: 11.5 }])
}
