import QRCode from 'qrcode'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { pictogramSvg } from '#core/chemistry/pictograms.ts'
import type { Product } from '#core/chemistry/schema.ts'
import { fillStripSvg, stripWidth } from '#core/formats/fill-strip.ts'
import { fillMarks } from '#core/mixing/marks.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { dayIn, momentIn } from '#core/units/shop-time.ts'
import { pdf, printable, soft } from '#server/files/pdf.ts'
import { papers } from '#words/en/papers.ts'
import { speak } from '#words/en/speak.ts'
import type { BatchView, ContainerView } from './views.ts'

/** Points of a PDF in one millimetre. */
const pointsPerMm = 72 / 25.4

const words = papers.label

/** What is worn with it and what to beware of, as the label says it. */
export const careOf = ({ ppe, cautions }: Pick<Product, 'ppe' | 'cautions'>): string[] => [
  words.wear(ppe.map(speak.names.wear).join(', ')),
  cautions.map(speak.names.productCaution).join(' '),
]

/** What has to stand on a bottle that is not the original: what, how strong, since when, by whom, what it does, and where to read on. */
export async function labelPdf(batch: BatchView, catalogue: Catalogue, address: string, zone: string): Promise<Buffer> {
  const product = byId(catalogue.products, batch.product, 'product')
  const { name, roleName } = speak.names.of('products', product.id)
  const qr = await QRCode.toString(address, { type: 'svg', margin: 1 })
  return pdf(words.title(name), [
    {
      table: {
        widths: ['*', 96],
        body: [
          [
            {
              stack: [
                { text: printable(name), bold: true, fontSize: 20 },
                { text: printable(`${sayRatio(batch.ratio)} · ${roleName}`), fontSize: 14 },
                {
                  text: printable(words.mixed(sayVolume(batch.fill), momentIn(zone, batch.made), batch.author)),
                },
                { text: batch.useBy ? words.until(dayIn(zone, batch.useBy)) : '', bold: true },
                {
                  columns: product.pictograms.map((p) => ({ svg: pictogramSvg(p), width: 46 })),
                  columnGap: 6,
                  margin: [0, 6, 0, 6],
                },
                {
                  text: product.signal === 'none' ? '' : product.signal.toUpperCase(),
                  bold: true,
                  fontSize: 13,
                },
                { text: printable([...product.h, ...product.p].join(' · ')) },
                ...careOf(product).map((text) => ({ text: printable(text) })),
                {
                  text: words.rule,
                  color: soft,
                },
              ],
            },
            {
              stack: [
                { svg: qr, width: 92 },
                { text: printable(batch.containerName), color: soft },
              ],
            },
          ],
        ],
      },
    },
  ])
}

type Wanted = { ratio: { concentrate: number; water: number }; fill_ml: number; name: string; water_first: boolean }[]

/** The strip as a drawing in millimetres. */
export const stripSvg = (container: ContainerView, marks: Wanted): string =>
  fillStripSvg(fillMarks({ points: container.outline.fill, marks }), container.name)

/** The strip with the fill marks at true scale, and its 50 mm bar. */
export function stripPdf(container: ContainerView, marks: Wanted): Promise<Buffer> {
  const svg = stripSvg(container, marks)
  return pdf(papers.strip.title(container.name), [
    // Width in points fixes the scale: the drawing's units are millimetres.
    { svg, width: stripWidth * pointsPerMm },
    {
      text: papers.strip.print,
      color: soft,
      margin: [0, 8, 0, 0],
    },
  ])
}
