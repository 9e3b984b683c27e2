import type { CarDrawing } from '#core/cabin/car.ts'
import { fitText } from '#core/cabin/fit-text.ts'
import { nameBox, nameSizes } from '#core/cabin/names-drawn.ts'
import type { PlaceName } from '#core/cabin/places.ts'
import { marksOf, marksOver } from '#core/condition/marks.ts'
import type { Condition } from '#core/condition/schema.ts'

const dusk = ['#FFFDF6', '#EDE6D0', '#CDBE9A', '#9C8460', '#5E4A35']
const one = (n: number) => Math.round(n * 10) / 10
const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

/**
 * The whole car as one self-contained SVG for print: each part's soil as lightness, each place's name, its soil in figures and its signs.
 * No text of people is in it.
 * @param nameOf what a place is called in the drawing
 */
export function carSvg(drawing: CarDrawing, condition: Condition, nameOf: (name: PlaceName) => string): string {
  const soilOf = (id: string) => condition[id]?.soil ?? 0
  const places = drawing.places.map(({ place, parts, ...box }) => {
    const soils = place.surfaces.map((s) => soilOf(s.id))
    const [least, most] = [Math.min(...soils), Math.max(...soils)]
    const marks = marksOver(place.surfaces.map((s) => marksOf(condition[s.id])))
    const soil = most === 0 ? '' : least === most ? String(most) : `${least}–${most}`
    const text = [nameOf(place.name), soil, marks.join(' ')].filter(Boolean).join(' ')
    const fitted = fitText(text, nameBox(box), nameSizes) ?? fitText(nameOf(place.name), nameBox(box), nameSizes)
    return [
      ...parts.map(
        ({ surface, x, y, w, h }) =>
          `<rect x="${one(x)}" y="${one(y)}" width="${one(w)}" height="${one(h)}" rx="4" fill="${dusk[soilOf(surface)]}" stroke="#B9B59F" stroke-width="0.6"/>`,
      ),
      `<rect x="${one(box.x)}" y="${one(box.y)}" width="${one(box.w)}" height="${one(box.h)}" rx="8" fill="none" stroke="#2F5D46" stroke-width="1.4"/>`,
      ...(fitted?.lines ?? []).map(
        ({ text: line, x, y }) =>
          `<text x="${one(x)}" y="${one(y + fitted!.size * 0.35)}" font-size="${fitted!.size}" text-anchor="middle" fill="${most > 2 && least > 2 ? '#FFFDF6' : '#1F3329'}"${
            fitted!.upwards ? ` transform="rotate(-90 ${one(x)} ${one(y)})"` : ''
          }>${escaped(line)}</text>`,
      ),
    ].join('')
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${one(drawing.width)} ${one(drawing.height)}">${places.join('')}</svg>`
}
