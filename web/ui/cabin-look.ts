import type { CarPlace } from '#core/cabin/places.ts'
import { marksOver } from '#core/condition/marks.ts'
import type { Spot } from './useStrokes.ts'

/** How a surface is drawn. */
export interface Look {
  name: string
  soil: number
  /** Family of its material, whose weave is drawn into it. */
  weave?: string | undefined
  /** Signs drawn on it, with their level: B biohazard, D damage, S stain, W wet, H hair, G grit. */
  marks: readonly string[]
  /** Lit: this is where the work is. */
  lit?: boolean
  /** Places of stains on it. */
  spots?: readonly Spot[]
  dim?: boolean
  /** It is this part that is spoken of. */
  chosen?: boolean
}

const soilWords = ['clean', 'dust', 'used', 'heavy', 'severe']
const markWords: Record<string, string> = {
  B: 'biohazard',
  D: 'damage',
  S: 'stain',
  W: 'wet',
  H: 'hair',
  G: 'grit',
  O: 'smell',
}
const said = (mark: string) => `${markWords[mark.charAt(0)]}${mark.slice(1) ? ` ${mark.slice(1)}` : ''}`

/** A surface in words, for those who say and hear what they see. */
export const described = (look: Look): string => [look.name, soilWords[look.soil], ...look.marks.map(said)].join(', ')

/** A place in words: its soil, or from which to which, and what is marked on it. */
export function placeDescribed(name: string, place: CarPlace, look: (surface: string) => Look): string {
  const looks = place.surfaces.map((s) => look(s.id))
  const soils = looks.map((l) => l.soil)
  const [least, most] = [Math.min(...soils), Math.max(...soils)]
  const soil = least === most ? soilWords[most] : `${soilWords[least]} to ${soilWords[most]}`
  return [name, soil, ...marksOver(looks.map((l) => l.marks)).map(said)].join(', ')
}
