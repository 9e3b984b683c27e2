import type { Marks } from '#core/mixing/marks.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')

export const stripWidth = 62
/** Length of the bar that shows whether the printer kept the scale, in mm. */
export const checkBar = 50

/**
 * A strip to glue to the container, at true scale: one unit of the drawing is one millimetre, the foot is the container's bottom. Beside it a
 * bar of 50 mm to hold a ruler against: printers like to shrink pages.
 */
export function fillStripSvg(marks: Marks, title: string): string {
  const height = marks.height_mm + 18
  const width = stripWidth
  const y = (mm: number) => (height - 4 - mm).toFixed(3)
  const text = (x: number, at: string, size: number, words: string) =>
    `<text x="${x}" y="${at}" font-size="${size}" font-family="sans-serif" fill="#1F3329">${escaped(words)}</text>`
  const line = (mm: number, words: string) =>
    `<path d="M2 ${y(mm)}H18" stroke="#1F3329" stroke-width="0.4"/>${text(19.5, (Number(y(mm)) + 1.2).toFixed(3), 3.4, words)}`
  // Two products in one bottle are never at once; their marks stand side by side by their dilution, the fills they share once.
  const several = new Set(marks.marks.map((m) => m.name)).size > 1
  const firsts = marks.marks
    .filter((m) => m.first_ml > 0 && m.first_ml < m.fill_ml)
    .map((m) =>
      line(
        m.first_mm,
        `${several ? `${m.name.slice(0, 12)} ` : ''}${sayRatio(m.ratio)} ${m.first} ${sayVolume(m.first_ml)}`,
      ),
    )
  const fulls = new Map(marks.marks.map((m) => [m.fill_mm, line(m.fill_mm, `full ${sayVolume(m.fill_ml)}`)]))
  const lines = [...firsts, ...fulls.values()]
  const products = [...new Set(marks.marks.map((m) => m.name))].join(', ')
  const bar = `<path id="check-bar" d="M57 ${y(0)}V${y(checkBar)}M55 ${y(0)}H59M55 ${y(checkBar)}H59" stroke="#1F3329" stroke-width="0.3" fill="none"/>${text(50.5, (Number(y(checkBar)) - 1).toFixed(3), 2.6, `${checkBar} mm`)}`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    `<rect x="0.2" y="0.2" width="${width - 0.4}" height="${height - 0.4}" fill="#ffffff" stroke="#B9B59F" stroke-width="0.2"/>`,
    text(2, '4.5', 3.6, title),
    text(2, '8.5', 2.6, products.slice(0, 46)),
    `<path d="M2 ${y(0)}H40" stroke="#1F3329" stroke-width="0.6"/>`,
    ...lines,
    bar,
    '</svg>',
  ].join('')
}
