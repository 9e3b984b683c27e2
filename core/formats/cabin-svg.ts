import type { Sheet } from '#core/cabin/sheet.ts'
import type { Condition } from '#core/condition/schema.ts'

const dusk = ['#FFFDF6', '#EDE6D0', '#CDBE9A', '#9C8460', '#5E4A35']
const one = (n: number) => Math.round(n * 10) / 10

/** Letters for what beside soil is on a surface: S stain, D damage, H hair, G grit, W water, B biohazard. */
export function lettersOf(condition: Condition[string] | undefined): string {
  if (!condition) return ''
  return [
    condition.biohazard?.length && 'B',
    condition.damage?.length && 'D',
    condition.stains?.length && 'S',
    condition.moisture && 'W',
    condition.hair && 'H',
    condition.sand && 'G',
  ]
    .filter(Boolean)
    .join('')
}

/** The cabin sheet as one self-contained SVG for print: soil as lightness with its number, letters for the rest. No text of people is in it. */
export function cabinSvg(sheet: Sheet, condition: Condition): string {
  const patches = sheet.patches.map(({ surface, x, y, w, h, r }) => {
    const is = condition[surface]
    const soil = is?.soil ?? 0
    const signs = `${soil > 0 ? soil : ''}${lettersOf(is)}`
    const size = Math.min(13, h * 0.8, (w * 1.6) / Math.max(1, signs.length))
    return [
      `<rect x="${one(x)}" y="${one(y)}" width="${one(w)}" height="${one(h)}" rx="${one(r)}" fill="${dusk[soil]}" stroke="#2F5D46" stroke-width="1"/>`,
      signs && size >= 5
        ? `<text x="${one(x + w / 2)}" y="${one(y + h / 2 + size * 0.36)}" font-size="${one(size)}" text-anchor="middle" fill="${soil > 2 ? '#FFFDF6' : '#1F3329'}">${signs}</text>`
        : '',
    ].join('')
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${one(sheet.width)} ${one(sheet.height)}">${patches.join('')}</svg>`
}
