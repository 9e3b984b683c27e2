import { createRequire } from 'node:module'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { strokePoints } from '#core/formats/stroke.ts'

const require = createRequire(import.meta.url)
const font = (file: string) => require.resolve(`@fontsource/figtree/files/figtree-latin-${file}.woff`)
pdfmake.addFonts({
  Figtree: {
    normal: font('400-normal'),
    bold: font('700-normal'),
    italics: font('400-italic'),
    bolditalics: font('700-italic'),
  },
})
// A document is made of what is given here; nothing is fetched and nothing else read.
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path: string) => path.includes('@fontsource'))

/** The font has Latin letters only; what it cannot write is shown as such instead of an empty box. */
export const printable = (text: string): string =>
  [...text.normalize('NFC')]
    .map((sign) => (/[\p{Script=Latin}\p{N}\p{P}\p{Zs}\p{Sc}+<>=|~^`×·–—°²½¼¾\n]/u.test(sign) ? sign : '□'))
    .join('')

export const soft = '#4D5F54'

export const heading = (text: string): Content => ({ text, bold: true, fontSize: 12, margin: [0, 9, 0, 3] })

export const list = (items: readonly string[], none: string): Content =>
  items.length > 0 ? { ul: items.map(printable) } : { text: none, color: soft }

/** A signature as it was drawn. @param strokes in a field of 300 by 100 */
export const signatureOf = (strokes: readonly (readonly number[])[]): Content => {
  const lines = strokes.map(
    (stroke) => `<polyline points="${strokePoints(stroke)}" fill="none" stroke="#1F3329" stroke-width="2"/>`,
  )
  return { svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 300 100">${lines.join('')}</svg>`, width: 150 }
}

/** One printed sheet on A4. @returns a PDF */
export function pdf(title: string, content: Content[]): Promise<Buffer> {
  const document: TDocumentDefinitions = {
    info: { title },
    pageSize: 'A4',
    pageMargins: [36, 28, 36, 34],
    defaultStyle: { font: 'Figtree', fontSize: 9.5, color: '#1F3329' },
    content,
    // A leaf that comes off the windscreen still says whose it is.
    footer: (page, pages) => ({
      text: `${printable(title)} · ${page} / ${pages}`,
      alignment: 'right',
      color: soft,
      fontSize: 8.5,
      margin: [36, 8, 36, 0],
    }),
  }
  return pdfmake.createPdf(document).getBuffer()
}
